import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Stroke } from '$lib/core/area';
import { AreaState } from './area.svelte';

/** What workers were asked, and how they answer: each waits until it is let on. */
const asked: { strokes: readonly Stroke[]; answer: (share: number) => void; fail: () => void }[] =
	[];
const masks: (readonly Stroke[])[] = [];
const kept: { name: string; area?: boolean }[] = [];

vi.mock('$lib/workers', () => ({
	areaSeen: (_size: unknown, strokes: readonly Stroke[]) =>
		new Promise((done, fail) =>
			asked.push({
				strokes,
				answer: (share) => done({ tint: new Blob(['tint']), share }),
				fail: () => fail(new Error('The worker ended.'))
			})
		),
	areaMask: (_size: unknown, strokes: readonly Stroke[]) => {
		masks.push(strokes);
		return Promise.resolve(new Blob(['mask']));
	}
}));
vi.mock('$lib/store', () => ({
	keepStart: (one: { name: string; area?: boolean }) => Promise.resolve(`area-${kept.push(one)}`)
}));

const box = (to: number): Stroke => ({
	tool: 'box',
	points: [
		{ x: 0.1, y: 0.1 },
		{ x: to, y: to }
	],
	size: 0.1
});
const settled = () => new Promise((done) => setTimeout(done));

beforeEach(() => {
	asked.length = masks.length = kept.length = 0;
});

describe('an area that is drawn', () => {
	const area = () => new AreaState({ width: 100, height: 80 }, 'take 7');

	it('is seen first, and then kept as a mask that is no picture to begin from', async () => {
		const state = area();
		state.add(box(0.5));
		asked[0].answer(0.16);
		await settled();
		expect(state.seen).toMatchObject({ share: 0.16 });
		expect(state.id).toBe('area-1');
		expect(kept).toMatchObject([{ name: 'an area of take 7', area: true }]);
	});

	it('is that of the last stroke, in whatever order workers answer', async () => {
		const state = area();
		state.add(box(0.5));
		state.add(box(0.9));
		asked[1].answer(0.64);
		await settled();
		asked[0].answer(0.16);
		await settled();
		expect(state.seen!.share).toBe(0.64);
		expect(masks.map((strokes) => strokes.length)).toEqual([2]);
		expect(kept).toHaveLength(1);
	});

	it('is no area where nothing lies in it: no mask is kept', async () => {
		const state = area();
		state.add(box(0.101));
		expect(asked).toHaveLength(0);
		state.add({ tool: 'rubber', points: [{ x: 0.5, y: 0.5 }], size: 0.1 });
		asked[0].answer(0);
		await settled();
		expect([state.seen, state.id, kept.length]).toEqual([null, null, 0]);
	});

	it('takes strokes back and puts them there again, all of them after a clearing', () => {
		const state = area();
		const strokes = [box(0.3), box(0.5), box(0.7)];
		for (const stroke of strokes) state.add(stroke);
		state.undo();
		expect([state.strokes, state.canRedo]).toEqual([strokes.slice(0, 2), true]);
		state.redo();
		state.clear();
		expect([state.strokes, state.canUndo]).toEqual([[], false]);
		for (let i = 0; i < 4; i++) state.redo();
		expect(state.strokes).toEqual(strokes);
		// What is drawn anew can't be followed by what was taken back before.
		state.undo();
		state.add(box(0.9));
		expect(state.canRedo).toBe(false);
	});

	it('has its strokes still when a worker fails, and says so', async () => {
		const state = area();
		state.add(box(0.5));
		asked[0].fail();
		await settled();
		expect(state.problem).toBe(
			'The area could not be kept. The worker ended. What was drawn is here still.'
		);
		expect(state.strokes).toHaveLength(1);
		state.add(box(0.6));
		asked[1].answer(0.2);
		await settled();
		expect([state.problem, state.id]).toEqual([null, 'area-1']);
	});

	it('has a brush between a hundredth and two fifths of the picture', () => {
		const state = area();
		for (let i = 0; i < 20; i++) state.widen(1.25);
		expect(state.size).toBe(0.4);
		for (let i = 0; i < 40; i++) state.widen(0.8);
		expect(state.size).toBe(0.01);
	});
});
