import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Edits } from '$lib/core/edits';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { EditState } from './edits.svelte';

const asked: { longest: number; edits: Edits; answer: (side: number) => void; fail: () => void }[] =
	[];
let there = true;

vi.mock('$lib/workers', () => ({
	previewEdits: (_one: unknown, longest: number, edits: Edits) =>
		new Promise((done, fail) =>
			asked.push({
				longest,
				edits,
				answer: (side) =>
					done({ picture: { width: side, height: side, close() {} }, counts: null }),
				fail: () => fail(new Error('No memory.'))
			})
		)
}));
vi.mock('$lib/store', () => ({
	pictureOf: () => Promise.resolve(there ? { picture: new Blob(['picture']) } : undefined)
}));

const [take] = sampleTakes(sampleRack());
const settled = () => new Promise((done) => setTimeout(done));

beforeEach(() => {
	asked.length = 0;
	there = true;
});

describe('a picture that is changed', () => {
	it('is shown small at once, and larger when nothing further is asked for', async () => {
		new EditState(take, []);
		await settled();
		expect(asked.map(({ longest }) => longest)).toEqual([400]);
		asked[0].answer(400);
		await settled();
		expect(asked.map(({ longest }) => longest)).toEqual([400, 900]);
	});

	it('is not shown larger than it is', async () => {
		new EditState(take, []);
		await settled();
		asked[0].answer(256);
		await settled();
		expect(asked).toHaveLength(1);
	});

	it('leaves out what was asked for between two previews, and shows the latest', async () => {
		const state = new EditState(take, []);
		await settled();
		for (const contrast of [0.1, 0.2, 0.3]) state.turn({ contrast });
		asked[0].answer(400);
		await settled();
		expect(asked).toHaveLength(2);
		expect(asked[1]).toMatchObject({ longest: 400 });
		expect(JSON.stringify(asked[1].edits)).toContain('0.3');
		expect(state.tones.contrast).toBe(0.3);
	});

	it('shows nothing anew when a slider says what it stands at', async () => {
		const state = new EditState(take, []);
		await settled();
		asked[0].answer(256);
		await settled();
		state.turn({ contrast: state.tones.contrast });
		await settled();
		expect(asked).toHaveLength(1);
	});

	it('is shown whole, however it is cropped', async () => {
		const state = new EditState(take, []);
		await settled();
		asked[0].answer(256);
		await settled();
		state.set('crop', { left: 0, top: 0, width: 0.5, height: 1 });
		await settled();
		expect(asked[1].edits).toEqual([]);
		expect(state.edits.map(({ id }) => id)).toEqual(['crop']);
	});

	it('says why it cannot be shown, and is shown again by the next change', async () => {
		const state = new EditState(take, []);
		await settled();
		asked[0].fail();
		await settled();
		expect(state.problem).toBe('The picture cannot be shown with its changes. No memory.');
		state.turn({ contrast: 0.2 });
		await settled();
		asked[1].answer(256);
		await settled();
		expect(state.problem).toBeNull();
	});

	it('says so where the picture is gone', async () => {
		there = false;
		const state = new EditState(take, []);
		await settled();
		expect([state.problem, asked.length]).toEqual([
			'The picture cannot be shown with its changes. Its picture is not here any more.',
			0
		]);
	});
});
