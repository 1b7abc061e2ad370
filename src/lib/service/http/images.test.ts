import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { pictureEnd } from '$lib/core/picture';
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
			const ticket = await images.add(new Uint8Array(bytes), 'anna');
			expect(ticket).toMatchObject({ width: 40, height: 30 });
			const pixels = new Uint8Array(images.find(ticket.image, 'anna')!.pixels);
			expect(pixels).toHaveLength(40 * 30 * 3);
			[0x33, 0x66, 0x99].forEach((v, c) => expect(Math.abs(pixels[c] - v)).toBeLessThan(4));
		}
	});

	it('keeps for other processes what can be read, and nothing else', async () => {
		const kept = new Map<string, Uint8Array>();
		const images = new Images(new PictureMemory(), {
			put: (_caller, kind, id, bytes) => Promise.resolve(void kept.set(`${kind} ${id}`, bytes)),
			get: (_caller, kind, id) => Promise.resolve(kept.get(`${kind} ${id}`) ?? null)
		});
		const whole = await png();
		expect(await statusOf(images.add(whole.subarray(0, whole.length / 2), 'anna'))).toBe(422);
		expect(kept.size).toBe(0);
		const { image } = await images.add(whole, 'anna');
		expect([...kept]).toEqual([[`image ${image}`, whole]]);
		// Sent again, it is there for another day.
		kept.clear();
		await images.add(whole, 'anna');
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
			const { image } = await images.add(new Uint8Array(bytes), 'anna');
			const pixels = new Uint8Array(images.find(image, 'anna')!.pixels);
			expect([...pixels.slice(0, 3)].every((v) => Math.abs(v - value) < 3)).toBe(true);
		}
	});

	it('scales what has more pixels than any frame down, and leaves what is only wide', async () => {
		const images = new Images(new PictureMemory());
		expect(await images.add(await png(5000, 800), 'anna')).toMatchObject({
			width: 5000,
			height: 800
		});
		const { width, height } = await images.add(await png(4000, 3000), 'anna');
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
		expect(await statusOf(new Images(new PictureMemory()).add(bytes(), 'anna'))).toBe(422);
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
					new Images(new PictureMemory()).add(
						whole.slice(0, Math.floor(whole.length * share)),
						'anna'
					)
				)
			).toBe(422);
	});

	it('answers too many bytes, and a small file of very many pixels, with 413', async () => {
		const images = new Images(new PictureMemory());
		const fat = new Uint8Array(limits.maxImageBytes + 1);
		expect(await statusOf(images.add(fat, 'anna'))).toBe(413);
		const bomb = new Uint8Array(await picture(9000, 9000, '#000').png().toBuffer());
		expect(bomb.length).toBeLessThan(limits.maxImageBytes);
		expect(await statusOf(images.add(bomb, 'anna'))).toBe(413);
	});
});

describe('Teaching', () => {
	it('teaches from pictures that it knows, gives the same pictures the same id', async () => {
		const memory = new PictureMemory();
		const images = new Images(memory);
		const teaching = new Teaching(images, memory);
		const [a, b] = [
			await images.add(await png(), 'anna'),
			await images.add(await png(50, 50, '#aa0000'), 'anna')
		];
		const first = await teaching.teach({ name: 'Ours', images: [a.image, b.image] }, 'anna');
		const again = await teaching.teach({ name: 'Ours again', images: [b.image, a.image] }, 'anna');
		expect(again.adapter).toBe(first.adapter);
		expect(teaching.find(first.adapter, 'anna')?.pictures).toHaveLength(2);
	});

	it.each([
		['an unknown picture', { name: 'x', images: ['none'] }],
		['no picture', { name: 'x', images: [] }],
		['more than forty', { name: 'x', images: Array.from({ length: 41 }, () => 'x') }],
		['a surprise', { name: 'x', images: ['x'], more: 1 }],
		['no object', null]
	])('answers %s with 422', async (_name, body) => {
		const memory = new PictureMemory();
		expect(await statusOf(new Teaching(new Images(memory), memory).teach(body, 'anna'))).toBe(422);
	});
});

describe('the memory for pictures', () => {
	const bytes = 40 * 30 * 3;

	it('holds so much, and lets the longest unused go that nobody else holds', async () => {
		const memory = new PictureMemory(bytes * 3);
		const images = new Images(memory);
		const ids: string[] = [];
		for (const colour of ['#100', '#200', '#300', '#400'])
			ids.push((await images.add(await png(40, 30, colour), 'anna')).image);
		expect(memory.held).toBe(bytes * 3);
		expect(ids.map((id) => !!images.find(id, 'anna'))).toEqual([false, true, true, true]);
	});

	it('counts what takes hold, answers 429 when they hold all, and is free again afterwards', async () => {
		const memory = new PictureMemory(bytes * 2);
		const images = new Images(memory);
		const held = await Promise.all(
			['#100', '#200'].map(async (colour) => {
				const { image } = await images.add(await png(40, 30, colour), 'anna');
				return images.find(image, 'anna')!;
			})
		);
		for (const picture of held) memory.hold(picture);
		expect(await statusOf(images.add(await png(40, 30, '#300'), 'anna'))).toBe(429);
		expect(memory.held).toBe(bytes * 2);
		for (const picture of held) memory.release(picture);
		expect(await statusOf(images.add(await png(40, 30, '#300'), 'anna'))).toBe(201);
		expect(memory.held).toBe(bytes * 2);
	});

	// 666 kB that were sent came to 2.1 GB: taught pictures stood outside the bound.
	it('counts taught pictures, made small first, and forgets adapters before it refuses', async () => {
		const memory = new PictureMemory(20 * 1024 * 1024);
		const images = new Images(memory);
		const teaching = new Teaching(images, memory);
		const adapters: string[] = [];
		for (let i = 0; i < 12; i++) {
			const { image } = await images.add(await png(1600, 1200, `#${100 + i}`), 'anna');
			adapters.push((await teaching.teach({ name: `a${i}`, images: [image] }, 'anna')).adapter);
			expect(memory.held).toBeLessThanOrEqual(20 * 1024 * 1024);
		}
		expect(teaching.find(adapters[11], 'anna')!.pictures[0]).toMatchObject({
			width: 1024,
			height: 768
		});
		expect(teaching.find(adapters[0], 'anna')).toBeUndefined();
		const small = new PictureMemory(bytes);
		const shelf = new Images(small);
		const { image } = await shelf.add(await png(), 'anna');
		expect(
			await statusOf(
				new Teaching(shelf, small).teach({ name: 'x', images: [image, image] }, 'anna')
			)
		).toBe(413);
	});
});

describe('prepare', () => {
	const shared = async (width: number, height: number, background?: string) => {
		const images = new Images(new PictureMemory());
		const { image } = await images.add(await png(width, height, background), 'anna');
		return images.find(image, 'anna')!;
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

describe('bytes behind a picture', () => {
	const solid = sharp({ create: { width: 40, height: 30, channels: 3, background: '#123456' } });
	const kinds = [
		['a PNG', () => solid.clone().png().toBuffer()],
		['a JPEG', () => solid.clone().jpeg().toBuffer()],
		['a progressive JPEG', () => solid.clone().jpeg({ progressive: true }).toBuffer()],
		['a WebP', () => solid.clone().webp().toBuffer()],
		['a lossless WebP', () => solid.clone().webp({ lossless: true }).toBuffer()]
	] as const;

	it.each(kinds)('are refused, and %s without them is taken', async (_, make) => {
		const images = new Images(new PictureMemory());
		const bytes = new Uint8Array(await make());
		expect(pictureEnd(bytes)).toBe(bytes.length);
		const padded = new Uint8Array(bytes.length + 3_000_000).fill(7);
		padded.set(bytes);
		expect(pictureEnd(padded)).toBe(bytes.length);
		expect(await statusOf(images.add(padded, 'anna'))).toBe(422);
		expect(await statusOf(images.add(bytes, 'anna'))).toBe(201);
	});

	it('are told of a photograph with noise, whose data has bytes that look like markers', async () => {
		const raw = new Uint8Array(300 * 200 * 3).map((_, i) => (i * 7919) % 251);
		const noisy = sharp(raw, { raw: { width: 300, height: 200, channels: 3 } });
		for (const picture of [
			noisy.clone().jpeg({ quality: 95 }),
			noisy.clone().jpeg({ progressive: true, quality: 60 })
		]) {
			const bytes = new Uint8Array(await picture.toBuffer());
			expect(pictureEnd(bytes)).toBe(bytes.length);
		}
	});
});

describe('pictures that a caller gathers', () => {
	const one = async (i: number) => {
		const background = { r: i * 5, g: 99, b: 200 - i };
		const picture = sharp({ create: { width: 1000, height: 1000, channels: 3, background } });
		return new Uint8Array(await picture.png().toBuffer());
	};

	it('are held for it while others send, and are known to it alone', async () => {
		const memory = new PictureMemory(30 * 3_000_000);
		const images = new Images(memory);
		const sent: string[] = [];
		for (let i = 0; i < 10; i++) sent.push((await images.add(await one(i), 'anna')).image);
		for (let i = 10; i < 40; i++) expect(await statusOf(images.add(await one(i), 'ben'))).toBe(201);
		expect(sent.filter((id) => images.find(id, 'anna'))).toHaveLength(10);
		expect(images.find(sent[0], 'ben')).toBeUndefined();
		// Ben keeps half of the memory at most: the rest of what he sent gave way.
		expect(memory.held).toBeLessThanOrEqual(memory.most);
	});

	it('are enough to teach an adapter from 40 photographs', async () => {
		const memory = new PictureMemory();
		const images = new Images(memory);
		const teaching = new Teaching(images, memory);
		const sent: string[] = [];
		for (let i = 0; i < 40; i++) sent.push((await images.add(await one(i), 'anna')).image);
		const { adapter } = await teaching.teach({ name: 'Ours', images: sent }, 'anna');
		expect(teaching.find(adapter, 'anna')!.pictures).toHaveLength(40);
		expect(teaching.find(adapter, 'ben')).toBeUndefined();
	});
});
