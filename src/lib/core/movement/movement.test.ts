import { describe, expect, it } from 'vitest';
import { hashDistance } from '$lib/core/measure';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import {
	chancePairs,
	movementOf,
	movementSays,
	nearCopies,
	pairKey,
	restsAt,
	stepsOf,
	type Pair
} from './index';

const takes = sampleTakes(
	sampleRack({ steps: [4, 8, 16, 32], seed: [1, 2], model: ['birch', 'cedar'] })
);
const stepOf = (id: string) => takes.find((take) => take.id === id)!.settings.steps;
/** A planted truth: the picture moves until 16 steps. */
const planted = ({ one, two }: Pair) => (Math.min(stepOf(one), stepOf(two)) < 16 ? 0.7 : 0.99);

describe('movement along a dial', () => {
	it('compares takes that differ in the dial alone', () => {
		const steps = stepsOf(takes, 'steps');
		expect(steps.map(({ from, to }) => [from, to])).toEqual([
			[4, 8],
			[8, 16],
			[16, 32]
		]);
		for (const { pairs } of steps) {
			expect(pairs).toHaveLength(4);
			for (const { one, two } of pairs) {
				const [a, b] = [one, two].map((id) => takes.find((take) => take.id === id)!.settings);
				expect({ ...a, steps: 0 }).toEqual({ ...b, steps: 0 });
			}
		}
		expect(stepsOf(takes, 'guidance')).toEqual([]);
	});

	it('finds the stop beyond which a planted truth says that nothing moves', () => {
		const movements = movementOf(stepsOf(takes, 'steps'), planted);
		expect(restsAt(movements)).toBe(16);
		expect(movementSays(movements, 'steps')).toBe('Past steps 16 the picture hardly moves.');
		const restless = movementOf(stepsOf(takes, 'steps'), () => 0.5);
		expect(restsAt(restless)).toBeNull();
		expect(movementSays(restless, 'steps')).toMatch(/still moves/);
	});

	it('goes over stops that were only run with other words', () => {
		const mixed = [
			...sampleTakes(sampleRack({ steps: [4, 20, 28] })),
			...sampleTakes(sampleRack({ steps: [24], wording: ['a crab'] })).map((take) => ({
				...take,
				id: 'x'
			}))
		];
		const steps = stepsOf(mixed, 'steps');
		expect(steps.map(({ from, to }) => [from, to])).toEqual([
			[4, 20],
			[20, 28]
		]);
		const known = movementOf(steps, ({ one }) => (one === 't0' ? 0.5 : 0.99));
		expect(restsAt(known)).toBe(20);
	});

	it('says what is not known yet', () => {
		const none = movementOf(stepsOf(takes, 'steps'), () => undefined);
		expect(none.every(({ moved }) => moved === null)).toBe(true);
		expect(movementSays(none, 'steps')).toBe('Comparing pairs: 0 of 12 …');
		// All but one say that nothing moves: the last one could say otherwise.
		let left = 11;
		const most = movementOf(stepsOf(takes, 'steps'), () => (left-- > 0 ? 0.99 : undefined));
		expect(movementSays(most, 'steps')).toBe('Comparing pairs: 11 of 12 …');
		// One that never can be compared holds no verdict up.
		const lost = movementOf(stepsOf(takes, 'steps'), ({ one }) => (one === 't0' ? null : 0.99));
		expect(movementSays(lost, 'steps')).toMatch(/hardly moves\.$/);
		expect(movementSays([], 'guidance')).toMatch(/No two takes/);
	});
});

describe('near-copies', () => {
	it('are grouped by their hashes', () => {
		const rows = [
			{ id: 'a', hash: '0000000000000000' },
			{ id: 'b', hash: 'ffff000000000000' },
			{ id: 'c', hash: '0000000000000003' },
			{ id: 'd', hash: 'fffe000000000000' },
			{ id: 'e', hash: '00ff00ff00ff00ff' }
		];
		expect(nearCopies(rows, hashDistance)).toEqual([
			['a', 'c'],
			['b', 'd']
		]);
	});
});

describe('chance', () => {
	it('parts pictures of one batch from those of separate seeds', () => {
		const some = sampleTakes(sampleRack({ seed: [1, 2], batch: [1, 2] }));
		const { seeds, batch } = chancePairs(some);
		expect(batch).toHaveLength(2);
		expect(seeds).toHaveLength(4);
		expect(chancePairs(takes).batch).toEqual([]);
	});

	// The first 120 pairs were all of one setting.
	it('is told from all settings alike, however many pairs each of them has', () => {
		const many = sampleTakes(
			sampleRack({ guidance: [2, 4, 6, 8], seed: Array.from({ length: 20 }, (_, i) => i) })
		);
		const guidance = new Map(many.map(({ id, settings }) => [id, settings.guidance]));
		const { seeds } = chancePairs(many, 120);
		expect(seeds).toHaveLength(120);
		const counts = [2, 4, 6, 8].map(
			(stop) => seeds.filter(({ one }) => guidance.get(one) === stop).length
		);
		expect(counts).toEqual([30, 30, 30, 30]);
		expect(new Set(seeds.map(({ one, two }) => pairKey(one, two))).size).toBe(120);
		for (const { one, two } of seeds) expect(guidance.get(one)).toBe(guidance.get(two));
		// With more settings than pairs they are spread over all of them.
		const wide = sampleTakes(
			sampleRack({ guidance: Array.from({ length: 500 }, (_, i) => i / 10), seed: [1, 2] })
		);
		const stops = chancePairs(wide, 50).seeds.map(
			({ one }) => wide.find(({ id }) => id === one)!.settings.guidance
		);
		expect(Math.min(...stops)).toBeLessThan(1);
		expect(Math.max(...stops)).toBeGreaterThan(48);
		// All of them, where that is asked for.
		expect(chancePairs(many).seeds).toHaveLength(4 * 190);
	});

	it('knows a pair whichever comes first', () => {
		expect(pairKey('b', 'a')).toBe(pairKey('a', 'b'));
	});
});
