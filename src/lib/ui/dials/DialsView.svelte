<script lang="ts">
	import { dialOf, type Draft } from '$lib/core/dials';
	import { settingsOf } from '$lib/core/formats';
	import { FileProblem, readPick } from '$lib/core/formats';
	import { InlineNotification } from 'carbon-components-svelte';
	import { chooseFile, session, useWork } from '$lib/ui/shared';
	import { ownWords, wordingStops } from '$lib/core/wording';
	import ChoiceDial from './ChoiceDial.svelte';
	import FrameBoard from './FrameBoard.svelte';
	import { loadSettings } from './load';
	import ModelDial from './ModelDial.svelte';
	import PlanFoot from './PlanFoot.svelte';
	import ScaleDial from './ScaleDial.svelte';
	import SeedDial from './SeedDial.svelte';

	const work = useWork();
	const brief = $derived(work.brief!);
	const rack = $derived(brief.rack);
	const wordings = $derived(wordingStops(brief.words));
	const chosen = $derived(rack.model.flatMap((id) => session.card(id) ?? []));
	/** The frame and steps that models' prices are shown for. */
	const priced = $derived({
		...(rack.frame[0] ?? { width: 1024, height: 1024 }),
		steps: rack.steps[0] ?? 20
	});
	let said = $state<{ kind: 'error' | 'success'; text: string } | null>(null);

	const scale = (dial: 'guidance' | 'steps') => ({
		min: dial === 'steps' ? 0 : Math.min(1, ...chosen.map((card) => card[dial].min)),
		max: chosen.length ? Math.max(...chosen.map((card) => card[dial].max)) : 20,
		ranges: chosen.map((card, i) => ({
			letter: String.fromCharCode(65 + i),
			name: card.name,
			...card[dial]
		}))
	});
	const offered = (dial: 'samplers' | 'schedules') => [
		...new Set(session.cards.flatMap((card) => card[dial]))
	];

	/** Takes settings over from a picture or a pick that was exported. */
	async function fromFile() {
		const file = await chooseFile('.png,.json,image/png,application/json');
		if (!file) return;
		try {
			let draft: Draft;
			if (file.name.endsWith('.json') || file.type === 'application/json')
				draft = readPick(await file.text());
			else draft = { settings: settingsOf(new Uint8Array(await file.arrayBuffer())) };
			work.change(loadSettings(brief, draft));
			said = { kind: 'success', text: `Settings of ${file.name} are on the dials.` };
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
			<small>Left out</small>
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
		<div class="rack" role="group" aria-label="Dials">
			<ModelDial chosen={rack.model} frame={priced} onchange={(model) => work.setRack({ model })} />
			<ScaleDial
				dial={dialOf('guidance')}
				stops={rack.guidance}
				{...scale('guidance')}
				step={0.5}
				tick={1}
				onchange={(guidance) => work.setRack({ guidance })}
			/>
			<ScaleDial
				dial={dialOf('steps')}
				stops={rack.steps}
				{...scale('steps')}
				least={1}
				step={1}
				tick={5}
				label={10}
				onchange={(steps) => work.setRack({ steps })}
			/>
			<SeedDial stops={rack.seed} onchange={(seed) => work.setRack({ seed })} />
			<ChoiceDial
				dial={dialOf('sampler')}
				stops={rack.sampler}
				options={offered('samplers')}
				onchange={(sampler) => work.setRack({ sampler })}
			/>
			<ChoiceDial
				dial={dialOf('schedule')}
				stops={rack.schedule}
				options={offered('schedules')}
				onchange={(schedule) => work.setRack({ schedule })}
			/>
		</div>
		<FrameBoard
			stops={rack.frame}
			cards={chosen}
			onchange={(frame) => work.setRack({ frame })}
			onfile={fromFile}
		/>
	</div>

	<PlanFoot />
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

	.rack {
		display: flex;
		min-width: 0;
		padding: 14px 0 10px 20px;
		overflow: auto;
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
