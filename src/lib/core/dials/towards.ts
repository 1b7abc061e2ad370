import { z } from 'zod';
import { defineDial, withField } from './dial';
import { formatSeed, MOST_SEED } from './seed';
import { companion } from './variation';

/** The stop for the seed that every seed is varied towards of itself. */
const OWN = -1;

/** The seed that a picture is varied towards: several give several pictures near one. */
export const towards = defineDial({
	id: 'towards',
	label: 'Target seed',
	many: 'target seeds',
	explained:
		'The seed towards which the noise is turned: each gives another picture near the same one.',
	stop: z.int().min(OWN).max(MOST_SEED),
	rest: OWN,
	restYields: true,
	read: ({ settings: { variation, seed } }) =>
		!variation || variation.seed === companion(seed ?? 0) ? OWN : variation.seed,
	write: (draft, stop) => {
		const { variation, seed } = draft.settings;
		if (!variation) return draft;
		const to = stop === OWN ? companion(seed ?? 0) : Number(stop);
		return withField(draft, 'variation', { ...variation, seed: to });
	},
	said: ({ settings }) => !!settings.variation,
	restIn: ({ settings }) => settings.model !== undefined,
	idle: ({ settings }) => !settings.variation,
	format: (stop) => (stop === OWN ? 'its own' : formatSeed(Number(stop))),
	order: { plan: 145, rack: 56, sheet: 145, run: 26 },
	keepsPrepared: true,
	chance: true,
	figures: true,
	follows: {
		dial: 'variation',
		alone:
			'Nothing is varied, so what it is varied towards changes nothing: put an amount on the variation dial.',
		beside:
			'At a variation of 0 every seed that it is varied towards is the same picture: take 0 off.'
	},
	control: { kind: 'seeds' },
	table: { number: { least: OWN, most: MOST_SEED, whole: true } }
});
