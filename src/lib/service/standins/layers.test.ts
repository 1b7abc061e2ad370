import { describe, expect, it } from 'vitest';
import { makeSurface } from '$lib/service/http/surface';
import { arrange, halved, NOTHING, settingBytes, type Arrangement } from './layers';
import { characterOf } from './models';
import { paintCast, paintScene, paintSetting } from './painting';
import { readPrompt } from './reading';
import { scenesFor } from './scenes';
import { marksOf } from './standing';

const [width, height] = [96, 80];
const here: Arrangement = {
	horizon: { from: 0.5, to: 0.5 },
	pan: 0,
	cast: { from: { x: 0.5, foot: 0.5 }, to: { x: 0.5, foot: 0.5 }, scale: 1 },
	gains: [1, 1, 1]
};
/** Dark above the horizon, light below. */
const setting = new Uint8Array(settingBytes(width, height)).map((_, i) =>
	i >= width * height * 3 ? 0 : i < (width * height * 3) / 2 ? 40 : 200
);
/** A white square of 10 pixels that stands in the middle. */
const square = {
	view: { left: 43, top: 30, width: 10, height: 10 },
	matte: new Uint8Array(100).fill(255),
	over: new Uint8Array(300).fill(halved(254))
};
const nobody = {
	view: { left: 0, top: 0, width: 4, height: 4 },
	matte: new Uint8Array(16),
	over: new Uint8Array(48).fill(NOTHING)
};
const at = (pixels: Uint8Array, x: number, y: number) => pixels[(y * width + x) * 3];

describe('arranged layers', () => {
	it.each([
		['turnstone-2', 'a fox in a meadow, autumn'],
		['gannet', 'a heron in a marsh at dawn'],
		['curlew', 'a teapot on a table, night'],
		['sanderling', 'a dinghy on the lake'],
		['dunlin', 'an owl in the forest at dusk'],
		['eider', 'a teapot on a table, night']
	])('left as they are, give %s its scene back: %s', (model, prompt) => {
		const [scene] = scenesFor(characterOf(model)!, readPrompt(prompt))
			.filter((one) => one.prompted)
			.map((one) => ({ ...one, uninvited: [] }));
		const [w, h] = [192, 160];
		const { pixels, cover } = paintSetting(scene, w, h, makeSurface);
		const all = new Uint8Array(settingBytes(w, h));
		all.set(pixels);
		all.set(cover, pixels.length);
		const marks = marksOf(scene, w, h);
		const cast = paintCast(scene, w, h, makeSurface);
		const as = { horizon: { from: marks.horizon, to: marks.horizon } };
		const standing = { from: marks, to: marks, scale: 1 };
		const made = arrange(all, cast, { ...here, ...as, cast: standing }, w, h);
		const whole = paintScene(scene, w, h, makeSurface);
		const apart = made.reduce((sum, v, i) => sum + Math.abs(v - whole[i]), 0) / made.length;
		// What stands before actors is finished with them in the one, by itself in the other.
		expect(apart).toBeLessThan(5);
		const without = pixels.reduce((sum, v, i) => sum + Math.abs(v - whole[i]), 0) / made.length;
		expect(apart).toBeLessThan(without / 2);
	});

	it('move a horizon, and what is at the edges not', () => {
		const made = arrange(
			setting,
			nobody,
			{ ...here, horizon: { from: 0.5, to: 0.6 } },
			width,
			height
		);
		const column = Array.from({ length: height }, (_, y) => at(made, 20, y));
		expect(column.findIndex((v) => v > 120)).toBe(48);
		expect([column[0], column[height - 1]]).toEqual([40, 200]);
	});

	it('move the middle of a setting to the right, and not its edges', () => {
		const striped = setting.map((v, i) =>
			i < width * height * 3 ? (Math.floor(i / 3) % width < width / 2 ? 0 : 255) : v
		);
		const made = arrange(striped, nobody, { ...here, pan: 0.05 }, width, height);
		const edge = Array.from({ length: width }, (_, x) => at(made, x, 10)).findIndex((v) => v > 127);
		expect(edge).toBeGreaterThanOrEqual(52);
		expect(edge).toBeLessThanOrEqual(54);
		expect([at(made, 0, 10), at(made, width - 1, 10)]).toEqual([0, 255]);
	});

	it('move and enlarge actors, who stand behind what covers them', () => {
		const to = { x: 0.25, foot: 0.75 };
		const made = arrange(
			setting,
			square,
			{ ...here, cast: { ...here.cast, to, scale: 2 } },
			width,
			height
		);
		const white = made.filter((v, i) => i % 3 === 0 && v > 240).length;
		expect(white).toBeGreaterThan(300);
		expect(white).toBeLessThan(420);
		expect(at(made, 24, 55)).toBeGreaterThan(240);
		expect(at(made, 48, 35)).toBe(40);
		const covered = setting.map((v, i) => (i < width * height * 3 ? v : 255));
		expect(arrange(covered, square, here, width, height)).toEqual(
			arrange(covered, nobody, here, width, height)
		);
	});

	it('lighten every channel by its own gain', () => {
		const made = arrange(setting, nobody, { ...here, gains: [1.1, 1, 0.5] }, width, height);
		expect([...made.slice(0, 3)]).toEqual([44, 40, 20]);
	});
});
