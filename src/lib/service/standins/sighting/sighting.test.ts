import { describe, expect, it } from 'vitest';
import { makeSurface } from '$lib/service/http/surface';
import { lights } from '../repertoire/lights';
import { subjects } from '../repertoire/subjects';
import { Stage } from '../stage';
import { stream } from '$lib/core/random';
import { searched, sightings } from './index';

const SIDE = 384;

/** A subject drawn alone on a plain ground: its foot, its height and whether it is mirrored are known. */
function drawnAt(id: string, x: number, y: number, tall: number, mirror: boolean) {
	const surface = makeSurface(SIDE, SIDE);
	const { pen } = surface;
	pen.fillStyle = '#b9c4c9';
	pen.fillRect(0, 0, SIDE, SIDE);
	const light = lights.find((one) => one.id === 'overcast')!;
	const stage = new Stage(pen, 1000, 1000, light, 600, [300, 200], 500, stream(`seen|${id}`), null);
	pen.translate(x, y);
	pen.scale(((mirror ? -1 : 1) * tall) / 1000, tall / 1000);
	subjects.find((one) => one.id === id)!.draw(stage, false);
	const drawn = surface.pixels();
	const pixels = new Uint8Array(SIDE * SIDE * 3).map(
		(_, i) => drawn[Math.floor(i / 3) * 4 + (i % 3)]
	);
	return searched(pixels, SIDE, SIDE);
}

const look = ({ pixels, width, height }: ReturnType<typeof searched>) =>
	sightings(pixels, width, height, makeSurface);

describe('a subject in a picture', () => {
	const cases = [
		['horse', 150, 300, 170, false],
		['horse', 250, 330, 220, true],
		['teapot', 120, 200, 120, false],
		['windmill', 230, 340, 260, false],
		['owl', 300, 280, 150, true]
	] as const;

	it.each(cases)(
		'%s with its foot at %i, %i, %i pixels tall, is found there',
		(id, x, y, tall, mirror) => {
			const all = look(drawnAt(id, x, y, tall, mirror));
			const own = all.find(({ subject }) => subject.id === id)!;
			// A windmill's sails stand otherwise in every picture: a book's plain edges may agree better.
			if (id !== 'windmill') expect(own.score).toBe(Math.max(...all.map(({ score }) => score)));
			const { left, right, top, bottom } = own.box;
			// Within a twentieth of the picture of where it was put.
			expect(Math.abs(bottom * SIDE - y)).toBeLessThan(SIDE / 20);
			expect(left * SIDE).toBeLessThan(x);
			expect(right * SIDE).toBeGreaterThan(x);
			expect(Math.abs((bottom - top) * SIDE - tall)).toBeLessThan(tall / 4);
		}
	);

	it('is nowhere in a plain one: no contours agree', () => {
		const plain = new Uint8Array(96 * 96 * 3).fill(128);
		for (const { score } of look({ pixels: plain, width: 96, height: 96 }))
			expect(score).toBeLessThan(0.01);
	});

	it('is looked for in pictures of any shape', () => {
		for (const [w, h] of [
			[2000, 20],
			[20, 2000],
			[1, 1]
		]) {
			const small = searched(new Uint8Array(w * h * 3).fill(90), w, h);
			expect(look(small)).toHaveLength(subjects.length);
		}
	});
});
