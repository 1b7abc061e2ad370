<script lang="ts">
	import { TextInput } from 'carbon-components-svelte';
	import {
		destinationOf,
		frameLabel,
		furtherUses,
		MOST_USES,
		readUse,
		usualUses,
		type Use
	} from '$lib/core/frame';
	import Dialog from './Dialog.svelte';
	import { useWork } from './work.svelte';

	/** Opens the list of a brief's destinations, to be changed. */

	const work = useWork();
	let open = $state(false);
	let uses = $state<Use[]>([]);
	let tried = $state(false);

	function begin() {
		uses = work.destinations.map(({ id, label, written }) => ({ id, label, written }));
		tried = false;
		open = true;
	}

	/** What a size comes to, or what is wrong with it. */
	function says({ written }: Use): { problem: string } | { text: string } {
		if (!written.trim()) return { problem: 'Write a size: “60 mm”, “A5”, “1200 x 630” or “4:5”.' };
		const read = readUse(written);
		if ('problem' in read) return read;
		return { text: read.target ? `${frameLabel(read.target)} px` : 'any size of that ratio' };
	}

	const bad = $derived(uses.some((one) => !one.label.trim() || 'problem' in says(one)));
	const others = $derived(
		[...usualUses, ...furtherUses].filter(({ id }) => !uses.some((one) => one.id === id))
	);

	function save() {
		tried = true;
		if (bad) return;
		work.change({
			destinations: uses.map(({ id, label, written }) => ({
				id,
				label: label.trim(),
				written: written.trim()
			}))
		});
		open = false;
	}
</script>

<p class="way"><button class="plain link" onclick={begin}>change the destinations</button></p>

{#if open}
	<Dialog
		open
		size="sm"
		heading="Where the pictures go"
		primary="Change them"
		secondary="Cancel"
		onclose={() => (open = false)}
		onsubmit={save}
	>
		<ul aria-label="Destinations">
			{#each uses as one, i (one.id)}
				{@const size = says(one)}
				<li>
					<TextInput
						size="sm"
						hideLabel
						labelText="Name of destination {i + 1}"
						placeholder="label"
						maxlength={60}
						invalid={tried && !one.label.trim()}
						invalidText="Give it a name."
						bind:value={one.label}
					/>
					<TextInput
						size="sm"
						hideLabel
						labelText="Size of destination {i + 1}"
						placeholder="60 mm, A5, 3 m x 1 m at 100 dpi"
						maxlength={60}
						invalid={'problem' in size && (tried || !!one.written)}
						invalidText={'problem' in size ? size.problem : ''}
						bind:value={one.written}
					/>
					<span class="num">{'text' in size ? size.text : ''}</span>
					<button
						class="act"
						aria-label="Take {one.label || `destination ${i + 1}`} off the list"
						onclick={() => (uses = uses.filter(({ id }) => id !== one.id))}>×</button
					>
				</li>
			{/each}
		</ul>
		{#if uses.length < MOST_USES}
			<div class="more" role="group" aria-label="Further destinations">
				<button
					class="act"
					onclick={() => (uses = [...uses, { id: crypto.randomUUID(), label: '', written: '' }])}
					>+ one of your own</button
				>
				{#each others as one (one.id)}
					<button class="act" onclick={() => (uses = [...uses, { ...one }])}
						>+ {one.label} <span class="num">{destinationOf(one).short}</span></button
					>
				{/each}
			</div>
		{/if}
	</Dialog>
{/if}

<style>
	.way {
		margin-top: 6px;
		font-size: 12px;
		text-align: right;
	}

	.link {
		font-size: 12px;
	}

	ul {
		display: grid;
		gap: 6px;
	}

	li {
		display: grid;
		grid-template-columns: 130px minmax(0, 1fr) 104px 28px;
		gap: 8px;
		align-items: start;
	}

	li .num {
		padding-top: 8px;
		color: var(--ink-3);
		font-size: 12px;
		white-space: nowrap;
	}

	.more {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 14px;
	}
</style>
