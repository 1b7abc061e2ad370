import { describe, expect, it } from 'vitest';
import { yields } from './index';

const [may, june] = [new Date(2026, 4, 31, 23).getTime(), new Date(2026, 5, 1, 1).getTime()];
let next = 0;
const entry = (briefId: string, model: string, at: number, mark: 'keep' | 'drop' | null) => ({
	id: `take-${next++}`,
	edited: false,
	briefId,
	model,
	at,
	mark,
	elsewhere: false
});
const entries = [
	entry('a', 'eider', may, 'keep'),
	entry('a', 'eider', may, 'drop'),
	entry('a', 'gannet', june, 'keep'),
	entry('b', 'gannet', june, null),
	{ ...entry('b', 'house', june, 'keep'), elsewhere: true }
];
const spendings = [
	{ briefId: 'a', model: 'eider', credits: 2, at: may },
	{ briefId: 'a', model: 'eider', credits: 2, at: may },
	// Of a take that was deleted since.
	{ briefId: 'a', model: 'eider', credits: 3, at: june },
	{ briefId: 'a', model: 'gannet', credits: 1, at: june },
	{ briefId: 'b', model: 'gannet', credits: 1, at: june }
].map((one, i) => ({ ...one, id: `spending-${i}` }));

describe('what was spent against what was kept', () => {
	it('counts all that was spent, and what is here, by model', () => {
		const [eider, gannet, ...others] = yields('model', spendings, entries);
		expect(others).toEqual([]);
		expect(eider).toMatchObject({ key: 'eider', spent: 7, made: 2, judged: 2, kept: 1, each: 7 });
		expect(gannet).toMatchObject({ key: 'gannet', spent: 2, made: 2, judged: 1, kept: 1, each: 2 });
		// Wilson 1927 for one of two at 95%: 0.0945 to 0.9055.
		expect(eider.rate!.mean).toBe(0.5);
		expect(eider.rate!.low).toBeCloseTo(0.0945, 3);
		expect(eider.rate!.high).toBeCloseTo(0.9055, 3);
	});

	it('goes by brief, and by month in the order of the calendar', () => {
		expect(yields('brief', spendings, entries).map(({ key, spent }) => [key, spent])).toEqual([
			['a', 8],
			['b', 1]
		]);
		expect(
			yields('month', spendings, entries).map(({ key, spent, kept }) => [key, spent, kept])
		).toEqual([
			['2026-05', 4, 1],
			['2026-06', 5, 1]
		]);
	});

	it('says nothing of a rate where nothing was judged', () => {
		const [b] = yields('brief', [], [entry('b', 'gannet', may, null)]);
		expect(b).toMatchObject({ rate: null, each: null, made: 1, spent: 0 });
	});

	it('counts a brief that was opened twice once, but for the brief itself', () => {
		const copies = entries.map((one) => ({
			...one,
			briefId: `${one.briefId} again`,
			copyOf: one.id,
			id: `copy of ${one.id}`,
			mark: null
		}));
		const all = [...copies, ...entries];
		const paid = [...spendings, ...spendings.map((one) => ({ ...one, briefId: 'again' }))];
		for (const by of ['model', 'month'] as const)
			expect(yields(by, paid, all)).toEqual(yields(by, spendings, entries));
		expect(yields('brief', paid, all).find(({ key }) => key === 'again')).toMatchObject({
			spent: 9
		});
	});

	it('counts no edit as a making: five crops of a keeper leave its price', () => {
		const keeper = entry('c', 'house', june, 'keep');
		const crops = Array.from({ length: 5 }, () => ({
			...entry('c', 'house', june, 'keep'),
			edited: true
		}));
		const paid = [{ id: 's', briefId: 'c', model: 'house', credits: 10, at: june }];
		expect(yields('model', paid, [keeper, ...crops])[0]).toMatchObject({ each: 10, made: 1 });
	});
});
