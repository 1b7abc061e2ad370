import { frameLabel } from '$lib/core/frame';
import type { Size, Style } from '$lib/core/schema';
import { applyStyles } from '$lib/core/wording';
import {
	fieldDial,
	ownDial,
	stopKey,
	styleNames,
	wordsDial,
	type Dial,
	type DialId,
	type Made
} from './dial';
import { adapterDial, batchDial, seedDial, startDial, strengthDial, weightDial } from './extras';

export {
	levelName,
	stopKey,
	styleNames,
	toldStop,
	writtenStop,
	type Dial,
	type DialId,
	type Draft,
	type Made,
	type OwnDialId,
	type OwnStop,
	type Stop
} from './dial';
export { formatSeed } from './extras';
export { ALONE, NO_ADAPTER, NO_START } from './extras';

/** Dials of chance: their stops tell takes of one setting apart, and none is better than another. */
export const chanceDials: readonly DialId[] = ['seed', 'batch'];

function send(
	{ wording, negative }: { wording: string; negative: string },
	styles: readonly Style[]
) {
	return applyStyles({ prompt: wording, negative }, styles);
}

/** Every dial, in the order in which a plan is thought out. A new one is one more entry. */
export const dials: readonly Dial[] = [
	fieldDial('model', {
		id: 'model',
		label: 'Model',
		many: 'models',
		explained: 'Which model makes the picture.',
		format: (stop, cards) => cards?.find(({ id }) => id === stop)?.name ?? stopKey(stop)
	}),
	{
		id: 'frame',
		label: 'Frame',
		many: 'frames',
		explained: 'Width and height in pixels. Far from a model\u2019s own sizes, things double.',
		read: ({ settings: { width, height } }) => ({ width, height }),
		write: (draft, stop) => ({ ...draft, settings: { ...draft.settings, ...(stop as Size) } }),
		format: (stop) => frameLabel(stop as Size),
		compare: (a, b) => {
			const [p, q] = [a as Size, b as Size];
			return p.width / p.height - q.width / q.height || p.width - q.width;
		}
	},
	ownDial('guidance', {
		id: 'guidance',
		label: 'Guidance',
		many: 'guidance values',
		explained:
			'How firmly the model is held to the prompt. Low wanders off, high burns the colours.'
	}),
	ownDial('steps', {
		id: 'steps',
		label: 'Steps',
		many: 'step counts',
		explained:
			'How many steps lead from noise to picture. Each costs time; past a point nothing moves.'
	}),
	fieldDial('sampler', {
		id: 'sampler',
		label: 'Sampler',
		many: 'samplers',
		explained: 'The method that takes the steps.',
		format: (stop) => samplerNames[stopKey(stop)] ?? stopKey(stop)
	}),
	fieldDial('schedule', {
		id: 'schedule',
		label: 'Schedule',
		many: 'schedules',
		explained: 'How the noise is spread over the steps.',
		format: (stop) => scheduleNames[stopKey(stop)] ?? stopKey(stop)
	}),
	adapterDial,
	weightDial,
	startDial,
	strengthDial,
	seedDial,
	batchDial,
	wordsDial('wording', ({ settings, words }) => words?.wording ?? settings.prompt, send, {
		id: 'wording',
		label: 'Wording',
		many: 'wordings',
		explained: 'The prompt, before styles are put to it.',
		format: (stop) => stopKey(stop) || 'no words'
	}),
	wordsDial('styles', ({ words }) => words?.styles ?? [], send, {
		id: 'style',
		label: 'Style',
		many: 'styles',
		explained: 'Phrases that are added and left out together.',
		format: (stop) => styleNames(stop as readonly Style[]) || 'no style'
	}),
	wordsDial('negative', ({ settings, words }) => words?.negative ?? settings.negative, send, {
		id: 'negative',
		label: 'Left out',
		many: 'negative prompts',
		explained: 'The negative prompt, before styles are put to it.',
		format: (stop) => stopKey(stop) || 'nothing'
	})
];

const samplerNames: Record<string, string> = {
	euler: 'Euler',
	heun: 'Heun',
	ddim: 'DDIM',
	'euler-ancestral': 'Ancestral Euler',
	'dpm-solver++(2m)': 'DPM-Solver++(2M)'
};

const scheduleNames: Record<string, string> = {
	karras: 'Karras',
	exponential: 'exponential',
	linear: 'linear betas',
	cosine: 'cosine'
};

/** A dial by its id. Throws on an id that there is not. */
export function dialOf(id: DialId): Dial {
	const dial = dials.find((d) => d.id === id);
	if (!dial) throw new Error(`There is no dial "${id}".`);
	return dial;
}

/** Whether a text is the id of a dial, as when it comes from an address. */
export function isDialId(id: string | null): id is DialId {
	return dials.some((d) => d.id === id);
}

/** The dials that change nothing of something: an adapter, a start picture, a batch that it has not. */
export const idleDials = ({ settings }: Made): DialId[] => [
	...(settings.adapters ? [] : (['adapter', 'weight'] as const)),
	...(settings.start ? [] : (['start', 'strength'] as const)),
	...(settings.batch ? [] : (['batch'] as const))
];
