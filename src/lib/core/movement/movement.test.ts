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
	sampleRack({ steps: [4, 8, 16, 32], seed: [1, 2], model: ['gannet', 'eider'] })
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
		expect(movementSays(none, 'steps')).toMatch(/Comparing 12 pairs/);
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
		expect(pairKey('b', 'a')).toBe(pairKey('a', 'b'));
	});
});
