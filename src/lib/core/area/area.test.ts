import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { shaped, thinned, touches, type Stroke } from './index';

const [WIDTH, HEIGHT] = [23, 17];
const draw = stream('area');
/** Two blots and a speck. */
const drawn = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, p) => {
	const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
	return Math.hypot(x - 6, y - 7) < 4 || Math.hypot(x - 16, y - 10) < 3.2 || p === 21 ? 255 : 0;
});

/** By looking at every pixel from every other. */
function slowly(grow: number, feather: number): number[] {
	const far = (p: number, kind: boolean) => {
		let least = Infinity;
		for (let q = 0; q < drawn.length; q++)
			if (drawn[q] > 127 === kind)
				least = Math.min(
					least,
					Math.hypot((p % WIDTH) - (q % WIDTH), Math.floor(p / WIDTH) - Math.floor(q / WIDTH))
				);
		return least;
	};
	return [...drawn].map((one, p) => {
		const depth = (one ? far(p, false) - 0.5 : 0.5 - far(p, true)) + grow;
		if (depth <= 0) return 0;
		return feather ? Math.round(255 * Math.min(1, depth / feather)) : 255;
	});
}

describe('an area', () => {
	it.each([
		[0, 0],
		[2, 0],
		[-1.5, 0],
		[0, 3],
		[3, 4],
		[-1, 2]
	])('grown by %s and faded over %s is as by looking at every pixel', (grow, feather) => {
		expect([...shaped(drawn, WIDTH, HEIGHT, { grow, feather })]).toEqual(slowly(grow, feather));
	});

	it('fades inwards: nothing outside is touched', () => {
		const soft = shaped(drawn, WIDTH, HEIGHT, { feather: 5 });
		for (let p = 0; p < drawn.length; p++) if (!drawn[p]) expect(soft[p]).toBe(0);
	});

	it('of nothing is nothing, and of everything everything', () => {
		const [none, all] = [new Uint8Array(64), new Uint8Array(64).fill(255)];
		expect(shaped(none, 8, 8, { grow: 4, feather: 2 })).toEqual(none);
		expect(shaped(all, 8, 8, { grow: -1, feather: 2 })).toEqual(all);
	});

	it('is shaped the same on random ground as pixel by pixel, at once', () => {
		const noise = Uint8Array.from({ length: 4096 }, () => (draw.chance(0.02) ? 255 : 0));
		const grown = shaped(noise, 64, 64, { grow: 0.9 });
		// Too little for what touches at a corner: itself and its four neighbours.
		for (let p = 0; p < 4096; p++) {
			const [x, y] = [p % 64, Math.floor(p / 64)];
			const near =
				noise[p] ||
				(x && noise[p - 1]) ||
				(x < 63 && noise[p + 1]) ||
				(y && noise[p - 64]) ||
				(y < 63 && noise[p + 64]);
			expect(grown[p]).toBe(near ? 255 : 0);
		}
	});
});

describe('a stroke', () => {
	const stroke = (tool: Stroke['tool'], points: [number, number][]): Stroke => ({
		tool,
		size: 0.1,
		points: points.map(([x, y]) => ({ x, y }))
	});

	it('covers something, unless it is a box or a lasso without an inside', () => {
		expect(touches(stroke('brush', [[0.5, 0.5]]))).toBe(true);
		expect(touches(stroke('box', [[0.5, 0.5]]))).toBe(false);
		expect(
			touches(
				stroke('box', [
					[0.5, 0.5],
					[0.5, 0.9]
				])
			)
		).toBe(false);
		expect(
			touches(
				stroke('box', [
					[0.5, 0.5],
					[0.6, 0.9]
				])
			)
		).toBe(true);
		expect(
			touches(
				stroke('lasso', [
					[0.5, 0.5],
					[0.6, 0.9]
				])
			)
		).toBe(false);
		expect(
			touches(
				stroke('lasso', [
					[0.5, 0.5],
					[0.6, 0.9],
					[0.4, 0.8]
				])
			)
		).toBe(true);
	});
});

describe('a stroke that is kept', () => {
	it('is short however slowly it was drawn, and nowhere farther from it than a step', () => {
		const points = Array.from({ length: 5000 }, (_, i) => {
			const angle = (2 * Math.PI * i) / 4999;
			return { x: 0.5 + 0.4 * Math.cos(angle), y: 0.5 + 0.3 * Math.sin(angle) };
		});
		const step = 1 / 192;
		const short = thinned({ tool: 'lasso', size: 0.03, points }, step);
		// A segment of a JPEG holds 65 533 bytes (ITU-T T.81, B.1.1.4): five such strokes fit.
		expect(JSON.stringify(short).length).toBeLessThan(13_000);
		expect(short.points.length).toBeLessThan(450);
		const [first, last] = [short.points[0], short.points.at(-1)!];
		expect(Math.hypot(first.x - points[0].x, first.y - points[0].y)).toBeLessThan(1e-3);
		expect(Math.hypot(last.x - points[4999].x, last.y - points[4999].y)).toBeLessThan(1e-3);
		for (const point of points) {
			const near = short.points.map(({ x, y }) => Math.hypot(x - point.x, y - point.y));
			expect(Math.min(...near)).toBeLessThan(step * 1.1);
		}
	});

	it('of one place stays that place', () => {
		const one = thinned({ tool: 'brush', size: 0.1, points: [{ x: 0.123456, y: 0.5 }] }, 0.01);
		expect(one.points).toEqual([{ x: 0.123, y: 0.5 }]);
	});
});
