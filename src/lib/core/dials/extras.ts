import { fieldDial, stopKey, type Dial } from './dial';

/** The stop of the adapter dial for no adapter. */
export const NO_ADAPTER = '';
/** The stop of the start dial for no start picture. */
export const NO_START = '';
/** The stop of the batch dial for a picture that is made alone. */
export const ALONE = 0;

/** A seed with its digits in threes, so that it can be read aloud. */
export function formatSeed(seed: number): string {
	return String(seed).replace(/\B(?=(\d{3})+$)/g, '\u2009');
}

const alongNumbers: Dial['compare'] = (a, b) => Number(a) - Number(b);
const noScale: Dial['compare'] = () => 0;

/** An adapter; its weight is turned after it. */
export const adapterDial: Dial = {
	id: 'adapter',
	label: 'Adapter',
	many: 'adapters',
	explained: 'Small add-on weights that push a model towards a look.',
	read: ({ settings }) => (settings.adapters ?? []).map(({ id }) => id).join(' + ') || NO_ADAPTER,
	write: (draft, stop) => {
		const { adapters, ...settings } = draft.settings;
		if (stop === NO_ADAPTER) return { ...draft, settings };
		const weight = adapters?.[0]?.weight ?? 1;
		const ids = stopKey(stop).split(' + ');
		return { ...draft, settings: { ...settings, adapters: ids.map((id) => ({ id, weight })) } };
	},
	format: (stop, cards) =>
		stopKey(stop)
			.split(' + ')
			.map(
				(id) =>
					cards?.flatMap((card) => card.adapters).find((adapter) => adapter.id === id)?.name ?? id
			)
			.join(' + ') || 'no adapter',
	compare: noScale
};

export const weightDial: Dial = {
	id: 'weight',
	label: 'Weight',
	many: 'weights',
	explained: 'How far the adapter is followed: 0 leaves it out, 1 is as it was made.',
	read: ({ settings }) => settings.adapters?.[0]?.weight ?? 0,
	write: (draft, stop) => {
		const { adapters } = draft.settings;
		if (!adapters) return draft;
		const turned = adapters.map(({ id }) => ({ id, weight: Number(stop) }));
		return { ...draft, settings: { ...draft.settings, adapters: turned } };
	},
	format: (stop) => stopKey(stop),
	compare: alongNumbers
};

/** A start picture; its strength is turned after it. */
export const startDial: Dial = {
	id: 'start',
	label: 'Start picture',
	many: 'start pictures',
	explained: 'A picture to begin from instead of noise alone.',
	read: ({ settings }) => settings.start?.image ?? NO_START,
	write: (draft, stop) => {
		const { start, ...settings } = draft.settings;
		if (stop === NO_START) return { ...draft, settings };
		const next = { strength: 0.5, ...start, image: stopKey(stop) };
		return { ...draft, settings: { ...settings, start: next } };
	},
	format: (stop) =>
		stop === NO_START ? 'no start picture' : `picture ${stopKey(stop).slice(0, 6)}`,
	compare: noScale
};

export const strengthDial: Dial = {
	id: 'strength',
	label: 'Strength',
	many: 'strengths',
	explained: 'How far the start picture is left behind: 0 gives it back, 1 ignores it.',
	read: ({ settings }) => settings.start?.strength ?? 1,
	write: (draft, stop) => {
		const { start } = draft.settings;
		if (!start) return draft;
		return {
			...draft,
			settings: { ...draft.settings, start: { ...start, strength: Number(stop) } }
		};
	},
	format: (stop) => stopKey(stop),
	compare: alongNumbers
};

/** The seed; a batch has the seed of its pictures. */
export const seedDial: Dial = {
	...fieldDial('seed', {
		id: 'seed',
		label: 'Seed',
		many: 'seeds',
		explained:
			'The noise that a picture starts from. The same seeds in every setting make a fair comparison.',
		format: (stop) => formatSeed(Number(stop))
	}),
	write: (draft, stop) => {
		const { batch } = draft.settings;
		const seed = Number(stop);
		return {
			...draft,
			settings: { ...draft.settings, seed, ...(batch ? { batch: { ...batch, seed } } : {}) }
		};
	}
};

/** A place in a batch, from 1. Pictures of one batch share part of their noise. */
export const batchDial: Dial = {
	id: 'batch',
	label: 'In the batch',
	many: 'in a batch',
	explained:
		'Pictures that are made together from one seed. They resemble each other more than pictures of separate seeds.',
	read: ({ settings }) => (settings.batch ? settings.batch.index + 1 : ALONE),
	write: (draft, stop) => {
		const { batch: _, ...settings } = draft.settings;
		if (stop === ALONE) return { ...draft, settings };
		const batch = { seed: settings.seed ?? 0, index: Number(stop) - 1 };
		return { ...draft, settings: { ...settings, batch } };
	},
	format: (stop) => (stop === ALONE ? 'alone' : `picture ${stopKey(stop)} of its batch`),
	compare: alongNumbers
};
