import { describe, expect, it } from 'vitest';
import { destinationOf } from '$lib/core/frame';
import type { Take } from '$lib/core/schema';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { lackSays, lacksOf, withDescendants } from './index';

const of = (written: string) => destinationOf({ id: written, label: 'use', written });
const made = (number: number, width: number, height: number, change: Partial<Take> = {}): Take => {
	const [take] = sampleTakes(sampleRack({ frame: [{ width, height }] }));
	return { ...take, id: `t${number}`, number, state: 'done', ...change };
};
const from = (number: number) => ({ line: [{ take: `t${number}`, number, as: 'enlarged' }] });

describe('what a pick lacks for its destinations', () => {
	const picked = made(1, 1024, 1024);

	// 1080 of 1024 pixels are 1.05 times; a story of 9:16 keeps 9/16 of a square, common arithmetic.
	it('is an enlargement, or another frame, by plain arithmetic', () => {
		const [square, story, any] = lacksOf(
			[of('1080 x 1080'), of('1080 x 1920'), of('1:1')],
			picked,
			[picked]
		);
		expect(square).toMatchObject({ state: 'small', cropped: 0 });
		expect(square.enlarge).toBeCloseTo(1080 / 1024, 9);
		expect(lackSays(square)).toBe('take 1 has the ratio: enlarge it 1.1 times');
		expect(story.state).toBe('other');
		expect(story.cropped).toBeCloseTo(1 - 9 / 16, 9);
		expect(lackSays(story)).toBe(
			'extend take 1, or crop it: 44% is cut off; then enlarge it 1.9 times'
		);
		expect(any.state).toBe('ready');
	});

	it('is nothing once something that came of it is large enough, however far down its line', () => {
		const takes = [
			picked,
			made(2, 1024, 1024, from(1)),
			made(3, 2048, 2048, from(2)),
			made(4, 4096, 4096),
			made(5, 2048, 2048, { ...from(3), state: 'failed' }),
			made(6, 2048, 2048, {
				...from(3),
				edits: [{ id: 'crop', value: { left: 0, top: 0.25, width: 1, height: 0.5 } }]
			})
		];
		expect(withDescendants(picked, takes).map(({ number }) => number)).toEqual([1, 2, 3, 6]);
		const [square, wide] = lacksOf([of('1080 x 1080'), of('2000 x 1000')], picked, takes);
		expect(lackSays(square)).toBe('ready: take 3');
		expect(lackSays(wide)).toBe('ready: take 6');
	});
});
