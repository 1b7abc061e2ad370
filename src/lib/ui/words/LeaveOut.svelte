<script lang="ts">
	import type { NegativeSet } from '$lib/core/schema';
	import {
		defectPhrases,
		negativeOf,
		splitPhrases,
		starterSets,
		togglePhrase,
		withoutPhrase
	} from '$lib/core/wording';
	import * as store from '$lib/store';
	import { live, typing } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	const own = live(() => store.ownSets, []);
	const on = $derived(new Map(desk.words.sets.map((set) => [set.name, set])));
	const all = $derived([
		...starterSets,
		...own.current,
		// A set that is on here stays, whatever became of it elsewhere.
		...desk.words.sets.filter(
			({ name }) =>
				!starterSets.some((set) => set.name === name) &&
				!own.current.some((set) => set.name === name)
		)
	]);
	const free = $derived(new Set(splitPhrases(desk.words.leaveOut).map((p) => p.toLowerCase())));
	let naming = $state<string | null>(null);

	function toggle(set: NegativeSet) {
		const { sets } = desk.words;
		desk.leaveOut({
			sets: on.has(set.name) ? sets.filter(({ name }) => name !== set.name) : [...sets, set]
		});
	}

	/** Takes a phrase out of wherever it is left out. */
	function want(phrase: string) {
		const sets = desk.words.sets
			.map((set) => ({
				...set,
				phrases: set.phrases.filter((other) => other.toLowerCase() !== phrase.toLowerCase())
			}))
			.filter(({ phrases }) => phrases.length);
		desk.leaveOut({ sets, leaveOut: withoutPhrase(desk.words.leaveOut, phrase) });
	}

	async function keep() {
		const name = naming?.trim();
		const phrases = splitPhrases(negativeOf(desk.words));
		if (!name || !phrases.length) return;
		await store.keepSet({ name, phrases });
		naming = null;
		desk.leaveOut({ sets: [{ name, phrases }], leaveOut: '' });
	}

	const besides = typing((text) => desk.leaveOut({ leaveOut: text }));
</script>

<section aria-label="Leave out">
	<header>
		<h2>Leave out <small>negative prompt</small></h2>
		<span class="sent" title={desk.brief.negative}
			>{desk.brief.negative ? `sent: ${desk.brief.negative}` : 'nothing is left out'}</span
		>
	</header>
	<div class="sets" role="group" aria-label="Sets">
		{#each all as set (set.name)}
			<button
				aria-pressed={on.has(set.name)}
				title={set.phrases.join(', ')}
				onclick={() => toggle(set)}>{set.name} <span class="num">{set.phrases.length}</span></button
			>
		{/each}
	</div>
	<input
		class="free"
		dir="auto"
		aria-label="Leave out besides"
		placeholder="and besides: what is not to be seen, with commas between"
		value={besides.text ?? desk.words.leaveOut}
		oninput={(e) => besides.type(e.currentTarget.value)}
		onblur={besides.leave}
	/>
	<div class="phrases" role="group" aria-label="Defects and uninvited things">
		{#each defectPhrases as phrase (phrase)}
			<button
				aria-pressed={free.has(phrase)}
				onclick={() => {
					besides.leave();
					desk.leaveOut({ leaveOut: togglePhrase(desk.words.leaveOut, phrase) });
				}}>{phrase}</button
			>
		{/each}
	</div>
	{#each desk.clashes as { leftOut, wanted, same } (leftOut)}
		<p class="clash" role="status">
			“{leftOut}” is left out, and “{wanted}” {same ? 'asks for it' : 'asks for something like it'}.
			<button class="act" onclick={() => want(leftOut)}>Stop leaving out “{leftOut}”</button>
		</p>
	{/each}
	<p class="keep">
		{#if naming === null}
			<button class="plain link" onclick={() => (naming = '')}>keep this as a set</button>
			{#each own.current.filter(({ name }) => on.has(name)) as { name } (name)}
				<button class="plain link" onclick={() => store.forgetSet(name)}>forget “{name}”</button>
			{/each}
		{:else}
			<input
				aria-label="Name of the set"
				placeholder="name of the set"
				maxlength="100"
				bind:value={naming}
				onkeydown={(e) => e.key === 'Enter' && keep()}
			/>
			<button class="act" disabled={!naming.trim() || !desk.brief.negative} onclick={keep}
				>Keep</button
			>
			<button class="plain link" onclick={() => (naming = null)}>leave it</button>
		{/if}
	</p>
</section>

<style>
	header {
		display: flex;
		gap: 12px;
		align-items: baseline;
		margin-bottom: 7px;
	}

	h2 {
		flex: none;
		font-size: 13px;
	}

	h2 small {
		color: var(--ink-3);
		font-weight: 400;
	}

	.sent {
		overflow: hidden;
		color: var(--ink-3);
		font-size: 12px;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.sets,
	.phrases {
		display: flex;
		flex-wrap: wrap;
		gap: 5px;
	}

	.sets button,
	.phrases button {
		padding: 3px 9px;
		border: 1px solid var(--rule);
		background: var(--panel);
		color: var(--ink);
		font: 13px var(--sans);
		cursor: pointer;
	}

	.sets button[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
		font-weight: 600;
	}

	.sets .num {
		color: var(--ink-3);
		font-size: 12px;
		font-weight: 400;
	}

	.phrases button[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
		text-decoration: line-through;
	}

	.free {
		width: 100%;
		height: 32px;
		margin: 8px 0;
		padding: 0 10px;
		border: 1px solid var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font: 14px var(--sans);
	}

	.clash {
		margin-top: 8px;
		color: var(--point);
		font-size: 13px;
	}

	.clash .act {
		margin-left: 6px;
	}

	.keep {
		display: flex;
		gap: 10px;
		align-items: center;
		margin-top: 8px;
		font-size: 12px;
	}

	.keep input {
		height: 26px;
		padding: 0 8px;
		border: 1px solid var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}
</style>
