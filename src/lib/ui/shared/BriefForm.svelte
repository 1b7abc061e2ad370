<script lang="ts">
	import { Select, SelectItem, SelectItemGroup, TextInput } from 'carbon-components-svelte';
	import { untrack } from 'svelte';
	import { firstRack } from '$lib/core/plan';
	import type { Brief } from '$lib/core/schema';
	import { noWords } from '$lib/core/wording';
	import * as store from '$lib/store';
	import AmountField from './AmountField.svelte';
	import { changeBrief } from './brief-change';
	import Dialog from './Dialog.svelte';
	import { goOn } from './landing';
	import { live } from './live.svelte';
	import { loadSettings } from './load';
	import { freshSeeds } from './seeds';
	import { session } from './session.svelte';

	/** Begins a brief, or changes the name, the purpose and the allowance of one. */
	let { brief = null, onclose }: { brief?: Brief | null; onclose: () => void } = $props();

	const before = untrack(() => brief);
	let name = $state(before?.name ?? '');
	let purpose = $state(before?.purpose ?? '');
	let allowance = $state<number | null>(before ? before.allowance : 100);
	/** Whether the sum that is typed can be read. */
	let valid = $state(true);
	let tried = $state(false);
	let problem = $state<string | null>(null);

	/** What other briefs came to, which this one may begin with. */
	const points = live(() => store.startingPoints, []);
	let begin = $state('');

	async function save() {
		tried = true;
		if (!name.trim() || !valid) return;
		const own = { name: name.trim(), purpose: purpose.trim().slice(0, 5000), allowance };
		const now = Date.now();
		try {
			if (brief) {
				await changeBrief(brief, own, { told: `Changed \u201c${own.name}\u201d.` });
				return onclose();
			}
			const id = crypto.randomUUID();
			const fresh: Brief = {
				...own,
				id,
				prompt: '',
				negative: '',
				words: noWords,
				rack: firstRack(session.cards, freshSeeds(2)),
				design: { kind: 'all' },
				numbered: 0,
				createdAt: now,
				updatedAt: now
			};
			const point = points.current.find((one) => one.id === begin);
			if (point)
				// On seeds of its own: what was good elsewhere is tried anew.
				fresh.rack = { ...loadSettings(fresh, point).rack!, seed: fresh.rack.seed };
			await store.addBrief(fresh);
			onclose();
			await goOn(`/brief/${id}/words`, '.cm-content');
		} catch (cause) {
			problem = store.problemSays(cause);
		}
	}
</script>

<Dialog
	open
	size="sm"
	heading={brief ? `Change “${brief.name}”` : 'New brief'}
	primary={brief ? 'Change it' : 'Begin'}
	secondary="Cancel"
	first="#brief-name"
	{onclose}
	onsubmit={save}
>
	<div class="fields">
		<TextInput
			id="brief-name"
			labelText="Name"
			placeholder="March cover"
			bind:value={name}
			invalid={tried && !name.trim()}
			invalidText="Give it a name, so that you find it again."
			maxlength={200}
		/>
		<TextInput
			labelText="What the pictures are for"
			placeholder="Monthly covers of an almanac"
			bind:value={purpose}
		/>
		<AmountField
			label="Credits that may be spent"
			helper="Leave it empty if there is no limit."
			value={allowance}
			bind:valid
			oninput={(amount) => (allowance = amount)}
		/>
		{#if !brief && points.current.length}
			<Select
				labelText="Begin with the settings of"
				helperText="The dials stand as they did there, on fresh seeds."
				bind:selected={begin}
			>
				<SelectItem value="" text="nothing: the usual dials" />
				{#each ['picked', 'starred'] as const as kind (kind)}
					{@const own = points.current.filter((one) => one.kind === kind)}
					{#if own.length}
						<SelectItemGroup label={kind}>
							{#each own as { id, says } (id)}<SelectItem value={id} text={says} />{/each}
						</SelectItemGroup>
					{/if}
				{/each}
			</Select>
		{/if}
	</div>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</Dialog>

<style>
	.fields {
		display: grid;
		gap: 18px;
		padding-bottom: 8px;
	}

	.problem {
		color: var(--point);
	}
</style>
