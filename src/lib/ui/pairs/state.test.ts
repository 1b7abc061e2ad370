import { beforeEach, describe, expect, it, vi } from 'vitest';
import { noEvidence, type PairsAsked, type Shown } from '$lib/core/judge';
import type { Answer } from '$lib/core/schema';
import { undo } from '$lib/ui/shared';
import { nextPairOf } from '$lib/workers';
import { PairsState } from './state.svelte';

/** What the worker was asked, and the pairs that it gives, one after the other; then none. */
const asked: PairsAsked[] = [];
let pairs: Shown[] = [];
let answers: Answer[] = [];
/** What the store says was answered, in any tab. */
let elsewhere: Answer[] = [];
let missing = new Set<string>();

vi.mock('$lib/workers', async (whole) => ({
	...(await whole<object>()),
	nextPairOf: (one: PairsAsked) => {
		asked.push(one);
		return Promise.resolve({ next: pairs.shift() ?? null });
	}
}));
vi.mock('./decoded', () => ({
	decoded: (id: string) =>
		Promise.resolve(missing.has(id) ? null : { url: `blob:${id}`, width: 8, height: 8 })
}));
vi.mock('$lib/store', async (whole) => ({
	...(await whole<object>()),
	addAnswers: (more: Answer[]) => {
		answers = [...answers, ...more];
		return Promise.resolve();
	},
	deleteAnswers: (ids: string[]) => {
		answers = answers.filter(({ id }) => !ids.includes(id));
		return Promise.resolve();
	}
}));

const pair = (left: string, right: string): Shown => ({ left, right, again: false });
const settled = () => new Promise((done) => setTimeout(done));
const inSight = (state: PairsState) => state.now && `${state.now.left} ${state.now.right}`;

async function begun(): Promise<PairsState> {
	const state = new PairsState({
		briefId: () => 'b1',
		answers: () => elsewhere,
		choose: (after) => nextPairOf({ evidence: noEvidence(), dial: null, ...after })
	});
	state.begin();
	await settled();
	return state;
}

beforeEach(() => {
	asked.length = 0;
	answers = [];
	elsewhere = [];
	missing = new Set();
	pairs = [pair('a', 'b'), pair('c', 'd'), pair('e', 'f')];
});

describe('blind pairs', () => {
	it('stand one after the other: the next is there before it is wanted', async () => {
		const state = await begun();
		expect(inSight(state)).toBe('a b');
		expect(asked.at(-1)!.ahead).toEqual([pair('a', 'b')]);
		void state.answer('left');
		expect(inSight(state)).toBe('c d');
	});

	it('are answered once each, under the brief, by the one who judges here', async () => {
		const state = await begun();
		await state.answer('left');
		await settled();
		await state.answer('neither');
		expect(answers).toMatchObject([
			{ briefId: 'b1', left: 'a', right: 'b', answer: 'left', judge: '' },
			{ briefId: 'b1', left: 'c', right: 'd', answer: 'neither', judge: '' }
		]);
	});

	it('are chosen knowing what was just answered, before the store says so', async () => {
		const state = await begun();
		await state.answer('right');
		state.refresh();
		await settled();
		expect(asked.at(-1)!.before).toEqual([{ left: 'a', right: 'b' }]);
	});

	it('come back by undo, in front of the one that stood there, and go by redo', async () => {
		const state = await begun();
		await state.answer('left');
		await undo.back();
		expect([inSight(state), answers]).toEqual(['a b', []]);
		await undo.again();
		expect([inSight(state), answers.length]).toEqual(['c d', 1]);
	});

	it('are left unanswered by a skip, which the next choice knows of', async () => {
		const state = await begun();
		state.skip();
		await settled();
		expect([inSight(state), answers]).toEqual(['c d', []]);
		expect(asked.at(-1)!.skipped).toEqual([pair('a', 'b')]);
	});

	it('are passed over where a picture is missing', async () => {
		missing = new Set(['b']);
		const state = await begun();
		expect(inSight(state)).toBe('c d');
		expect(asked[1].skipped).toEqual([pair('a', 'b')]);
	});

	it('end with a sentence when there is none left, and not before the last was seen', async () => {
		pairs = [pair('a', 'b')];
		const state = await begun();
		expect([inSight(state), state.none]).toEqual(['a b', null]);
		await state.answer('left');
		await settled();
		expect([state.now, state.none]).toEqual([
			null,
			'There is no pair left to compare among these takes.'
		]);
	});

	it('begin anew with what is asked anew: what was on its way is not shown', async () => {
		const state = await begun();
		pairs = [pair('x', 'y'), pair('z', 'w')];
		state.begin();
		expect(state.now).toBeNull();
		await settled();
		expect(inSight(state)).toBe('x y');
	});

	it('go on once the pair in sight was answered in another tab, and stay when another one was', async () => {
		const state = await begun();
		const given = (left: string, right: string): Answer => ({
			...{ id: `${left}${right}`, briefId: 'b1', left, right, answer: 'left', judge: '' },
			...{ again: false, at: 1 }
		});
		elsewhere = [given('x', 'y')];
		state.refresh();
		await settled();
		expect(inSight(state)).toBe('a b');
		elsewhere = [...elsewhere, given('b', 'a')];
		pairs = [pair('g', 'h'), pair('i', 'j')];
		state.refresh();
		await settled();
		expect(inSight(state)).toBe('g h');
		expect(asked.at(-1)!.before).toEqual([
			{ left: 'x', right: 'y' },
			{ left: 'b', right: 'a' }
		]);
	});
});
