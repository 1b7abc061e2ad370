<script lang="ts">
	import { Search } from 'carbon-components-svelte';
	import Star from 'carbon-icons-svelte/lib/Star.svelte';
	import StarFilled from 'carbon-icons-svelte/lib/StarFilled.svelte';
	import * as store from '$lib/store';
	import { live } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	let search = $state('');
	const SHOWN = 60;
	const found = live(
		() =>
			(
				(of) => () =>
					store.keptPrompts(of, SHOWN)
			)(search),
		[]
	);
</script>

<Search
	size="sm"
	labelText="Search prompts"
	placeholder="Search prompts that were run"
	bind:value={search}
/>
<ul aria-label="Prompts that were run">
	{#each found.current as { text, negative, starred, runAt } (text)}
		<li>
			<button
				class="plain star"
				aria-label={starred ? 'Take the star away' : 'Star it'}
				aria-pressed={starred === 1}
				onclick={() => store.starPrompt(text, !starred)}
				>{#if starred}<StarFilled />{:else}<Star />{/if}</button
			>
			<div>
				<p dir="auto">{text}</p>
				{#if negative}<p class="quiet">without {negative}</p>{/if}
				<p class="acts">
					<button class="act" onclick={() => desk.replace(text)}>use</button>
					<button
						class="act"
						disabled={desk.wordings.includes(text)}
						onclick={() => desk.toggleVersion(text)}>put on the dial</button
					>
					{#if negative && negative !== desk.brief.negative}
						<button class="act" onclick={() => desk.leaveOut({ sets: [], leaveOut: negative })}
							>leave out the same</button
						>
					{/if}
					<span class="quiet">{new Date(runAt).toLocaleDateString()}</span>
				</p>
			</div>
		</li>
	{:else}
		<li class="none quiet">
			{search
				? `No prompt that was run has “${search}” in it.`
				: 'Every prompt that is run is kept here, from all briefs, to be searched, starred and used again.'}
		</li>
	{/each}
</ul>

<style>
	ul {
		margin-top: 10px;
	}

	li {
		display: grid;
		grid-template-columns: 26px minmax(0, 1fr);
		padding: 9px 0;
		border-top: 1px solid var(--rule);
		font-size: 13px;
	}

	.none {
		display: block;
	}

	.star {
		height: 24px;
		color: var(--ink-2);
	}

	.star[aria-pressed='true'] {
		color: var(--varied);
	}

	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
		margin-top: 6px;
		font-size: 12px;
	}

	.act:disabled {
		color: var(--ink-3);
		cursor: default;
	}
</style>
