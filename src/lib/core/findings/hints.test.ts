import { mean, sampleRankCorrelation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { fit, wantedFor, type Evidence } from '$lib/core/judge';
import { normals, stream } from '$lib/core/random';
import { rules, worldOf } from '$lib/core/testing';
import { findingsOf, knownFrom, type Hint, type Said } from './index';
import { takeScores } from './take-scores';

/** A judged world whose takes have measures: what each take is truly worth is handed over. */
function measured(
	seed: number,
	measure: (worth: number, take: number) => Record<string, number>,
	rule = 'clear'
): Evidence {
	const world = worldOf(
		rules.find(({ id }) => id === rule)!,
		seed
	);
	return {
		...world.evidence,
		names: { faults: {}, measures: { sharp: 'sharpness', grain: 'noise', other: 'lightness' } },
		takes: world.evidence.takes.map((take, i) => ({
			...take,
			measures: measure(world.worth(take.stops), i)
		})),
		marks: world.evidence.takes.map(({ id }, i) => ({
			take: id,
			mark: world.mark(i),
			judge: '',
			blind: true
		}))
	};
}

const hinted = (evidence: Evidence): Said<Hint>[] =>
	(findingsOf(evidence).said.find(({ id }) => id === 'hints')?.items ?? []) as Said<Hint>[];

describe('hints from measures', () => {
	const noise = (seed: number, count = 72) => normals(seed, 0, count);
	const grains = noise(11);
	const planted = measured(4, (worth, i) => ({
		sharp: 10 + worth + 0.3 * grains[i],
		grain: 5 - worth + 0.9 * grains[(i + 30) % 72],
		other: grains[(i + 50) % 72]
	}));

	it('name the measures that were planted, each with its direction, and no other', () => {
		const [{ says, data, drawing }] = hinted(planted);
		expect(says).toMatch(
			/^More sharpness goes with what is preferred \(0\.\d+\)\. Less noise goes with what is preferred \(-0\.\d+\)\.$/u
		);
		expect(data.measure).toBe('sharp');
		expect(data.takes).toBe(72);
		expect(drawing).toMatchObject({ kind: 'intervals', even: 0 });
		if (drawing?.kind !== 'intervals') throw new Error('no intervals');
		expect(drawing.rows.map(({ label, leads }) => [label, leads])).toEqual([
			['sharpness', true],
			['noise', true],
			['lightness', false]
		]);
	});

	// Source: `simple-statistics` (Spearman 1904); Fisher 1921: atanh of a correlation has a deviation of 1/sqrt(n - 3).
	it('are rank correlations with the worth of the takes, within an interval of 90%', () => {
		const worths = takeScores(knownFrom(planted, fit(planted, wantedFor(planted))));
		const [{ data, table }] = hinted(planted);
		const rank = sampleRankCorrelation(
			planted.takes.map(({ measures }) => measures.sharp),
			worths
		);
		expect(data.rank).toBeCloseTo(rank, 9);
		expect(Math.atanh(data.high) - Math.atanh(data.rank)).toBeCloseTo(1.645 / Math.sqrt(69), 9);
		expect(Math.atanh(data.rank) - Math.atanh(data.low)).toBeCloseTo(1.645 / Math.sqrt(69), 9);
		expect(table!.columns).toEqual([
			'measure',
			'goes with worth',
			'from',
			'to',
			'takes',
			'along model',
			'along guidance',
			'along wording'
		]);
		expect(table!.rows).toHaveLength(3);
		// Two wordings have no order to go along.
		expect(table!.rows.every((row) => row[7] === '')).toBe(true);
	});

	it('say how a measure goes along a dial, where it has three stops', () => {
		const evidence = measured(4, (_, i) => ({ sharp: planted.takes[i].stops[1] }));
		const [{ data }] = hinted(evidence);
		const worths = takeScores(knownFrom(evidence, fit(evidence, wantedFor(evidence))));
		const means = [0, 1, 2].map((stop) =>
			mean(worths.filter((_, i) => evidence.takes[i].stops[1] === stop))
		);
		// The measure is the same at each model: along that dial it has no rank.
		expect(data.along.map(({ dial }) => dial)).toEqual(['guidance']);
		expect(data.along[0].rank).toBeCloseTo(sampleRankCorrelation([0, 1, 2], means), 9);
	});

	it('name none where measures know nothing of worth', () => {
		const wrong = Array.from({ length: 8 }, (_, seed) => {
			const [one, two] = [noise(100 + seed), noise(200 + seed)];
			return hinted(measured(50 + seed, (_worth, i) => ({ sharp: one[i], grain: two[i] }), 'one'));
		}).filter(([{ says }]) => says !== 'No measure goes with what is preferred.');
		expect(wrong.length).toBeLessThanOrEqual(2);
	});

	it('are given from twelve measured takes on, and for measures that say something', () => {
		const some = (count: number) => (worth: number, i: number) =>
			i < count ? { sharp: worth + grains[i] } : ({} as Record<string, number>);
		expect(hinted(measured(4, some(11)))).toEqual([]);
		expect(hinted(measured(4, some(12)))[0].data.takes).toBe(12);
		// The same figure for every take has no rank.
		expect(hinted(measured(4, () => ({ sharp: 7 })))).toEqual([]);
		const draw = stream('unjudged');
		const unjudged = measured(4, () => ({ sharp: draw.below(9) }));
		expect(hinted({ ...unjudged, marks: [] })).toEqual([]);
	});
});
