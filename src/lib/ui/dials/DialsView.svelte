<script lang="ts">
	import { dialOf, type Draft } from '$lib/core/dials';
	import { madeInside } from '$lib/core/formats';
	import { readPick } from '$lib/core/formats';
	import { FileProblem } from '$lib/core/problem';
	import { InlineNotification } from 'carbon-components-svelte';
	import { chooseFile, goOn, loadSettings, session, useWork } from '$lib/ui/shared';
	import { ownWords, wordingStops } from '$lib/core/wording';
	import FrameBoard from './FrameBoard.svelte';
	import { PlanDesk } from './plan.svelte';
	import PlanFoot from './PlanFoot.svelte';
	import Rack from './Rack.svelte';

	const work = useWork();
	const brief = $derived(work.brief!);
	const rack = $derived(brief.rack);
	const wordings = $derived(wordingStops(brief.words));
	const chosen = $derived(rack.model.flatMap((id) => session.card(id) ?? []));
	const desk = new PlanDesk(work);
	const toSheet = (run: string) =>
		void goOn(`/brief/${brief.id}/sheet?run=${run}`, '[data-take][tabindex="0"]');
	let said = $state<{ kind: 'error'; text: string } | null>(null);

	/** Takes settings over from a picture or a pick that was exported. */
	async function fromFile() {
		const file = await chooseFile('.png,.webp,.json,image/png,image/webp,application/json');
		if (!file) return;
		try {
			let draft: Draft;
			if (file.name.endsWith('.json') || file.type === 'application/json')
				draft = readPick(await file.text());
			else draft = madeInside(new Uint8Array(await file.arrayBuffer()));
			work.replace(loadSettings(brief, draft), `The settings of ${file.name} are on the dials.`);
			said = null;
		} catch (cause) {
			const text = cause instanceof FileProblem ? cause.message : `${file.name} could not be read.`;
			said = { kind: 'error', text: `${text} Nothing was changed.` };
		}
	}
</script>

<div class="view">
	<a class="words" href="/brief/{brief.id}/words">
		<span>
			<small
				>Prompt {#if wordings.length > 1}<strong>· {wordings.length} wordings, varied</strong
					>{/if}</small
			>
			<span class="text"
				>{#if wordings.length > 1}{ownWords(wordings)
						.map((own) => own || 'as it stands')
						.join(' | ')}{:else}{brief.prompt ||
						'Nothing written yet: say what is to be seen'}{/if}</span
			>
		</span>
		<span>
			<small
				>Style{#if rack.style.length > 1}<strong>
						· {rack.style.length} stops, varied</strong
					>{/if}</small
			>
			<span class="text">{rack.style.map((stop) => dialOf('style').format(stop)).join(' | ')}</span>
		</span>
		<span>
			<small
				>Left out{#if brief.words.negatives.length > 1}<strong>
						· {brief.words.negatives.length} stops, varied</strong
					>{/if}</small
			>
			<span class="text">{brief.negative || 'nothing'}</span>
		</span>
	</a>

	{#if said}
		<div class="said">
			<InlineNotification
				lowContrast
				kind={said.kind}
				title={said.text}
				on:close={() => (said = null)}
			/>
		</div>
	{/if}

	<div class="bench">
		<Rack />
		<FrameBoard
			stops={rack.frame}
			cards={chosen}
			wishes={brief.wishes ?? []}
			onchange={(frame, wishes) => work.change({ rack: { ...rack, frame }, wishes })}
			onfile={fromFile}
		/>
	</div>

	<PlanFoot {desk} onrun={toSheet} />
</div>

<style>
	.view {
		display: grid;
		grid-template-rows: auto auto minmax(0, 1fr) auto;
		grid-template-columns: minmax(0, 1fr);
		height: 100%;
		min-height: 560px;
	}

	.words {
		display: grid;
		grid-row: 1;
		grid-template-columns: 3fr 1fr 1.4fr;
		gap: 28px;
		padding: 9px 20px 11px;
		border-bottom: 1px solid var(--rule);
		color: inherit;
		text-decoration: none;
	}

	.words strong {
		color: var(--varied);
	}

	.words > span {
		min-width: 0;
	}

	.words small {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
	}

	.text {
		display: block;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}

	.words:hover .text {
		text-decoration: underline;
	}

	.said {
		grid-row: 2;
		padding: 0 20px;
	}

	.bench {
		display: grid;
		grid-row: 3;
		grid-template-columns: minmax(0, 1fr) 316px;
		min-height: 0;
	}

	/* On a narrow screen the frame stands below the rack. */
	@media (max-width: 1000px) {
		.bench {
			grid-template-rows: minmax(420px, 1fr) auto;
			grid-template-columns: minmax(0, 1fr);
			overflow: auto;
		}
	}
</style>
