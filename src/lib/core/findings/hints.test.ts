import { mean, sampleRankCorrelation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { fit, wantedFor, type Evidence } from '$lib/core/judge';
import { normals, stream } from '$lib/core/random';
import { rules, worldOf } from '$lib/core/testing';
import { findingsOf, knownFrom, type Hint, type Said } from './index';

/** A judged world whose takes have measures: what each take is truly worth is handed over. */
function measured(
	seed: number,
	measure: (score: number, take: number) => Record<string, number>,
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
			measures: measure(world.score(take.stops), i)
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
	const planted = measured(4, (score, i) => ({
		sharp: 10 + score + 0.3 * grains[i],
		grain: 5 - score + 0.9 * grains[(i + 30) % 72],
		other: grains[(i + 50) % 72]
	}));

	it('name a measure that was planted, with its direction', () => {
		const [{ says, data, drawing }] = hinted(planted);
		expect(says).toMatch(
			/^Settings that you prefer tend to have more sharpness \(correlation 0\.\d+\)\./u
		);
		expect(says).not.toContain('lightness');
		expect(data.measure).toBe('sharp');
		expect(data.settings).toBe(18);
		expect(drawing).toMatchObject({ kind: 'intervals', even: 0 });
	});

	// Source: `simple-statistics` (Spearman 1904).
	it('are rank correlations over settings', () => {
		const known = knownFrom(planted, fit(planted, wantedFor(planted)));
		const [{ data, table }] = hinted(planted);
		const values = known.settings.map(({ takes }) =>
			mean(takes.map((i) => planted.takes[i].measures.sharp))
		);
		expect(data.rank).toBeCloseTo(sampleRankCorrelation(values, known.standing.mean), 9);
		expect(table!.rows).toHaveLength(3);
	});

	it('name none where measures know nothing of score', () => {
		const wrong = Array.from({ length: 8 }, (_, seed) => {
			const [one, two] = [noise(100 + seed), noise(200 + seed)];
			return hinted(measured(50 + seed, (_worth, i) => ({ sharp: one[i], grain: two[i] }), 'one'));
		}).filter(([{ says }]) => !says.startsWith('No measure clearly goes with what is preferred.'));
		expect(wrong.length).toBeLessThanOrEqual(2);
	});

	it('are given from six measured settings on, and for measures that say something', () => {
		const some = (count: number) => (score: number, i: number) =>
			i < count ? { sharp: score + grains[i] } : ({} as Record<string, number>);
		expect(hinted(measured(4, some(5)))).toEqual([]);
		expect(hinted(measured(4, some(6)))[0].data.settings).toBe(6);
		// The same figure for every take has no rank.
		expect(hinted(measured(4, () => ({ sharp: 7 })))).toEqual([]);
		const draw = stream('unjudged');
		const unjudged = measured(4, () => ({ sharp: draw.below(9) }));
		expect(hinted({ ...unjudged, marks: [] })).toEqual([]);
	});
});
