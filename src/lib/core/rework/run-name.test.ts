import { describe, expect, it } from 'vitest';
import { cards, sampleRack, sampleTakes } from '$lib/core/testing';
import { runSays } from './index';

const known = { cards };
const base = { ...sampleRack(), model: ['alder-2'], wording: ['a crab'], negative: [''] };
const named = (change: Partial<typeof base>) =>
	runSays(sampleTakes({ ...base, guidance: [6], steps: [20], seed: [1], ...change }), false, known);

describe('a run', () => {
	it('is called by what it varied: figures by their ends, two by their names, more by their number', () => {
		expect(named({ guidance: [3, 6, 9] })).toBe('guidance 3 to 9');
		expect(named({ guidance: [9, 3] })).toBe('guidance 3 and 9');
		expect(named({ model: ['alder-2', 'birch'] })).toBe('Alder 2 and Birch');
		expect(named({ model: ['alder-2', 'birch', 'cedar'], steps: [10, 40] })).toBe(
			'3 models, steps 10 and 40'
		);
		expect(named({ wording: ['a crab', 'a kite', 'a heron'], seed: [1, 2] })).toBe('3 wordings');
	});

	it('that varied chance alone is called by its seeds, and by its takes where it varied nothing', () => {
		expect(named({ seed: [1, 2, 3] })).toBe('3 seeds');
		expect(named({})).toBe('1 take');
	});

	it('says what it came from, and that it was brought in', () => {
		const takes = sampleTakes({ ...base, guidance: [3, 6, 9], steps: [20], seed: [1] });
		const line = [{ take: 't9', number: 9, as: 'vary' }];
		expect(
			runSays(
				takes.map((take) => ({ ...take, line })),
				false,
				known
			)
		).toBe('varied, take 9, guidance 3 to 9');
		expect(runSays(takes, true, known)).toBe('3 pictures brought in');
		expect(runSays([], false, known)).toBe('no takes');
	});
});
