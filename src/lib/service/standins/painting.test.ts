import { describe, expect, it } from 'vitest';
import { toLatent } from './book';
import { characterOf } from './models';
import { paintScene } from './painting';
import { makeSurface } from '$lib/service/http/surface';
import { readPrompt } from './reading';
import { media } from './repertoire/media';
import { blur, luminance, noise, noiseAcross, speck, speckAcross } from './repertoire/media/grain';
import { lights } from './repertoire/lights';
import { places } from './repertoire/places';
import type { Rgb } from './colour';
import { study, subjects, type Subject } from './repertoire/subjects';
import { uninvited } from './repertoire/uninvited';
import { framings } from './repertoire/framings';
import { scenesFor, type Scene } from './scenes';

/** A clean scene to change one thing in. */
const plain = ((): Scene => {
	const scene = scenesFor(
		characterOf('turnstone-2')!,
		readPrompt('a lighthouse by the sea on a clear day')
	)[0];
	return { ...scene, uninvited: [], facing: 1 };
})();
const SIZE = 128;
/** The plain scene with another subject. */
const starring = (subject: Subject, accent: Rgb | null = null): Partial<Scene> => ({
	lead: { subject, count: 1, accent }
});
const paint = (change: Partial<Scene> = {}, width = SIZE, height = SIZE) =>
	paintScene({ ...plain, ...change }, width, height, makeSurface);
const apart = (a: ArrayLike<number>, b: ArrayLike<number>) => {
	let sum = 0;
	for (let i = 0; i < a.length; i++) sum += Math.abs(a[i] - b[i]);
	return sum / a.length;
};
const deviation = (bytes: Uint8Array) => {
	const mean = bytes.reduce((sum, v) => sum + v, 0) / bytes.length;
	return Math.sqrt(bytes.reduce((sum, v) => sum + (v - mean) ** 2, 0) / bytes.length);
};

describe('paintScene', () => {
	it('gives the same bytes for the same scene', () => {
		expect(paint()).toEqual(paint());
	});

	it('fills every frame, wide, tall and small', () => {
		for (const [width, height] of [
			[192, 64],
			[64, 192],
			[16, 16]
		]) {
			const bytes = paint({}, width, height);
			expect(bytes).toHaveLength(width * height * 3);
			expect(deviation(bytes)).toBeGreaterThan(10);
		}
	});

	it('is the same scene at latent size and at full size', () => {
		const small = toLatent(paint({}, 64, 64), 32, 32, 2);
		const large = toLatent(paint({}, 256, 256), 32, 32, 8);
		const other = toLatent(
			paint({ across: 0.2, lightSide: plain.lightSide > 0 ? -1 : 1 }, 256, 256),
			32,
			32,
			8
		);
		expect(apart(small, large)).toBeLessThan(apart(other, large) / 2);
		expect(apart(small, large)).toBeLessThan(0.1);
	});

	it.each([...subjects, study].map((subject) => [subject.id, subject] as const))(
		'%s is seen at home and elsewhere',
		(_id, subject) => {
			const home = places.findIndex(({ id }) => id === subject.home);
			for (const step of [0, 5, 11]) {
				const place = places[(home + step) % places.length];
				const without = paint({ place, ...starring({ ...subject, draw: () => undefined }) });
				const seen = paint({ place, ...starring(subject) });
				expect(apart(seen, without), place.id).toBeGreaterThan(1.2);
				expect(seen.every(Number.isFinite)).toBe(true);
			}
		}
	);

	it.each(subjects.map((subject) => [subject.id, subject] as const))(
		'%s with a part too many differs',
		(_id, subject) => {
			const extra = uninvited.find(({ id }) => id === 'extra')!;
			expect(
				apart(paint(starring(subject)), paint({ ...starring(subject), uninvited: [extra] }))
			).toBeGreaterThan(0.08);
		}
	);

	it.each(uninvited.map((thing) => [thing.id, thing] as const))(
		'%s shows when it is there',
		(_id, thing) => {
			expect(apart(paint(), paint({ uninvited: [thing] }))).toBeGreaterThan(0.1);
		}
	);

	it('lights, framings and places can be told apart', () => {
		const sets = [
			lights.map((light) => paint({ light })),
			framings.map((framing) => paint({ framing })),
			places.map((place) => paint({ place }))
		];
		for (const set of sets) {
			set.forEach((a, i) =>
				set.forEach((b, j) => i < j && expect(apart(a, b)).toBeGreaterThan(1.2))
			);
		}
	});

	it('night is darker than day, fog has less contrast than either', () => {
		const by = (id: string) => paint({ light: lights.find((light) => light.id === id)! });
		const mean = (bytes: Uint8Array) => bytes.reduce((sum, v) => sum + v, 0) / bytes.length;
		expect(mean(by('night'))).toBeLessThan(mean(by('day')) / 1.5);
		expect(deviation(by('fog'))).toBeLessThan(deviation(by('day')));
	});

	it('gives the subject the colour that the prompt names', () => {
		const share = (accent: Rgb) => {
			const bytes = paint(
				starring(
					subjects.find(({ id }) => id === 'hut')!,
					accent
				)
			);
			let green = 0;
			for (let i = 0; i < bytes.length; i += 3)
				if (bytes[i + 1] > bytes[i] * 1.15 && bytes[i + 1] > bytes[i + 2] * 1.05) green++;
			return green;
		};
		expect(share([60, 170, 70])).toBeGreaterThan(share([190, 60, 50]) + 300);
	});
});

describe('media', () => {
	const plates = new Map(media.map((medium) => [medium.id, paint({ medium })]));

	it.each(media.map(({ id }) => [id]))('%s looks like no other', (id) => {
		for (const [other, bytes] of plates) {
			if (other !== id) expect(apart(plates.get(id)!, bytes), other).toBeGreaterThan(3);
		}
	});

	it('linocut prints with few inks, ink leaves most of the paper bare', () => {
		const tones = (bytes: Uint8Array) => {
			const counts = new Map<number, number>();
			for (let i = 0; i < bytes.length; i += 3) {
				const key = (bytes[i] >> 5) * 64 + (bytes[i + 1] >> 5) * 8 + (bytes[i + 2] >> 5);
				counts.set(key, (counts.get(key) ?? 0) + 1);
			}
			const sorted = [...counts.values()].sort((a, b) => b - a);
			const total = sorted.reduce((a, b) => a + b);
			return sorted.slice(0, 6).reduce((a, b) => a + b) / total;
		};
		expect(tones(plates.get('linocut')!)).toBeGreaterThan(tones(plates.get('photograph')!));
	});
});

describe('grain', () => {
	it('noise repeats every 256 cells and stays within bounds', () => {
		for (let i = 0; i < 200; i++) {
			const [x, y] = [i * 1.37, i * 0.71];
			expect(noise(x, y)).toBeCloseTo(noise(x + 256, y - 256), 6);
			expect(Math.abs(noise(x, y))).toBeLessThanOrEqual(2);
		}
	});

	it('blur keeps the mean of a flat field and agrees with a plain mean inside', () => {
		const [width, height, r] = [12, 9, 2];
		const source = Float32Array.from({ length: width * height }, (_, i) => (i * 7919) % 31);
		const out = blur(source, width, height, r);
		let sum = 0;
		for (let y = 4 - r; y <= 4 + r; y++)
			for (let x = 6 - r; x <= 6 + r; x++) sum += source[y * width + x];
		expect(out[4 * width + 6]).toBeCloseTo(sum / 25, 4);
		expect([...blur(new Float32Array(20).fill(3), 5, 4, 2)]).toEqual(Array(20).fill(3));
	});

	it('luminance weighs the channels as ITU-R BT.709 does', () => {
		const pixels = new Uint8ClampedArray([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255]);
		const light = luminance({ pixels, width: 3, height: 1 });
		[0.2126, 0.7152, 0.0722].forEach((weight, i) => expect(light[i]).toBeCloseTo(weight, 5));
	});
});

describe('media', () => {
	it.each(media)('$id sees the layers that it says it sees, and no others', (medium) => {
		const [width, height] = [48, 32];
		const size = width * height;
		const asked = new Set<string>();
		const plate = {
			pixels: new Uint8ClampedArray(size * 4).map((_, i) => (i * 37) % 256),
			backdrop: new Uint8ClampedArray(size * 4).fill(90),
			matte: new Uint8Array(size).map((_, p) => (p % 5 ? 0 : 255)),
			near: new Uint8Array(size),
			width,
			height,
			unit: 0.032,
			seed: 3
		};
		const watched = new Proxy(plate, {
			get(of, name: keyof typeof plate) {
				asked.add(name);
				return of[name];
			}
		});
		medium.finish(watched);
		const layers = ['backdrop', 'matte', 'near'].filter((layer) => asked.has(layer));
		expect(layers).toEqual([...medium.sees]);
	});

	it('look noise up row by row as they would point by point', () => {
		const [width, seed] = [60, 77];
		const across = (x: number) => x / 1.024 / 13 - 2 + seed;
		const [smooth, cells] = [noiseAcross(width, across), speckAcross(width, across)];
		for (const y of [-3.2, 0, 7.99, 300.5]) {
			const columns = Array.from({ length: width }, (_, x) => x);
			expect([...smooth.row(y)]).toEqual(columns.map((x) => noise(across(x), y)));
			expect([...smooth.leaning(Float64Array.from(columns, (x) => y + x))]).toEqual(
				columns.map((x) => noise(across(x), y + x))
			);
			expect([...cells(y)]).toEqual(columns.map((x) => speck(across(x), y)));
		}
	});
});
