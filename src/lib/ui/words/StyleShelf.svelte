<script lang="ts">
	import Close from 'carbon-icons-svelte/lib/Close.svelte';
	import { dialOf } from '$lib/core/dials';
	import type { Style } from '$lib/core/schema';
	import { splitPhrases, starterStyles } from '$lib/core/wording';
	import * as store from '$lib/store';
	import { fileName, live } from '$lib/ui/shared';
	import { useDesk } from './desk.svelte';

	const desk = useDesk();
	const own = live(() => store.ownStyles, []);
	let at = $state(0);
	let making = $state<{ name: string; add: string; leaveOut: string } | null>(null);
	let problem = $state<string | null>(null);

	const index = $derived(Math.min(at, desk.styles.length - 1));
	const stop = $derived(desk.styles[index] ?? []);
	const all = $derived([...own.current, ...starterStyles]);
	const has = (name: string) => stop.some((style) => style.name === name);

	const set = (styles: Style[]) =>
		desk.setStyles(desk.styles.map((old, i) => (i === index ? styles : old)));

	function toggle(style: Style) {
		set(has(style.name) ? stop.filter(({ name }) => name !== style.name) : [...stop, style]);
	}

	function addStop() {
		// The words alone make the fairest other stop, when they are not there yet.
		const next = desk.styles.some((styles) => !styles.length) ? [starterStyles[0]] : [];
		at = desk.styles.length;
		desk.setStyles([...desk.styles, next]);
	}

	async function keep() {
		const name = making!.name.trim().replaceAll('+', 'and');
		const add = splitPhrases(making!.add);
		if (!name || !add.length) {
			problem = 'A style needs a name and at least one phrase to add.';
			return;
		}
		if (starterStyles.some((style) => style.name === name)) {
			problem = `There is a style \u201c${name}\u201d already: choose another name.`;
			return;
		}
		await store.keepStyle({ name, add, leaveOut: splitPhrases(making!.leaveOut) });
		making = null;
		problem = null;
	}
</script>

<ol class="stops" aria-label="Stops of the style dial">
	{#each desk.styles as styles, i (i)}
		<li class:varied={desk.styles.length > 1}>
			<button class="stop" aria-pressed={i === index} onclick={() => (at = i)}>
				{dialOf('style').format(styles)}
			</button>
			{#if desk.styles.length > 1}
				<button
					class="plain"
					aria-label="Take the stop “{dialOf('style').format(styles)}” off"
					onclick={() => desk.setStyles(desk.styles.filter((_, other) => other !== i))}
					><Close /></button
				>
			{/if}
		</li>
	{/each}
</ol>
<button class="plain link" onclick={addStop}>add a stop</button>
<p class="about">
	Press styles to put them to the {desk.styles.length > 1 ? 'chosen stop' : 'words'}, several at
	once if you like. All examples show one scene.
</p>
<ul class="styles" aria-label="Styles">
	{#each all as style (style.name)}
		{@const mine = own.current.includes(style)}
		<li>
			<button
				aria-pressed={has(style.name)}
				title="adds {style.add.join(', ')}{style.leaveOut.length
					? `; leaves out ${style.leaveOut.join(', ')}`
					: ''}"
				onclick={() => toggle(style)}
			>
				{#if mine}
					<span class="words">{style.add.join(', ')}</span>
				{:else}
					<img
						src="/styles/{fileName(style.name)}.webp"
						alt=""
						width="96"
						height="96"
						loading="lazy"
					/>
				{/if}
				<span class="name">{style.name}</span>
			</button>
			{#if mine}<button class="plain link" onclick={() => store.forgetStyle(style.name)}
					>forget</button
				>{/if}
		</li>
	{/each}
</ul>
{#if making}
	<div class="making">
		<input
			aria-label="Name of the style"
			placeholder="name"
			maxlength="60"
			bind:value={making.name}
		/>
		<input
			aria-label="Phrases that it adds"
			placeholder="adds: linocut, calm"
			bind:value={making.add}
		/>
		<input
			aria-label="Phrases that it leaves out"
			placeholder="leaves out: people"
			bind:value={making.leaveOut}
		/>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<button class="act" onclick={keep}>Keep the style</button>
		<button class="plain link" onclick={() => (making = null)}>leave it</button>
	</div>
{:else}
	<button class="plain link" onclick={() => (making = { name: '', add: '', leaveOut: '' })}
		>make a style of your own</button
	>
{/if}

<style>
	.stops li {
		display: flex;
		gap: 4px;
		align-items: center;
		margin-bottom: 4px;
	}

	.stop {
		flex: 1;
		min-height: 28px;
		padding: 3px 9px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink);
		font: 13px var(--sans);
		text-align: left;
		cursor: pointer;
	}

	.varied .stop {
		border-left: 4px solid var(--varied);
	}

	.stop[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
		font-weight: 600;
	}

	.varied .stop[aria-pressed='true'] {
		border-left-color: var(--varied);
	}

	.about {
		margin: 8px 0;
		color: var(--ink-2);
		font-size: 12px;
	}

	.styles {
		display: grid;
		grid-template-columns: repeat(3, minmax(0, 1fr));
		gap: 8px;
		margin-bottom: 10px;
	}

	.styles button:first-child {
		display: block;
		width: 100%;
		padding: 0;
		border: 2px solid transparent;
		background: none;
		color: var(--ink);
		font: 12px var(--sans);
		text-align: left;
		cursor: pointer;
	}

	.styles button[aria-pressed='true'] {
		border-color: var(--varied);
		background: var(--varied-wash);
		font-weight: 600;
	}

	img,
	.words {
		display: block;
		width: 100%;
		height: auto;
		aspect-ratio: 1;
	}

	.words {
		padding: 8px;
		overflow: hidden;
		border: 1px solid var(--rule);
		color: var(--ink-2);
		font-size: 12px;
	}

	.name {
		display: block;
		padding: 2px 4px 3px;
	}

	.making {
		display: grid;
		gap: 6px;
		justify-items: start;
	}

	.making input {
		width: 100%;
		height: 28px;
		padding: 0 8px;
		border: 1px solid var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}

	.problem {
		color: var(--point);
		font-size: 12px;
	}
</style>
