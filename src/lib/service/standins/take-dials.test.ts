import { beforeAll, describe, expect, it } from 'vitest';
import { ciede2000, lab, luma, shrink, ssim } from '$lib/core/measure';
import { normals } from '$lib/core/random';
import type { TakeSettings } from '$lib/core/contract';
import { makeSurface } from '$lib/service/http/surface';
import {
	characterOf,
	openBook,
	readPrompt,
	renderTake,
	traceTake,
	type Bitmap,
	type Materials,
	type SceneBook
} from './index';
import { firstNoise, slerp } from './noise';
import { evidenceOfSubject, subjectsIn } from './describe';
import { lookOf } from './references';
import { tilesOf } from './tiles';

const SIZE = 192;
const turnstone = characterOf('turnstone-2')!;
const prompt = 'a lighthouse at dusk above a salt marsh';
let book: SceneBook;
let other: SceneBook;
const settings = (change: Partial<TakeSettings> = {}): TakeSettings => ({
	model: 'turnstone-2',
	prompt,
	negative: '',
	width: SIZE,
	height: SIZE,
	guidance: 6,
	steps: 16,
	sampler: 'dpm-solver++(2m)',
	schedule: 'karras',
	seed: 11,
	...change
});
const make = (change: Partial<TakeSettings> = {}, materials: Materials = {}, from = book) =>
	renderTake(settings(change), turnstone, from, { materials })!.pixels;
const bitmap = (pixels: Uint8Array): Bitmap => ({ width: SIZE, height: SIZE, pixels });
/** Mean absolute difference of two pictures, 0 to 255. */
const apart = (a: Uint8Array, b: Uint8Array, where: (p: number) => boolean = () => true) => {
	let sum = 0;
	let n = 0;
	for (let i = 0; i < a.length; i++) {
		if (!where(Math.floor(i / 3))) continue;
		sum += Math.abs(a[i] - b[i]);
		n++;
	}
	return sum / n;
};
/** A square picture with every pixel doubled along both sides. */
const doubled = (pixels: Uint8Array, side: number): Uint8Array => {
	const out = new Uint8Array(pixels.length * 4);
	for (let y = 0; y < 2 * side; y++)
		for (let x = 0; x < 2 * side; x++)
			for (let c = 0; c < 3; c++)
				out[(y * 2 * side + x) * 3 + c] = pixels[((y >> 1) * side + (x >> 1)) * 3 + c];
	return out;
};
const seeds = [1, 2, 3, 4, 5, 6];
const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;

beforeAll(() => {
	book = openBook(turnstone, readPrompt(prompt), SIZE, SIZE, makeSurface);
	other = openBook(
		turnstone,
		readPrompt('a windmill in a meadow on a clear day'),
		SIZE,
		SIZE,
		makeSurface
	);
});

describe('first noise', () => {
	const n = 20_000;
	const correlation = (a: Float32Array, b: Float32Array) =>
		a.reduce((sum, v, i) => sum + v * b[i], 0) /
		Math.sqrt(a.reduce((s, v) => s + v * v, 0) * b.reduce((s, v) => s + v * v, 0));

	it('of a batch shares as much as the model is alike: correlation a, unit variance', () => {
		for (const likeness of [0.3, 0.8]) {
			const siblings = [0, 1].map((index) =>
				firstNoise({ seed: 7, batch: { seed: 5, index } }, likeness, n)
			);
			expect(correlation(siblings[0], siblings[1])).toBeCloseTo(likeness, 1);
			expect(siblings[0].reduce((sum, v) => sum + v * v, 0) / n).toBeCloseTo(1, 1);
		}
	});

	it('of a variation starts at the parent bit for bit and ends at the other seed', () => {
		const at = (amount: number) => firstNoise({ seed: 1, variation: { seed: 2, amount } }, 0.3, n);
		expect(at(0)).toEqual(normals(1, 0, n));
		expect(at(1)).toEqual(normals(2, 0, n));
		// Half way along the great circle both are equally near (Shoemake 1985).
		const half = at(0.5);
		expect(correlation(half, at(0))).toBeCloseTo(Math.SQRT1_2, 2);
		expect(correlation(half, at(1))).toBeCloseTo(Math.SQRT1_2, 2);
	});

	it('keeps its length along the way, as a straight line would not', () => {
		const [a, b] = [normals(3, 0, n), normals(4, 0, n)];
		const norm = (v: Float32Array) => Math.sqrt(v.reduce((sum, x) => sum + x * x, 0));
		expect(norm(slerp(a, b, 0.5)) / norm(a)).toBeCloseTo(1, 2);
	});
});

describe('batch and variation', () => {
	it('siblings of a batch are nearer to each other than pictures of separate seeds', () => {
		const batch = (seed: number, index: number) =>
			make({ seed: 900, batch: { seed, index } }, {}, book);
		const curlew = characterOf('curlew')!;
		const curlewBook = openBook(curlew, readPrompt(prompt), SIZE, SIZE, makeSurface);
		const curlewTake = (change: Partial<TakeSettings>) =>
			renderTake(settings({ ...change, model: 'curlew' }), curlew, curlewBook)!.pixels;
		const alone = mean(
			seeds.map((s) => apart(curlewTake({ seed: s }), curlewTake({ seed: s + 50 })))
		);
		const siblings = mean(
			seeds.map((s) =>
				apart(
					curlewTake({ batch: { seed: s, index: 0 } }),
					curlewTake({ batch: { seed: s, index: 1 } })
				)
			)
		);
		expect(siblings).toBeLessThan(alone);
		expect(batch(1, 0)).not.toEqual(batch(1, 1));
		expect(batch(1, 0)).toEqual(batch(1, 0));
	});

	it('a variation of 0 is the same picture bit for bit, more is farther, over seeds', () => {
		const far = (amount: number) =>
			mean(
				seeds.map((seed) =>
					apart(make({ seed }), make({ seed, variation: { seed: seed + 70, amount } }))
				)
			);
		expect(make({ variation: { seed: 99, amount: 0 } })).toEqual(make());
		expect(make({ variation: { seed: 99, amount: 1 } })).toEqual(make({ seed: 99 }));
		const [small, middle, large] = [far(0.04), far(0.3), far(1)];
		expect(small).toBeLessThan(middle);
		expect(middle).toBeLessThan(large * 1.05);
	});
});

describe('start picture', () => {
	const from = (strength: number, change: Partial<TakeSettings> = {}) => {
		const start = bitmap(make({}, {}, other));
		return {
			start: start.pixels,
			pixels: make({ start: { image: 'x', strength }, ...change }, { start })
		};
	};

	it('strength 0 gives it back bit for bit, 1 ignores it bit for bit', () => {
		const { start, pixels } = from(0);
		expect(pixels).toEqual(start);
		expect(from(1).pixels).toEqual(make());
	});

	it('the stronger, the farther from it; at 0.5 between a quarter and three quarters are left', () => {
		const away = [0.2, 0.5, 0.8, 1].map((strength) => {
			const { start, pixels } = from(strength);
			return apart(start, pixels);
		});
		expect(away[1]).toBeGreaterThan(away[0]);
		expect(away[2]).toBeGreaterThan(away[1]);
		// At 1 it is another picture altogether, as far away as chance will have it.
		expect(away[3]).toBeGreaterThan(away[2] * 0.85);
		// Common practice, no source: a strength of 0.5 keeps about half.
		expect(away[1] / away[3]).toBeGreaterThan(0.25);
		expect(away[1] / away[3]).toBeLessThan(0.75);
	});

	it('leaves no noise behind: what it keeps is as smooth as the start picture', () => {
		const rough = (pixels: Uint8Array) => {
			let sum = 0;
			for (let i = 3; i < pixels.length; i++) sum += Math.abs(pixels[i] - pixels[i - 3]);
			return sum / pixels.length;
		};
		const { start, pixels } = from(0.5);
		expect(rough(pixels)).toBeLessThan(rough(start) * 1.8);
	});
});

/** Mean CIEDE2000 between the pixels on both sides of a column's left edge (rework: joints). */
const stepAt = (pixels: Uint8Array, x: number): number => {
	let sum = 0;
	const colour = (i: number) => lab(pixels[i], pixels[i + 1], pixels[i + 2]);
	for (let y = 0; y < SIZE; y++) {
		const i = (y * SIZE + x) * 3;
		sum += ciede2000(colour(i), colour(i - 3));
	}
	return sum / SIZE;
};

describe('mask', () => {
	const mask = new Uint8Array(SIZE * SIZE).map((_, p) => (p % SIZE >= SIZE / 2 ? 255 : 0));
	const inside = (p: number) => p % SIZE >= SIZE / 2 + 12;

	it('keeps what lies outside byte for byte and makes the inside anew', () => {
		const start = bitmap(make({}, {}, other));
		const pixels = make(
			{ start: { image: 'x', strength: 1 }, mask: { image: 'm' } },
			{ start, mask }
		);
		for (let p = 0; p < mask.length; p++)
			if (!mask[p])
				for (let c = 0; c < 3; c++) expect(pixels[p * 3 + c]).toBe(start.pixels[p * 3 + c]);
		expect(apart(pixels, start.pixels, inside)).toBeGreaterThan(12);
	});

	it('shows nothing of where it was set in: no more is seen across the joint than inside the picture', () => {
		const start = bitmap(make({ seed: 3 }));
		const pixels = make(
			{ seed: 8, start: { image: 'x', strength: 1 }, mask: { image: 'm' } },
			{ start, mask }
		);
		expect(stepAt(pixels, SIZE / 2)).toBeLessThan(
			1.5 * mean([20, 40, 60, 80].map((x) => stepAt(pixels, x)))
		);
	});

	it('goes on round a picture without a joint, and keeps every byte of it', () => {
		const start = bitmap(make({ seed: 3 }));
		// The middle half is the picture; what is beyond was filled with its edges, as the service does.
		const [from, to] = [SIZE / 4, (SIZE * 3) / 4];
		const pixels = start.pixels.slice();
		const round = new Uint8Array(SIZE * SIZE).fill(255);
		for (let y = 0; y < SIZE; y++)
			for (let x = 0; x < SIZE; x++) {
				const at = Math.min(to - 1, Math.max(from, x));
				if (at === x) round[y * SIZE + x] = 0;
				for (let c = 0; c < 3; c++)
					pixels[(y * SIZE + x) * 3 + c] = start.pixels[(y * SIZE + at) * 3 + c];
			}
		const made = make(
			{ seed: 8, start: { image: 'x', strength: 1, fit: 'extend' } },
			{ start: bitmap(pixels), mask: round, fit: 'extend' }
		);
		for (let p = 0; p < round.length; p++)
			if (!round[p]) expect(made[p * 3 + 1]).toBe(start.pixels[p * 3 + 1]);
		const usual = mean([from + 10, from + 30, to - 30, to - 10].map((x) => stepAt(made, x)));
		for (const joint of [from, to]) expect(stepAt(made, joint)).toBeLessThan(1.5 * usual);
	});
});

describe('references and adapters', () => {
	it('a look moves mean and deviation of l, alpha and beta to the reference (Reinhard et al. 2001)', () => {
		const reference = bitmap(make({}, {}, other));
		const take = (weight: number) =>
			make(
				{ references: [{ image: 'r', use: 'look', weight }] },
				{ references: [{ bitmap: reference, use: 'look', weight }] }
			);
		const far = (pixels: Uint8Array) => {
			const [a, b] = [lookOf(pixels), lookOf(reference.pixels)];
			return (
				[0, 1, 2].reduce((sum, c) => sum + Math.abs(a.mean[c] - b.mean[c]), 0) +
				[0, 1, 2].reduce((sum, c) => sum + Math.abs(a.deviation[c] - b.deviation[c]), 0)
			);
		};
		expect(take(0)).toEqual(make());
		expect(far(take(0.5))).toBeLessThan(far(make()));
		// What would leave the range is cut, so that it does not come down to nothing.
		expect(far(take(1))).toBeLessThan(far(make()) / 3);
	});

	it('a palette leaves lightness and takes hue', () => {
		const reference = bitmap(make({}, {}, other));
		const plain = make();
		const pixels = make(
			{ references: [{ image: 'r', use: 'palette', weight: 1 }] },
			{ references: [{ bitmap: reference, use: 'palette', weight: 1 }] }
		);
		const [before, after] = [lookOf(plain), lookOf(pixels)];
		expect(Math.abs(after.mean[0] - before.mean[0])).toBeLessThan(0.12);
		expect(apart(plain, pixels)).toBeGreaterThan(8);
	});

	// Makes eight takes at two weights each: 8 seconds.
	it(
		'a content reference lends its subject, and leaves the prompt its place and light',
		{ timeout: 60_000 },
		() => {
			const reference = bitmap(make({ seed: 3 }, {}, other));
			const taken = (weight: number) =>
				seeds.map((seed) =>
					make(
						{ seed, references: [{ image: 'r', use: 'content', weight }] },
						{ references: [{ bitmap: reference, use: 'content', weight }] }
					)
				);
			const shown = (all: Uint8Array[], id: string) =>
				all.filter((pixels) => {
					const seen = subjectsIn(evidenceOfSubject(pixels, SIZE, SIZE, makeSurface));
					return seen[0].subject.id === id;
				}).length;
			const [none, all] = [taken(0), taken(1)];
			expect(shown(none, 'windmill')).toBe(0);
			expect(shown(all, 'windmill')).toBeGreaterThanOrEqual(5);
			// The reference is a clear day: the prompt's dusk stays.
			const brightness = (pixels: Uint8Array) => mean([...pixels]);
			const dusk = mean(none.map(brightness));
			expect(Math.abs(mean(all.map(brightness)) - dusk)).toBeLessThan(
				Math.abs(brightness(reference.pixels) - dusk) / 2
			);
		}
	);

	it('what stands out in an unknown picture is set into the scene as it is', () => {
		// A blue disc on grey: nothing of the repertoire.
		const disc = new Uint8Array(SIZE * SIZE * 3).map((_, i) => {
			const p = Math.floor(i / 3);
			const inside = Math.hypot((p % SIZE) - 96, Math.floor(p / SIZE) - 100) < 40;
			return inside ? [30, 60, 200][i % 3] : 150;
		});
		const reference = bitmap(disc);
		const pixels = make(
			{ references: [{ image: 'r', use: 'content', weight: 1 }] },
			{ references: [{ bitmap: reference, use: 'content', weight: 1 }] }
		);
		const middle = (100 * SIZE + 96) * 3;
		expect(pixels[middle + 2] - pixels[middle]).toBeGreaterThan(90);
		// Beyond the disc stands the prompt's scene, not the grey.
		const corner = (p: number) => p % SIZE < 40 && Math.floor(p / SIZE) < 40;
		expect(apart(pixels, make(), corner)).toBeLessThan(apart(pixels, disc, corner) / 2);
	});

	it('a picture of one colour alone, as a single pixel scaled up, lends nothing and spoils nothing', () => {
		const plain = bitmap(new Uint8Array(SIZE * SIZE * 3).fill(120));
		for (const use of ['look', 'palette', 'outline', 'content'] as const)
			expect(() =>
				make(
					{ references: [{ image: 'r', use, weight: 0.8 }] },
					{ references: [{ bitmap: plain, use, weight: 0.8 }] }
				)
			).not.toThrow();
		const started = make({ start: { image: 'x', strength: 0.5 } }, { start: plain });
		expect(mean([...started].slice(0, 3000))).toBeGreaterThan(0);
	});

	it('an outline leads what the words name to where it stands in the reference, the further the more it weighs', () => {
		const standing = (across: number) => {
			const layout = { across, size: 0.5, horizon: 0, depth: 0, pan: 0, exposure: 0, warmth: 0 };
			const composition = { layout, cast: 0, left: {}, chance: 1 };
			const arranged = book.arranged(composition);
			return { x: arranged.marks.x, reference: bitmap(arranged.paintings([0])[0]) };
		};
		const [left, right] = [standing(-1.5), standing(1.5)];
		expect(right.x - left.x).toBeGreaterThan(0.2);
		const x = (reference: Bitmap, weight: number) =>
			mean(
				seeds.map((seed) => {
					const asked = settings({ seed, references: [{ image: 'r', use: 'outline', weight }] });
					const references = [{ bitmap: reference, use: 'outline' as const, weight }];
					return traceTake(asked, turnstone, book, { materials: { references } })!.field.arranged
						.marks.x;
				})
			);
		const apart = (weight: number) => x(right.reference, weight) - x(left.reference, weight);
		expect(apart(0)).toBe(0);
		expect(apart(0.5)).toBeGreaterThan(0.25 * (right.x - left.x));
		expect(apart(1)).toBeGreaterThan(0.7 * (right.x - left.x));
		expect(apart(1)).toBeGreaterThan(apart(0.5));
	});

	it('an adapter changes pictures by its weight, and not at all at 0', () => {
		const adapted = (weight: number) =>
			make(
				{},
				{},
				openBook(turnstone, readPrompt(prompt), SIZE, SIZE, makeSurface, {
					inUse: [{ id: 'lamp-oil', weight }]
				})
			);
		const plain = make();
		expect(adapted(0)).toEqual(plain);
		expect(apart(adapted(0.5), plain)).toBeGreaterThan(2);
		expect(apart(adapted(1), plain)).toBeGreaterThan(apart(adapted(0.5), plain));
	});

	it('a taught adapter brings its pictures in', () => {
		const picture = bitmap(make({}, {}, other));
		const near = (weight: number) =>
			mean(
				seeds.map((seed) =>
					apart(picture.pixels, make({ seed }, { taught: [{ pictures: [picture], weight }] }))
				)
			);
		expect(near(0)).toBeCloseTo(
			mean(seeds.map((seed) => apart(picture.pixels, make({ seed })))),
			6
		);
		expect(near(1)).toBeLessThan(near(0) / 2);
	});
});

describe('tiles', () => {
	it.each([
		[256, 256, 128],
		[128, 64, 128],
		[200, 137, 96]
	])('%d by %d in tiles of %d cover everything, and their shares add up to 1', (w, h, side) => {
		const total = new Float32Array(w * h);
		for (const tile of tilesOf(w, h, side)) {
			expect(tile.x + tile.width).toBeLessThanOrEqual(w);
			expect(tile.y + tile.height).toBeLessThanOrEqual(h);
			tile.add(new Float32Array(tile.width * tile.height).fill(1), total, 1);
		}
		for (const share of total) expect(share).toBeCloseTo(1, 5);
	});

	it('crops and puts back what was there', () => {
		const whole = normals(5, 0, 40 * 30 * 3);
		const out = new Float32Array(whole.length);
		for (const tile of tilesOf(40, 30, 16)) tile.put(tile.crop(whole, 3), out, 3);
		expect(out).toEqual(whole);
	});

	it.each([1, 8])(
		'keeps what an enlarged picture shows at strength 0.3 and guidance %s',
		(guidance) => {
			const general = characterOf('turnstone-2')!;
			const asked = settings({ prompt: 'a teapot on a table, morning light', guidance: 8 });
			const reading = readPrompt(asked.prompt);
			const [side, larger] = [256, 512];
			const small = { ...asked, width: side, height: side };
			const book = openBook(general, reading, side, side, makeSurface);
			const source = renderTake(small, general, book)!.pixels;
			const start: Bitmap = { width: larger, height: larger, pixels: doubled(source, side) };
			const large = {
				...asked,
				guidance,
				width: larger,
				height: larger,
				start: { image: 'x', strength: 0.3, fit: 'enlarge' as const }
			};
			const { pixels } = renderTake(
				large,
				general,
				openBook(general, reading, larger, larger, makeSurface, { tiled: true }),
				{ materials: { start, fit: 'enlarge' } }
			)!;
			const back = shrink(luma(pixels, larger, larger), 2);
			expect(ssim(luma(source, side, side), back)).toBeGreaterThan(0.95);
		}
	);

	it('enlarges a take to a picture that shows the same, with the more detail the higher the strength', () => {
		const small = characterOf('turnstone-1')!;
		const large = openBook(small, readPrompt(prompt), 384, 384, makeSurface, { tiled: true });
		const smallBook = openBook(small, readPrompt(prompt), 192, 192, makeSurface);
		const asked = settings({ model: 'turnstone-1', width: 192, height: 192 });
		const source = renderTake(asked, small, smallBook)!.pixels;
		const start: Bitmap = { width: 384, height: 384, pixels: doubled(source, 192) };
		const steps: number[] = [];
		const enlarged = (strength: number) =>
			renderTake(
				{ ...asked, width: 384, height: 384, start: { image: 'x', strength, fit: 'enlarge' } },
				small,
				large,
				{ materials: { start, fit: 'enlarge' }, onStep: (step) => void steps.push(step) }
			)!.pixels;
		/** Difference between neighbours that were one pixel before. */
		const detail = (made: Uint8Array) => {
			let sum = 0;
			for (let i = 0; i < made.length; i += 6) sum += Math.abs(made[i] - made[i + 3]);
			return sum / (made.length / 6);
		};
		const [plain, little, much] = [0, 0.3, 0.6].map(enlarged);
		expect(plain).toEqual(start.pixels);
		for (const made of [little, much]) expect(apart(made, start.pixels)).toBeLessThan(24);
		expect(detail(little)).toBeGreaterThan(0.3);
		expect(detail(much)).toBeGreaterThan(1.2 * detail(little));
		expect(Math.max(...steps)).toBeLessThanOrEqual(asked.steps);
	});
});
