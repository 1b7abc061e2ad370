import { describe, expect, it } from 'vitest';
import { destinations } from '$lib/core/frame';
import { CropState } from './crops.svelte';

const square = destinations.find(({ id }) => id === 'square')!;
const wide = destinations.find(({ id }) => id === 'wide')!;
/** A picture of 1200 x 800, cropped for a square or a video. */
const crops = () => new CropState({ width: 1200, height: 800 }, () => [square, wide]);

describe('crops of a picture', () => {
	it('lie in the middle until they are moved, as large as the picture lets them', () => {
		const state = crops();
		const { left, top, width, height } = state.boxOf(square);
		// A square of 800 in 1200 x 800: a third of the width goes, half of it on each side.
		expect([width, height]).toEqual([expect.closeTo(2 / 3, 9), 1]);
		expect([left, top]).toEqual([expect.closeTo(1 / 6, 9), 0]);
	});

	it('are moved by shares of the picture, up to its edges, along the side that has room', () => {
		const state = crops();
		state.toggle('square');
		const from = state.placeOf('square');
		state.move(from, { x: 1 / 12, y: 0.4 });
		expect(state.boxOf(square).left).toBeCloseTo(1 / 6 + 1 / 12, 9);
		expect(state.boxOf(square).top).toBe(0);
		state.move(from, { x: 5, y: 0 });
		expect(state.boxOf(square).left).toBeCloseTo(1 / 3, 9);
		state.move(from, { x: -5, y: 0 });
		expect(state.boxOf(square).left).toBe(0);
		// The other one stays where it was.
		expect(state.placeOf('wide')).toEqual({ x: 0.5, y: 0.5 });
	});

	it('move nothing while none is on the picture', () => {
		const state = crops();
		state.move({ x: 0.5, y: 0.5 }, { x: 0.1, y: 0.1 });
		expect(state.placeOf('square')).toEqual({ x: 0.5, y: 0.5 });
	});

	it('have the one on the picture that was chosen last; where it is given up, the one before', () => {
		const state = crops();
		state.toggle('square');
		state.toggle('wide');
		expect(state.active).toBe('wide');
		state.toggle('wide');
		expect([state.active, state.chosen]).toEqual(['square', ['square']]);
		state.toggle('square');
		expect([state.active, state.all()]).toEqual([null, []]);
	});

	it('are typed as sizes, once each, and what is no size is said', () => {
		const state = crops();
		expect(state.type('60 mm')).toBeNull();
		expect(state.type('60 mm')).toBeNull();
		expect(state.uses.map(({ id }) => id)).toEqual(['square', 'wide', '60 mm']);
		expect([state.chosen, state.active]).toEqual([['60 mm'], '60 mm']);
		expect(state.type('large')).toMatch(/is no frame/);
		expect(state.chosen).toEqual(['60 mm']);
		state.toggle('wide');
		expect(state.all().map(({ width, height }) => (1200 * width) / (800 * height))).toEqual([
			expect.closeTo(1, 9),
			expect.closeTo(16 / 9, 9)
		]);
	});
});
