import { crc32, deflateSync } from 'node:zlib';
import exifr from 'exifr';
import { PNG } from 'pngjs';
import sharp, { type Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { problemOf } from '$lib/core/testing';
import { kindOf, pictureEnd, pictureHead, pngOf, readyToPrint, withXmp, xmpIn } from './index';

type Bytes = Uint8Array<ArrayBuffer>;
const text = (letters: string): Bytes => Uint8Array.from(Buffer.from(letters, 'latin1'));
const join = (...parts: Uint8Array[]): Bytes => Uint8Array.from(Buffer.concat(parts));

/** A picture with grain, so that its data has bytes that look like markers. */
function grainy(channels: 3 | 4, width = 61, height = 38): Sharp {
	const draw = stream(`grain ${channels}`);
	const raw = Uint8Array.from({ length: width * height * channels }, () => draw.below(256));
	return sharp(raw, { raw: { width, height, channels } });
}

const kinds = {
	png: (from: Sharp) => from.png(),
	jpeg: (from: Sharp) => from.jpeg({ quality: 95 }),
	'progressive jpeg': (from: Sharp) => from.jpeg({ progressive: true }),
	webp: (from: Sharp) => from.webp(),
	'lossless webp': (from: Sharp) => from.webp({ lossless: true })
} as const;
const names = Object.keys(kinds) as (keyof typeof kinds)[];

const made = async (from: Sharp): Promise<Bytes> => Uint8Array.from(await from.toBuffer());
const pixels = (bytes: Uint8Array) => sharp(bytes).raw().toBuffer();

const packet = (words: string) =>
	`<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" dc:format="${words}"/></rdf:RDF></x:xmpmeta>`;

/** A PNG chunk by the standard (clause 5.3), its check sum by Node. */
function chunk(name: string, data: Uint8Array): Bytes {
	const out = Buffer.alloc(12 + data.length);
	out.writeUInt32BE(data.length, 0);
	out.write(name, 4, 'latin1');
	out.set(data, 8);
	out.writeUInt32BE(crc32(out.subarray(4, 8 + data.length)), 8 + data.length);
	return Uint8Array.from(out);
}
/** A PNG with more chunks behind its header, which ends at byte 33. */
const withChunks = (png: Uint8Array, ...chunks: Uint8Array[]) =>
	join(png.subarray(0, 33), ...chunks, png.subarray(33));

/** A JPEG segment with its length. */
const segment = (marker: number, data: Uint8Array): Bytes =>
	join(Uint8Array.of(0xff, marker, (data.length + 2) >> 8, (data.length + 2) & 255), data);

describe('what a picture file says', () => {
	it.each(names)('is what sharp reads: size, kind, alpha of a %s', async (name) => {
		for (const channels of [3, 4] as const) {
			const bytes = await made(kinds[name](grainy(channels)));
			const { width, height, format, hasAlpha } = await sharp(bytes).metadata();
			const head = pictureHead(bytes);
			expect(head).toMatchObject({ width, height, alpha: hasAlpha, frames: 1, isWhole: true });
			expect(head.kind.type).toBe(`image/${format}`);
			expect(pictureEnd(bytes)).toBe(bytes.length);
		}
	});

	it.each(names)('is what sharp reads: orientation, density, profile of a %s', async (name) => {
		for (const turned of [1, 3, 6, 8]) {
			const bytes = await made(
				kinds[name](grainy(3)).withMetadata({ orientation: turned, density: 240 })
			);
			const { orientation, density, icc, width } = await sharp(bytes).metadata();
			const head = pictureHead(bytes);
			expect(head.orientation).toBe(orientation ?? 1);
			expect(head.width).toBe(width);
			if (density) {
				expect(head.density!.x).toBeCloseTo(density, 0);
				expect(head.density!.y).toBeCloseTo(density, 0);
			}
			expect(icc).toBeDefined();
			expect(Buffer.from(head.profile!).equals(icc!)).toBe(true);
		}
		const plain = pictureHead(await made(kinds[name](grainy(3))));
		expect(plain.profile).toBeNull();
		expect(plain.orientation).toBe(1);
	});

	it('is what exifr reads of Exif data in either order of bytes', async () => {
		const bytes = await made(grainy(3).jpeg().withMetadata({ orientation: 6, density: 300 }));
		expect(await exifr.orientation(Buffer.from(bytes))).toBe(pictureHead(bytes).orientation);
		// By hand, as Motorola writes it: one entry, orientation 8.
		const exif = join(
			text('Exif\0\0MM\0*\0\0\0\x08\0\x01'),
			Uint8Array.of(0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 8, 0, 0, 0, 0, 0, 0)
		);
		const plain = await made(grainy(3).jpeg());
		const turned = join(plain.subarray(0, 2), segment(0xe1, exif), plain.subarray(2));
		expect(pictureHead(turned).orientation).toBe(8);
		expect(await exifr.orientation(Buffer.from(turned))).toBe(8);
		// Cut off in the middle of its entry it says nothing.
		const cut = segment(0xe1, exif.subarray(0, 24));
		expect(pictureHead(join(plain.subarray(0, 2), cut, plain.subarray(2))).orientation).toBe(1);
	});

	it('counts pictures that follow each other: animated WebP, PNG with an animation', async () => {
		const frames = [0, 80, 160].map((shade) => Buffer.alloc(20 * 10 * 3, shade));
		const moving = await made(
			sharp(Buffer.concat(frames), {
				raw: { width: 20, height: 30, channels: 3, pageHeight: 10 }
			}).webp({ loop: 0, delay: [90, 90, 90] })
		);
		expect((await sharp(moving).metadata()).pages).toBe(3);
		expect(pictureHead(moving)).toMatchObject({ frames: 3, width: 20, height: 10 });
		// APNG (PNG third edition, clause 11.3.6.1): two frames, played for ever.
		const still = await made(grainy(3).png());
		const apng = withChunks(still, chunk('acTL', Uint8Array.of(0, 0, 0, 2, 0, 0, 0, 0)));
		expect(pictureHead(apng).frames).toBe(2);
		expect(pictureHead(still).frames).toBe(1);
	});

	it('holds texts of a PNG, packed or not, and no more than is sane', async () => {
		const still = await made(grainy(3).png());
		const bomb = deflateSync(Buffer.alloc(64 * 1024 ** 2));
		const bytes = withChunks(
			still,
			chunk('tEXt', text('Title\0Caf\xe9')),
			chunk('zTXt', join(text('Comment\0\0'), deflateSync(Buffer.from('packed')))),
			chunk(
				'iTXt',
				join(text('Author\0\x01\0de\0Autor\0'), deflateSync(Buffer.from('Åse', 'utf8')))
			),
			chunk('iTXt', join(text('Source\0\0\0\0\0'), Buffer.from('Ø', 'utf8'))),
			chunk('zTXt', join(text('Bomb\0\0'), bomb)),
			chunk('zTXt', text('Broken\0\0not packed')),
			chunk('iTXt', text('Short\0\0'))
		);
		const { texts, xmp } = pictureHead(bytes);
		expect([...texts]).toEqual([
			['Title', 'Café'],
			['Comment', 'packed'],
			['Author', 'Åse'],
			['Source', 'Ø']
		]);
		expect(xmp).toBeNull();
		// pngjs, which checks every sum, takes the file as well.
		expect(PNG.sync.read(Buffer.from(bytes)).width).toBe(61);
	});

	it('is read behind bytes that fill up, and behind markers that stand alone (T.81, B.1.1.2)', async () => {
		const plain = await made(grainy(3).jpeg());
		const filled = join(
			plain.subarray(0, 2),
			Uint8Array.of(0xff, 0xff, 0xff, 0x01, 0xff, 0xff),
			segment(0xfe, text('by hand')),
			Uint8Array.of(0xff, 0xff),
			plain.subarray(2)
		);
		const { width, height } = await sharp(plain).metadata();
		expect(pictureHead(filled)).toMatchObject({ width, height, isWhole: true });
		expect(pictureHead(filled).texts.get('Comment')).toBe('by hand');
		const stamped = withXmp(filled, packet('filled'));
		expect(xmpIn(stamped)).toContain('filled');
		expect(await pixels(stamped)).toEqual(await pixels(plain));
	});
});

describe('a picture that is cut off', () => {
	it.each(names)('at any byte says so, and ends with its bytes: %s', async (name) => {
		const bytes = await made(kinds[name](grainy(3)));
		const { width } = pictureHead(bytes);
		for (let length = 0; length < bytes.length; length += length < 200 ? 1 : 97) {
			const cut = bytes.slice(0, length);
			expect(pictureEnd(cut)).toBe(length);
			const problem = problemOf(() => {
				const head = pictureHead(cut);
				expect(head.isWhole).toBe(false);
				expect(head.width).toBe(width);
			});
			expect(problem).toMatch(/^no problem$|not a PNG|cut off at its start/);
			if (kindOf(cut)) {
				expect(problemOf(() => xmpIn(cut))).toMatch(/cut off: its end is missing/);
				expect(problemOf(() => withXmp(cut, packet('x')))).toMatch(/cut off: its end is missing/);
			}
		}
	});

	it('says something else than one that is damaged inside', async () => {
		const bytes = await made(grainy(3).png());
		bytes[300] ^= 1;
		expect(problemOf(() => xmpIn(bytes))).toMatch(/“IDAT” does not add up/);
		expect(() => PNG.sync.read(Buffer.from(bytes))).toThrow();
	});

	it('or is no picture, or too large, is refused before anything decodes it', () => {
		expect(problemOf(() => pictureHead(text('GIF89a')))).toMatch(/not a PNG, JPEG or WebP/);
		const wide = chunk('IHDR', Uint8Array.of(0, 0, 0x80, 0, 0, 0, 0, 9, 8, 2, 0, 0, 0));
		const signature = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
		expect(problemOf(() => pictureHead(join(signature, wide)))).toMatch(/32768×9 pixels/);
		const nothing = chunk('IHDR', new Uint8Array(13));
		expect(problemOf(() => pictureHead(join(signature, nothing)))).toMatch(/damaged/);
	});
});

describe('an XMP packet', () => {
	it.each(names)('goes into a %s and comes back, and all else stays', async (name) => {
		for (const channels of [3, 4] as const) {
			const plain = await made(
				kinds[name](grainy(channels)).withMetadata({ density: 144, orientation: 3 })
			);
			const once = withXmp(plain, packet('before'));
			const stamped = withXmp(once, packet('after'));
			expect(xmpIn(stamped)).toBe(packet('after'));
			expect(Buffer.from(stamped).includes('before')).toBe(false);
			// Twice the same is once.
			expect(withXmp(stamped, packet('after'))).toEqual(stamped);
			const [was, is] = [await sharp(plain).metadata(), await sharp(stamped).metadata()];
			for (const key of ['width', 'hasAlpha', 'density', 'orientation', 'icc', 'exif'] as const)
				expect(is[key], key).toEqual(was[key]);
			expect(is.xmp?.toString()).toBe(packet('after'));
			expect(await pixels(stamped)).toEqual(await pixels(plain));
			expect(pictureHead(stamped)).toMatchObject({ alpha: was.hasAlpha, isWhole: true });
			if (name !== 'webp' && name !== 'lossless webp') {
				const read: unknown = await exifr.parse(Buffer.from(stamped), { xmp: true });
				expect(JSON.stringify(read)).toContain('after');
			}
		}
	});

	it('stands behind the segment that names the format of a JPEG, which has to be the first (JFIF 1.02)', async () => {
		const jfif = segment(0xe0, join(text('JFIF\0'), Uint8Array.of(1, 2, 1, 0, 72, 0, 72, 0, 0)));
		const plain = await made(grainy(3).jpeg());
		const bare = plain[3] === 0xe0 ? join(plain.subarray(0, 2), plain.subarray(20)) : plain;
		const first = withXmp(join(bare.subarray(0, 2), jfif, bare.subarray(2)), packet('x'));
		expect([...first.subarray(2, 4)]).toEqual([0xff, 0xe0]);
		expect([...first.subarray(20, 22)]).toEqual([0xff, 0xe1]);
		expect(pictureHead(first).density).toEqual({ x: 72, y: 72 });
		// Where there is none it comes first itself.
		expect([...withXmp(bare, packet('x')).subarray(2, 4)]).toEqual([0xff, 0xe1]);
	});

	it('of an odd length leaves a WebP even (RFC 9649, 2.3), with what lies behind it left out', async () => {
		const plain = await made(grainy(3).webp());
		for (const words of ['odd', 'even']) {
			const stamped = withXmp(join(plain, text('more')), packet(words));
			expect(stamped.length % 2).toBe(0);
			expect(new DataView(stamped.buffer).getUint32(4, true)).toBe(stamped.length - 8);
			expect(xmpIn(stamped)).toBe(packet(words));
			expect(Buffer.from(stamped).includes('more')).toBe(false);
		}
	});

	it('that is too long for a JPEG is refused in a sentence', async () => {
		const plain = await made(grainy(3).jpeg());
		expect(problemOf(() => withXmp(plain, 'x'.repeat(66_000)))).toMatch(
			/Save it as a PNG or a WebP/
		);
	});
});

describe('a picture for printers and shops', () => {
	it.each(names)(
		'has its density and the profile of sRGB as a %s, for sharp and for us',
		async (name) => {
			for (const channels of [3, 4] as const) {
				const plain = await made(kinds[name](grainy(channels)));
				const ready = readyToPrint(plain, 300);
				const is = await sharp(ready).metadata();
				// sharp passes over the density of a WebP: its Exif data, which is a TIFF, is read by exifr.
				const exif = is.exif && ((await exifr.parse(is.exif)) as Record<string, unknown>);
				expect([
					exif?.XResolution ?? is.density,
					exif?.ResolutionUnit ?? is.resolutionUnit
				]).toEqual([300, exif ? 'inches' : is.resolutionUnit]);
				expect(is.hasAlpha).toBe((await sharp(plain).metadata()).hasAlpha);
				expect(is.icc).toBeDefined();
				for (const of of Object.values(pictureHead(ready).density!)) expect(of).toBeCloseTo(300, 0);
				// sharp takes colours through the profile: they come out as they were, but for rounding.
				const [before, after] = [await pixels(plain), await pixels(ready)];
				expect(after).toHaveLength(before.length);
				expect(Math.max(...after.map((value, i) => Math.abs(value - before[i])))).toBeLessThan(2);
				// Another density takes the place of the first, and nothing is written twice.
				const again = readyToPrint(ready, 150);
				expect(pictureHead(again).density!.y).toBeCloseTo(150, 0);
				expect(again).toHaveLength(ready.length);
			}
		}
	);

	it('has a profile that lcms, in libvips, takes for sRGB: no colour moves by more than 1 of 255', async () => {
		const colours = Uint8Array.from({ length: 3 * 512 }, (_, i) => {
			const [p, c] = [Math.floor(i / 3), i % 3];
			return Math.round((((p >> (3 * c)) & 7) * 255) / 7);
		});
		const raw = { width: 32, height: 16, channels: 3 as const };
		const ready = readyToPrint(await made(sharp(colours, { raw }).png()), 300);
		const profile = (await sharp(ready).metadata()).icc!;
		expect(new TextDecoder('latin1').decode(profile.subarray(36, 40))).toBe('acsp');
		expect(new DataView(Uint8Array.from(profile).buffer).getUint32(0)).toBe(profile.length);
		const converted = await sharp(ready)
			.toColourspace('srgb')
			.withIccProfile('srgb')
			.raw()
			.toBuffer();
		const apart = converted.map((value, i) => Math.abs(value - colours[i]));
		expect(Math.max(...apart)).toBeLessThanOrEqual(1);
	});

	it('keeps a profile and a density that it has already', async () => {
		const wide = await made(grainy(3).withIccProfile('p3').withMetadata({ density: 144 }).png());
		const was = await sharp(wide).metadata();
		const is = await sharp(readyToPrint(wide)).metadata();
		expect(is.icc).toEqual(was.icc);
		expect(is.density).toBe(was.density);
	});

	it('has no profile of three colours where it is grey, and keeps what it says of its colours otherwise', async () => {
		for (const grey of [
			await made(grainy(3).toColourspace('b-w').png()),
			await made(grainy(4).toColourspace('b-w').png()),
			await made(grainy(3).toColourspace('b-w').jpeg())
		]) {
			const ready = readyToPrint(grey, 300);
			expect((await sharp(ready).metadata()).icc).toBeUndefined();
			expect(pictureHead(ready)).toMatchObject({ profile: null, isWhole: true });
			expect(pictureHead(ready).density!.x).toBeCloseTo(300, 0);
		}
		// A gamma of 1 (clause 11.3.2.2): no sRGB.
		const plain = await made(grainy(3).png());
		const at = 8 + 25;
		const linear = join(
			plain.subarray(0, at),
			chunk('gAMA', Uint8Array.of(0, 1, 0x86, 0xa0)),
			plain.subarray(at)
		);
		const ready = Buffer.from(readyToPrint(linear));
		expect([ready.includes('gAMA'), ready.includes('iCCP')]).toEqual([true, false]);
	});

	it('is refused in a sentence where it is cut off', async () => {
		const plain = await made(grainy(3).png());
		expect(problemOf(() => readyToPrint(plain.subarray(0, -20), 300))).toMatch(/cut off/);
	});
});

describe('a PNG of bytes', () => {
	it('is what pngjs and sharp read', async () => {
		const draw = stream('bytes');
		const rgb = Uint8Array.from({ length: 7 * 5 * 3 }, () => draw.below(256));
		const bytes = pngOf(rgb, { width: 7, height: 5 });
		expect(new Uint8Array(await pixels(bytes))).toEqual(rgb);
		const { width, height, data } = PNG.sync.read(Buffer.from(bytes));
		expect([width, height]).toEqual([7, 5]);
		expect(Uint8Array.from(data.filter((_, i) => i % 4 !== 3))).toEqual(rgb);
	});
});
