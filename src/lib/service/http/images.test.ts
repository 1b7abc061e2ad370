import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { Images } from './images';
import { limits } from './limits';
import { PictureMemory } from './memory';
import { prepare } from './pictures';
import { ServiceProblem } from './problem';
import { Teaching } from './teaching';
import type { TakeSettings } from '$lib/core/contract';

const picture = (width: number, height: number, background = '#336699') =>
	sharp({ create: { width, height, channels: 3, background } });
const png = async (width = 40, height = 30, background?: string) =>
	new Uint8Array(await picture(width, height, background).png().toBuffer());
const statusOf = (work: Promise<unknown>) =>
	work.then(
		() => 201,
		(cause: unknown) => {
			if (cause instanceof ServiceProblem) return cause.problem.status;
			throw cause;
		}
	);
const settings = (change: Partial<TakeSettings>): TakeSettings => ({
	model: 'turnstone-2',
	prompt: '',
	negative: '',
	width: 64,
	height: 64,
	guidance: 6,
	steps: 4,
	sampler: 'euler',
	schedule: 'karras',
	seed: 1,
	...change
});

describe('Images', () => {
	it('decodes PNG, JPEG and WebP to their colours, and says how large they are', async () => {
		const images = new Images(new PictureMemory());
		const all = await Promise.all([
			picture(40, 30).png().toBuffer(),
			picture(40, 30).jpeg({ quality: 95 }).toBuffer(),
			picture(40, 30).webp({ lossless: true }).toBuffer()
		]);
		for (const bytes of all) {
			const ticket = await images.add(new Uint8Array(bytes));
			expect(ticket).toMatchObject({ width: 40, height: 30 });
			const pixels = new Uint8Array(images.find(ticket.image)!.pixels);
			expect(pixels).toHaveLength(40 * 30 * 3);
			[0x33, 0x66, 0x99].forEach((v, c) => expect(Math.abs(pixels[c] - v)).toBeLessThan(4));
		}
	});

	it('keeps for other processes what can be read, and nothing else', async () => {
		const kept = new Map<string, Uint8Array>();
		const images = new Images(new PictureMemory(), {
			put: (kind, id, bytes) => Promise.resolve(void kept.set(`${kind} ${id}`, bytes)),
			get: (kind, id) => Promise.resolve(kept.get(`${kind} ${id}`) ?? null)
		});
		const whole = await png();
		expect(await statusOf(images.add(whole.subarray(0, whole.length / 2)))).toBe(422);
		expect(kept.size).toBe(0);
		const { image } = await images.add(whole);
		expect([...kept]).toEqual([[`image ${image}`, whole]]);
		// Sent again, it is there for another day.
		kept.clear();
		await images.add(whole);
		expect(kept.size).toBe(1);
	});

	it('reads grey pictures, and lays transparent ones on white', async () => {
		const images = new Images(new PictureMemory());
		const grey = await picture(8, 8, '#808080').greyscale().png().toBuffer();
		const clear = await sharp({
			create: { width: 8, height: 8, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } }
		})
			.png()
			.toBuffer();
		for (const [bytes, value] of [
			[grey, 128],
			[clear, 255]
		] as const) {
			const { image } = await images.add(new Uint8Array(bytes));
			const pixels = new Uint8Array(images.find(image)!.pixels);
			expect([...pixels.slice(0, 3)].every((v) => Math.abs(v - value) < 3)).toBe(true);
		}
	});

	it('scales what has more pixels than any frame down, and leaves what is only wide', async () => {
		const images = new Images(new PictureMemory());
		expect(await images.add(await png(5000, 800))).toMatchObject({ width: 5000, height: 800 });
		const { width, height } = await images.add(await png(4000, 3000));
		expect(width * height).toBeLessThanOrEqual(limits.maxPixels);
		expect(width * height).toBeGreaterThan(limits.maxPixels * 0.99);
		expect(width / height).toBeCloseTo(4 / 3, 2);
	});

	it.each([
		['nothing', () => new Uint8Array()],
		['an SVG', () => new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>')],
		['a text', () => new TextEncoder().encode('hello')],
		['a signature alone', () => new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])]
	])('answers %s with 422', async (_name, bytes) => {
		expect(await statusOf(new Images(new PictureMemory()).add(bytes()))).toBe(422);
	});

	it('answers a picture that was cut short anywhere with 422', async () => {
		const noise = Buffer.from(Uint8Array.from({ length: 3600 }, (_, i) => (i * 7919) & 255));
		const whole = new Uint8Array(
			await sharp(noise, { raw: { width: 40, height: 30, channels: 3 } })
				.png()
				.toBuffer()
		);
		for (const share of [0.1, 0.5, 0.9])
			expect(
				await statusOf(
					new Images(new PictureMemory()).add(whole.slice(0, Math.floor(whole.length * share)))
				)
			).toBe(422);
	});

	it('answers too many bytes, and a small file of very many pixels, with 413', async () => {
		const images = new Images(new PictureMemory());
		const fat = new Uint8Array(limits.maxImageBytes + 1);
		expect(await statusOf(images.add(fat))).toBe(413);
		const bomb = new Uint8Array(await picture(9000, 9000, '#000').png().toBuffer());
		expect(bomb.length).toBeLessThan(limits.maxImageBytes);
		expect(await statusOf(images.add(bomb))).toBe(413);
	});
});

describe('Teaching', () => {
	it('teaches from pictures that it knows, gives the same pictures the same id', async () => {
		const memory = new PictureMemory();
		const images = new Images(memory);
		const teaching = new Teaching(images, memory);
		const [a, b] = [await images.add(await png()), await images.add(await png(50, 50, '#aa0000'))];
		const first = await teaching.teach({ name: 'Ours', images: [a.image, b.image] });
		const again = await teaching.teach({ name: 'Ours again', images: [b.image, a.image] });
		expect(again.adapter).toBe(first.adapter);
		expect(teaching.find(first.adapter)?.pictures).toHaveLength(2);
	});

	it.each([
		['an unknown picture', { name: 'x', images: ['none'] }],
		['no picture', { name: 'x', images: [] }],
		['more than forty', { name: 'x', images: Array.from({ length: 41 }, () => 'x') }],
		['a surprise', { name: 'x', images: ['x'], more: 1 }],
		['no object', null]
	])('answers %s with 422', async (_name, body) => {
		const memory = new PictureMemory();
		expect(await statusOf(new Teaching(new Images(memory), memory).teach(body))).toBe(422);
	});
});

describe('the memory for pictures', () => {
	const bytes = 40 * 30 * 3;

	it('holds so much, and lets the longest unused go that nobody else holds', async () => {
		const memory = new PictureMemory(bytes * 3);
		const images = new Images(memory);
		const ids: string[] = [];
		for (const colour of ['#100', '#200', '#300', '#400'])
			ids.push((await images.add(await png(40, 30, colour))).image);
		expect(memory.held).toBe(bytes * 3);
		expect(ids.map((id) => !!images.find(id))).toEqual([false, true, true, true]);
	});

	it('counts what takes hold, answers 429 when they hold all, and is free again afterwards', async () => {
		const memory = new PictureMemory(bytes * 2);
		const images = new Images(memory);
		const held = await Promise.all(
			['#100', '#200'].map(async (colour) => {
				const { image } = await images.add(await png(40, 30, colour));
				return images.find(image)!;
			})
		);
		for (const picture of held) memory.hold(picture);
		expect(await statusOf(images.add(await png(40, 30, '#300')))).toBe(429);
		expect(memory.held).toBe(bytes * 2);
		for (const picture of held) memory.release(picture);
		expect(await statusOf(images.add(await png(40, 30, '#300')))).toBe(201);
		expect(memory.held).toBe(bytes * 2);
	});

	// 666 kB that were sent came to 2.1 GB: taught pictures stood outside the bound.
	it('counts taught pictures, made small first, and forgets adapters before it refuses', async () => {
		const memory = new PictureMemory(20 * 1024 * 1024);
		const images = new Images(memory);
		const teaching = new Teaching(images, memory);
		const adapters: string[] = [];
		for (let i = 0; i < 12; i++) {
			const { image } = await images.add(await png(1600, 1200, `#${100 + i}`));
			adapters.push((await teaching.teach({ name: `a${i}`, images: [image] })).adapter);
			expect(memory.held).toBeLessThanOrEqual(20 * 1024 * 1024);
		}
		expect(teaching.find(adapters[11])!.pictures[0]).toMatchObject({ width: 1024, height: 768 });
		expect(teaching.find(adapters[0])).toBeUndefined();
		const small = new PictureMemory(bytes);
		const shelf = new Images(small);
		const { image } = await shelf.add(await png());
		expect(
			await statusOf(new Teaching(shelf, small).teach({ name: 'x', images: [image, image] }))
		).toBe(413);
	});
});

describe('prepare', () => {
	const shared = async (width: number, height: number, background?: string) => {
		const images = new Images(new PictureMemory());
		const { image } = await images.add(await png(width, height, background));
		return images.find(image)!;
	};

	it('scales a start picture to its frame, byte for byte when it fits already', async () => {
		const start = await shared(64, 64);
		const fits = await prepare(settings({ start: { image: 'x', strength: 0 } }), { start });
		expect(fits.start!.pixels).toEqual(new Uint8Array(start.pixels));
		const scaled = await prepare(
			settings({ width: 128, height: 64, start: { image: 'x', strength: 0 } }),
			{ start }
		);
		expect(scaled.start).toMatchObject({ width: 128, height: 64 });
		expect(scaled.start!.pixels).toHaveLength(128 * 64 * 3);
	});

	it('sets a picture into the middle of a larger frame and masks what lies round it', async () => {
		const start = await shared(32, 64);
		const { start: set, mask } = await prepare(
			settings({ width: 128, height: 64, start: { image: 'x', strength: 1, fit: 'extend' } }),
			{ start }
		);
		expect(set).toMatchObject({ width: 128, height: 64 });
		const row = [...mask!.slice(0, 128)];
		expect(row.slice(0, 48).every((v) => v === 255)).toBe(true);
		expect(row.slice(48, 80).every((v) => v === 0)).toBe(true);
		expect(row.slice(80).every((v) => v === 255)).toBe(true);
	});

	it('cuts what is larger than the frame instead of failing', async () => {
		const start = await shared(200, 90);
		const { start: set, mask } = await prepare(
			settings({ start: { image: 'x', strength: 1, fit: 'extend' } }),
			{ start }
		);
		expect(set!.pixels).toHaveLength(64 * 64 * 3);
		expect(mask!.every((v) => v === 0)).toBe(true);
	});
});
