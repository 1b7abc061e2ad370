<script lang="ts">
	import { Button, ContentSwitcher, Switch } from 'carbon-components-svelte';
	import ArrowRight from 'carbon-icons-svelte/lib/ArrowRight.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { changePhrase } from '$lib/core/wording';
	import { goOn, useWork, whenLeft } from '$lib/ui/shared';
	import { provideDesk, WordsDesk } from './desk.svelte';
	import FullerVersions from './FullerVersions.svelte';
	import FromPicture from './FromPicture.svelte';
	import LeaveOut from './LeaveOut.svelte';
	import ModelForms from './ModelForms.svelte';
	import PhraseLists from './PhraseLists.svelte';
	import PhraseStack from './PhraseStack.svelte';
	import PromptText from './PromptText.svelte';
	import StyleShelf from './StyleShelf.svelte';
	import UsedBefore from './UsedBefore.svelte';
	import WordingDial from './WordingDial.svelte';

	const desk = new WordsDesk(useWork());
	provideDesk(desk);
	whenLeft(() => desk.settle());

	const drawers = [
		['lists', 'Lists', PhraseLists],
		['fuller', 'Fuller', FullerVersions],
		['picture', 'Picture', FromPicture],
		['styles', 'Styles', StyleShelf],
		['used', 'Used', UsedBefore]
	] as const;
	const at = $derived(
		Math.max(
			0,
			drawers.findIndex(([id]) => id === page.url.searchParams.get('drawer'))
		)
	);
	const Drawer = $derived(drawers[at][2]);

	function open(index: number) {
		if (index === at) return;
		const url = new URL(page.url);
		url.searchParams.set('drawer', drawers[index][0]);
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	}

	// What goes unread is asked for once the words have come to rest.
	$effect(() => {
		void [desk.brief.prompt, desk.models];
		const gone = new AbortController();
		const timer = setTimeout(() => void desk.ask(gone.signal), 300);
		return () => {
			clearTimeout(timer);
			gone.abort();
		};
	});

	/** Makes a dial of the words that are selected in the text: first of all with nothing instead. */
	function vary(words: string, from: number) {
		desk.settle();
		let end = 0;
		const phrase = desk.stack.phrases
			.filter(({ off }) => !off)
			.find(({ lead, text }) => (end += lead.length + text.length) > from);
		if (!phrase) return;
		varied = { id: phrase.id, phrase: phrase.text, words, instead: '' };
	}
	let varied = $state<{ id: string; phrase: string; words: string; instead: string } | null>(null);

	function putInstead() {
		const { id, phrase, words, instead } = varied!;
		const texts = instead
			.split(',')
			.map((text) => text.trim())
			.filter(Boolean)
			.map((text) => phrase.replace(words, text));
		if (texts.length)
			desk.restack((stack) => {
				const there = stack.phrases.find((one) => one.id === id)?.instead ?? [];
				return changePhrase(stack, id, { instead: [...new Set([...there, ...texts])] });
			});
		varied = null;
	}

	const starters = [
		'a lighthouse at dusk above a salt marsh, low sun',
		'heron, salt marsh, dawn, wide view',
		'a red sailing dinghy in a storm, linocut'
	];
</script>

<div class="view">
	<div class="bench">
		<div class="top">
			<div class="left">
				<section aria-label="Phrases">
					<h2>Phrases</h2>
					<div class="stack"><PhraseStack /></div>
				</section>
				<WordingDial />
			</div>
			<section class="sent">
				<h2>As it is sent</h2>
				<PromptText
					value={desk.prompt}
					marked={desk.marked}
					onchange={(text) => desk.type(text)}
					onvary={vary}
				/>
				{#each desk.asides as aside (aside.found)}
					<p class="aside">
						<q>{aside.found.trim()}</q>
						{aside.kind === 'talk'
							? 'is talk, not part of the picture.'
							: 'is something not wanted.'}
						<button class="act" onclick={() => desk.takeOut(aside)}
							>{aside.kind === 'talk'
								? 'Take it out'
								: `Leave out ${aside.leaveOut.join(', ')} instead`}</button
						>
					</p>
				{/each}
				{#if varied}
					<p class="vary">
						Instead of <strong>{varied.words}</strong>
						<!-- svelte-ignore a11y_autofocus -->
						<input
							autofocus
							aria-label="Alternatives to “{varied.words}”, with commas between"
							placeholder="dawn, noon"
							bind:value={varied.instead}
							onkeydown={(e) => e.key === 'Enter' && putInstead()}
						/>
						<button class="act" onclick={putInstead}>Put on the dial</button>
						<button class="plain link" onclick={() => (varied = null)}>leave it</button>
					</p>
				{/if}
				{#if !desk.prompt.trim()}
					<p class="starters">
						Begin with
						{#each starters as text (text)}
							<button class="act" onclick={() => desk.replace(text)}>{text}</button>
						{/each}
					</p>
				{/if}
				<ModelForms />
			</section>
		</div>
		<LeaveOut />
		<Button
			size="small"
			icon={ArrowRight}
			on:click={() => goOn(`/brief/${desk.brief.id}/dials`, '.rack button, .rack [role=slider]')}
		>
			On to the dials
		</Button>
	</div>

	<aside aria-label="Drawer">
		<ContentSwitcher size="sm" selectedIndex={at} on:change={({ detail }) => open(detail)}>
			{#each drawers as [id, label] (id)}<Switch text={label} />{/each}
		</ContentSwitcher>
		<div class="drawer"><Drawer /></div>
	</aside>
</div>

<style>
	.view {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 344px;
		height: 100%;
	}

	.bench {
		display: grid;
		gap: 18px;
		align-content: start;
		padding: 16px 20px 24px;
		overflow: auto;
	}

	.top {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		gap: 24px;
		align-items: start;
	}

	h2 {
		margin-bottom: 7px;
		font-size: 13px;
	}

	.left {
		display: grid;
		gap: 18px;
	}

	.stack {
		contain: content;
		max-height: 300px;
		overflow: auto;
	}

	aside {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		min-height: 0;
		padding-top: 12px;
		border-left: 1px solid var(--rule);
		background: var(--panel);
	}

	aside :global(.bx--content-switcher) {
		width: auto;
		margin: 0 14px;
	}

	aside :global(.bx--content-switcher-btn) {
		padding: 0 6px;
		font: 13px var(--sans);
		text-align: center;
	}

	.drawer {
		padding: 14px 16px 24px;
		overflow: auto;
	}

	.aside q {
		color: var(--ink);
		font-style: italic;
	}

	.aside,
	.vary,
	.starters {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
		margin: 8px 0;
		font-size: 13px;
	}

	.vary input {
		flex: 1;
		min-width: 100px;
		height: 26px;
		padding: 0 8px;
		border: 1px solid var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		font: 13px var(--sans);
	}

	@media (max-width: 1000px) {
		.view {
			grid-template-columns: minmax(0, 1fr);
			height: auto;
		}

		.top {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
