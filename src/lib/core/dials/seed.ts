import { z } from 'zod';
import { defineDial, withField } from './dial';

export const MOST_SEED = 4_294_967_295;

/** A seed with its digits in threes, so that it can be read aloud. */
export function formatSeed(seed: number): string {
	return String(seed).replace(/\B(?=(\d{3})+$)/g, '\u202f');
}

export const seed = defineDial({
	id: 'seed',
	label: 'Seed',
	many: 'seeds',
	explained:
		'The noise that a picture starts from. The same seeds in every setting make a fair comparison.',
	stop: z.int().min(0).max(MOST_SEED),
	read: ({ settings }) => settings.seed,
	// A batch has the seed of its pictures.
	write: (draft, stop) => {
		const value = Number(stop);
		const { batch } = draft.settings;
		const seeded = withField(draft, 'seed', value);
		return batch ? withField(seeded, 'batch', { ...batch, seed: value }) : seeded;
	},
	format: (stop) => formatSeed(Number(stop)),
	order: { plan: 140, rack: 45, sheet: 140, run: 10 },
	most: 1000,
	keepsPrepared: true,
	chance: true,
	figures: true,
	control: { kind: 'seeds' },
	table: { number: { least: 0, most: MOST_SEED, whole: true } }
});
