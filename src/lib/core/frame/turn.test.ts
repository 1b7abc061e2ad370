import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alder, birch } from '$lib/core/testing';
import { fitOf, limitsOf, turnFrame, turnNear } from './index';

const limits = limitsOf([alder, birch]);
const side = fc.integer({ min: 1, max: 40 }).map((n) => n * 64);

describe('a frame that is turned', () => {
	it('keeps to what every chosen model takes, wherever it is dragged', () => {
		expect(limits).toMatchObject({ multiple: 64, mostPixels: birch.maxPixels, mostRatio: 8 });
		fc.assert(
			fc.property(
				side,
				side,
				fc.integer({ min: 1, max: 6000 }),
				fc.integer({ min: 1, max: 6000 }),
				(w, h, width, height) => {
					const frame = { width: w, height: h };
					const turned = turnFrame(frame, { width, height }, 'corner', limits);
					for (const card of [alder, birch])
						expect(fitOf(card, turned).kind, JSON.stringify(turned)).not.toBe('impossible');
				}
			)
		);
	});

	it('by one side leaves the other as it is', () => {
		const frame = { width: 1024, height: 768 };
		expect(turnFrame(frame, { width: 1300, height: 9 }, 'right', limits)).toEqual({
			width: 1280,
			height: 768
		});
		expect(turnFrame(frame, { width: 9, height: 700 }, 'bottom', limits)).toEqual({
			width: 1024,
			height: 704
		});
		// 1536 x 1536 pixels are the most: beyond that the side that is turned gives way.
		expect(turnFrame(frame, { width: 9000, height: 768 }, 'right', limits).width).toBe(3072);
	});

	it('takes a model\u2019s own size when it comes near one', () => {
		const frame = { width: 640, height: 640 };
		expect(turnNear(frame, { width: 860, height: 1190 }, 'corner', limits)).toEqual({
			width: 832,
			height: 1216
		});
		expect(turnNear(frame, { width: 700, height: 500 }, 'corner', limits)).toEqual({
			width: 704,
			height: 512
		});
	});
});

describe('a model\u2019s own size', () => {
	const near = (width: number, height: number, ...own: [number, number][]) =>
		turnNear({ width: 640, height: 640 }, { width, height }, 'corner', {
			...limits,
			own: own.map(([width, height]) => ({ width, height }))
		});

	it('is taken within 48 pixels on both sides, and no farther', () => {
		expect(near(1072, 1072, [1024, 1024])).toEqual({ width: 1024, height: 1024 });
		expect(near(1073, 1024, [1024, 1024])).toEqual({ width: 1088, height: 1024 });
		expect(near(1024, 970, [1024, 1024])).toEqual({ width: 1024, height: 960 });
	});

	it('is the nearer one where two are near, whichever stands first', () => {
		expect(near(1040, 1040, [1072, 1072], [1024, 1024])).toEqual({ width: 1024, height: 1024 });
		expect(near(1060, 1060, [1024, 1024], [1072, 1072])).toEqual({ width: 1072, height: 1072 });
	});
});

describe('the step of a frame', () => {
	const of = (...multiples: number[]) =>
		limitsOf(multiples.map((sizeMultiple) => ({ ...alder, sizeMultiple }))).multiple;

	it('is a multiple of what every model asks for, and no finer than usual', () => {
		expect([of(), of(8), of(64), of(48), of(96), of(128)]).toEqual([64, 64, 64, 96, 96, 128]);
		expect([of(48, 64), of(96, 64), of(8, 48)]).toEqual([192, 192, 96]);
		// No frame is a multiple of both: the cards say which model refuses it.
		expect(of(4093, 4091)).toBe(4093);
	});

	it('gives sizes that a model with multiples of 48 takes', () => {
		const limits = limitsOf([{ ...alder, sizeMultiple: 48 }]);
		const { width, height } = turnFrame(
			{ width: 768, height: 768 },
			{ width: 1000, height: 700 },
			'corner',
			limits
		);
		expect([width % 48, height % 48]).toEqual([0, 0]);
	});
});
