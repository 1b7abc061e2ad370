import { restRack } from '$lib/core/dials';

import { crc32 } from 'node:zlib';
import exifr from 'exifr';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import { SaxesParser } from 'saxes';
import sharp from 'sharp';
import { Ajv2020 } from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Measured, TakeSettings } from '$lib/core/schema';
import { problemOf, sampleRack } from '$lib/core/testing';
import { noWords } from '$lib/core/wording';
import {
	ArchiveFile,
	MADE_BY_MODEL,
	PickFile,
	readArchive,
	readPick,
	madeInside,
	settingsTable,
	stampPicture,
	withFreshIds,
	writeArchive,
	writePick,
	type Archive
} from './index';
import { xmpIn } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';

const settings: TakeSettings = {
	model: 'birch',
	prompt: 'heron & "crab" <at> dusk,\nligne 2 — ünïcödé 🦀 ]]> &amp;',
	negative: '',
	width: 64,
	height: 64,
	guidance: 6.5,
	steps: 20,
	sampler: 'euler',
	schedule: 'karras',
	seed: 4_294_967_295
};
const facts = { title: 'March & April, take 3', settings, system: 'Birch', systemVersion: '1' };

const plainPng = async () =>
	new Uint8Array(
		await sharp({ create: { width: 8, height: 6, channels: 3, background: '#3a7f9c' } })
			.png()
			.toBuffer()
	);

const png = await plainPng();

describe('a picture with its settings', () => {
	it('comes back with the same settings, whatever the prompt holds', async () => {
		expect(madeInside(stampPicture(await plainPng(), facts))).toEqual({ settings });
	});

	it('keeps its pixels, as sharp and pngjs read them', async () => {
		const png = await plainPng();
		const stamped = stampPicture(png, facts);
		const raw = (bytes: Uint8Array) => sharp(bytes).removeAlpha().raw().toBuffer();
		expect(await raw(stamped)).toEqual(await raw(png));
		expect(PNG.sync.read(Buffer.from(stamped)).data).toEqual(PNG.sync.read(Buffer.from(png)).data);
	});

	it('of a JPEG carries the same, read by exifr, and its pixels stay', async () => {
		const plain = new Uint8Array(
			await sharp({ create: { width: 8, height: 6, channels: 3, background: '#345' } })
				.jpeg()
				.withXmp('<x:xmpmeta xmlns:x="adobe:ns:meta/">of before</x:xmpmeta>')
				.toBuffer()
		);
		const stamped = stampPicture(plain, { ...facts, title: 'March, take 3' });
		expect(madeInside(stamped)).toEqual({ settings });
		const read = (await exifr.parse(Buffer.from(stamped), { xmp: true, tiff: false })) as object;
		expect(JSON.stringify(read)).toContain('March, take 3');
		expect(Buffer.from(stamped).includes('of before')).toBe(false);
		const raw = (bytes: Uint8Array) => sharp(bytes).raw().toBuffer();
		expect(await raw(stamped)).toEqual(await raw(plain));
		// Stamped again it holds the latest alone.
		expect(stampPicture(stamped, { ...facts, title: 'March, take 3' })).toEqual(stamped);
		const long = { ...settings, prompt: 'heron '.repeat(12_000) };
		expect(() => stampPicture(plain, { ...facts, settings: long })).toThrow(/too long for a JPEG/);
		expect(() => madeInside(plain.slice(0, 12))).toThrow(/cut off|no settings/);
	});

	it('is XML to a strict parser, and loses nothing, whatever characters the words hold', () => {
		const odd = 'page\u000cbreak \u0001 \ufffe \ud800 half 🦀 <&>';
		const inside = { ...settings, prompt: odd, negative: odd };
		const stamped = stampPicture(png, {
			...facts,
			title: odd,
			system: odd,
			promptWriter: odd,
			settings: inside
		});
		const parser = new SaxesParser();
		parser.on('error', (cause) => {
			throw cause;
		});
		parser.write(xmpIn(stamped) ?? '').close();
		expect(madeInside(stamped).settings).toEqual(inside);
	});

	it('carries XMP that exifr reads: the IPTC mark, the title, the system', async () => {
		// exifr leaves entities as they are, so the title has none here.
		const stamped = stampPicture(await plainPng(), { ...facts, title: 'March cover, take 3' });
		const read = (await exifr.parse(Buffer.from(stamped), {
			xmp: true,
			mergeOutput: true
		})) as Record<string, unknown>;
		expect(read.DigitalSourceType).toBe(MADE_BY_MODEL);
		expect(MADE_BY_MODEL).toMatch(/^http:\/\/cv\.iptc\.org\/newscodes\/digitalsourcetype\//);
		expect(read.AISystemUsed).toBe('Birch');
		expect(JSON.stringify(read.title)).toContain('March cover, take 3');
	});

	it('is stamped once, however often it is stamped', async () => {
		const twice = stampPicture(stampPicture(await plainPng(), facts), {
			...facts,
			settings: { ...settings, seed: 5 }
		});
		expect(Buffer.from(twice).toString('latin1').split('XML:com.adobe.xmp')).toHaveLength(2);
		expect(madeInside(twice).settings.seed).toBe(5);
	});

	it('says what is wrong with a file that it cannot use', async () => {
		const png = await plainPng();
		const stamped = stampPicture(png, facts);
		expect(problemOf(() => madeInside(new Uint8Array([1, 2, 3])))).toMatch(
			/not a PNG, JPEG or WebP/
		);
		expect(problemOf(() => madeInside(png))).toMatch(/no settings/);
		expect(problemOf(() => madeInside(stamped.subarray(0, stamped.length - 20)))).toMatch(
			/cut off/
		);
		const damaged = stamped.slice();
		damaged[60] ^= 0xff;
		expect(problemOf(() => madeInside(damaged))).toMatch(/damaged/);
		const wrong = stampPicture(png, { ...facts, settings: { ...settings, steps: -3 } });
		expect(problemOf(() => madeInside(wrong))).toMatch(/steps/);
	});
});

const bytesOf = async (blob: Blob) => new Uint8Array(await blob.arrayBuffer());

/** The smallest lossless WebP: one pixel (RFC 9649, 3). */
const webp = () => {
	const bytes = Uint8Array.from(atob('UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA=='), (c) =>
		c.charCodeAt(0)
	);
	return new Blob([bytes], { type: 'image/webp' });
};

const zipOf = (file: unknown, picture: Uint8Array) =>
	new Blob([
		new Uint8Array(
			zipSync({ 'brief.json': strToU8(JSON.stringify(file)), 'images/0001.webp': picture })
		)
	]);

/** Whether two archives have the same in them, pictures byte for byte. */
async function same(one: Archive, other: Archive): Promise<void> {
	expect(one.whole).toEqual(other.whole);
	for (const of of ['pictures', 'starts'] as const) {
		const [a, b] = [[...(one[of] ?? [])], [...(other[of] ?? [])]];
		expect(a.map(([id, { type }]) => [id, type])).toEqual(b.map(([id, { type }]) => [id, type]));
		for (const [i, [, picture]] of a.entries())
			expect(await bytesOf(picture)).toEqual(await bytesOf(b[i][1]));
	}
}

const archive = (): Archive => ({
	whole: {
		brief: {
			id: 'b1',
			name: 'March cover',
			purpose: '',
			allowance: 100,
			prompt: 'a heron',
			negative: '',
			words: noWords,
			rack: {
				model: ['birch'],
				frame: [{ width: 64, height: 64 }],
				guidance: [6.5],
				steps: [20],
				sampler: ['euler'],
				schedule: ['karras'],
				seed: [4_294_967_295],
				...restRack()
			},
			design: { kind: 'all' },
			numbered: 3,
			createdAt: 1,
			updatedAt: 2
		},
		plans: [
			{
				id: 'p1',
				briefId: 'b1',
				design: { kind: 'all' },
				rack: sampleRack({
					model: ['birch'],
					frame: [{ width: 64, height: 64 }],
					guidance: [6.5],
					seed: [4_294_967_295]
				}),
				chosen: { rows: null, dials: [] },
				elsewhere: false,
				stopped: false,
				paused: false,
				place: 1,
				createdAt: 1
			}
		],
		takes: [
			{
				id: 't1',
				briefId: 'b1',
				planId: 'p1',
				number: 1,
				settings,
				state: 'done',
				createdAt: 1,
				madeAt: 3
			}
		],
		marks: [{ takeId: 't1', briefId: 'b1', kind: 'keep', at: 4 }],
		picks: [
			{
				id: 'k1',
				briefId: 'b1',
				name: 'the one',
				reason: '',
				from: { kind: 'take', takeId: 't1' },
				settings: { model: 'birch', guidance: 6.5 },
				evidence: { takes: 1, kept: 1, maybe: 0, dropped: 0 },
				createdAt: 5
			}
		],
		remarks: [
			{ takeId: 't1', briefId: 'b1', faults: ['lettering', 'seam'], note: 'the "moon"', at: 6 }
		],
		spendings: [{ id: 't0', briefId: 'b1', model: 'birch', credits: 1.5, at: 2 }],
		answers: [
			{
				id: 'a0',
				briefId: 'b1',
				left: 't1',
				right: 't1',
				answer: 'left',
				judge: 'Wren',
				again: false,
				at: 3
			}
		],
		ballots: [],
		taught: [
			{ id: 'own-1', service: '', name: 'Woodcuts', pictures: ['ab'.repeat(32)], taughtAt: 4 }
		]
	},
	pictures: new Map([['t1', webp()]]),
	starts: new Map([['ab'.repeat(32), new Blob([png], { type: 'image/png' })]])
});

describe('a brief as an archive', () => {
	it('comes back as it went, and again as the same bytes', async () => {
		const zip = await writeArchive(archive());
		const back = await readArchive(zip);
		await same(back, archive());
		expect(await bytesOf(await writeArchive(back))).toEqual(await bytesOf(zip));
	});

	it('names pictures by take and kind, and keeps the columns that they came with', async () => {
		const jpeg = await sharp({ create: { width: 8, height: 6, channels: 3, background: '#345' } })
			.jpeg()
			.toBuffer();
		for (const [picture, name] of [
			[new Blob([png], { type: 'image/png' }), 'images/t1.png'],
			[new Blob([new Uint8Array(jpeg)], { type: 'image/jpeg' }), 'images/t1.jpg']
		] as const) {
			const one = archive();
			one.whole.takes[0].columns = { vae: 'b, with "quotes"' };
			one.pictures.set('t1', picture);
			const written = await writeArchive(one);
			const files = unzipSync(await bytesOf(written));
			expect(Object.keys(files)).toContain(name);
			await same(await readArchive(written), one);
			const { data } = Papa.parse<Record<string, string>>(
				new TextDecoder().decode(files['takes.csv']),
				{ header: true }
			);
			expect(data[0]['vae (own)']).toBe('b, with "quotes"');
		}
	});

	it('brings its small pictures along; those that are none, or too large, are left to be made', async () => {
		const small = async (side: number) => {
			const picture = sharp({
				create: { width: side, height: 8, channels: 3, background: '#345' }
			});
			return new Blob([new Uint8Array(await picture.webp().toBuffer())], { type: 'image/webp' });
		};
		const thumb = await small(384);
		const back = await readArchive(
			await writeArchive({ ...archive(), thumbnails: new Map([['t1', thumb]]) })
		);
		expect([...back.thumbnails!.keys()]).toEqual(['t1']);
		expect(back.thumbnails!.get('t1')!.type).toBe('image/webp');
		expect(await bytesOf(back.thumbnails!.get('t1')!)).toEqual(await bytesOf(thumb));
		for (const none of [new Blob(['no picture']), await small(600)]) {
			const read = await readArchive(
				await writeArchive({ ...archive(), thumbnails: new Map([['t1', none]]) })
			);
			expect(read.thumbnails!.size).toBe(0);
			expect(read.pictures.size).toBe(1);
		}
	});

	describe('what was measured in its pictures', () => {
		const one: Measured = {
			values: { sharpness: 0.25, noise: 1.5 },
			palette: [{ name: 'slate', hex: '#334455', share: 1 }],
			hash: '00ff00ff00ff00ff'
		};
		const written = () => writeArchive({ ...archive(), measured: new Map([['t1', one]]) });
		/** What the archive's file of measures says, by take. */
		type Rows = Record<string, Measured & { crc32: number }>;
		const rowsOf = (files: Record<string, Uint8Array>) =>
			JSON.parse(strFromU8(files['measures.json'])) as { takes: Rows };
		/** The archive with another file of measures, and perhaps another picture. */
		const changed = async (change: (takes: Rows) => unknown, picture?: Uint8Array<ArrayBuffer>) => {
			const files = unzipSync(await bytesOf(await written()));
			const { takes, ...file } = rowsOf(files);
			files['measures.json'] = strToU8(JSON.stringify({ ...file, takes: change(takes) }));
			if (picture) files['images/t1.webp'] = picture;
			const zip = zipSync(files, { level: 0 });
			return (await readArchive(new Blob([new Uint8Array(zip)]))).measured!;
		};

		it('comes along, and under the ids of a copy', async () => {
			const back = await readArchive(await written());
			expect(back.measured).toEqual(new Map([['t1', one]]));
			const copy = withFreshIds(back, () => `fresh-${Math.random()}`);
			expect(copy.measured).toEqual(new Map([[copy.whole.takes[0].id, one]]));
			expect((await changed((takes) => takes)).get('t1')).toEqual(one);
		});

		it('names the bytes it was measured in, as zlib sums them up, and goes with no others', async () => {
			const files = unzipSync(await bytesOf(await written()));
			const { takes } = rowsOf(files);
			expect(takes.t1.crc32).toBe(crc32(files['images/t1.webp']));
			const other = await sharp({
				create: { width: 8, height: 6, channels: 3, background: '#111' }
			})
				.webp()
				.toBuffer();
			expect((await changed((takes) => takes, new Uint8Array(other))).size).toBe(0);
		});

		it('is passed over where it is none: the picture is measured anew', async () => {
			for (const none of [
				() => null,
				() => [],
				() => ({}),
				({ t1 }: Rows) => ({ t1: { ...t1, values: { sharpness: 'high' } } }),
				({ t1 }: Rows) => ({ t1: { ...t1, hash: 'x' } }),
				({ t1 }: Rows) => ({
					t1: { ...t1, palette: [{ name: 'x', hex: 'url(//x.y/z)', share: 1 }] }
				}),
				({ t1 }: Rows) => ({ t2: t1 })
			])
				expect((await changed(none)).size, String(none)).toBe(0);
			// Of a measure that is not known here nothing is kept.
			const { values } = (
				await changed(({ t1 }) => ({
					t1: { ...t1, values: { ...t1.values, warmth: 3 } }
				}))
			).get('t1')!;
			expect(values).toEqual(one.values);
		});
	});

	it('says at most a hundred times how far it is, and at once that it has begun', async () => {
		const one = archive();
		const small = [...one.pictures.values()][0];
		const takes = Array.from({ length: 450 }, (_, i) => ({
			...one.whole.takes[0],
			id: `n${i}`,
			number: 100 + i
		}));
		const many = { ...one, whole: { ...one.whole, takes, marks: [] } };
		const pictures = new Map(takes.map(({ id }) => [id, small]));
		const told: number[] = [];
		await writeArchive({ ...many, pictures }, (done, all) => {
			// The start picture is one more.
			expect(all).toBe(451);
			told.push(done);
		});
		expect(told[0]).toBe(0);
		expect(told.length).toBeGreaterThan(50);
		expect(told.length).toBeLessThanOrEqual(100);
	});

	/** What came in though a picture is damaged: everything but that picture, which is named. */
	const isNamed = (read: Archive, says: RegExp) => {
		expect(read.damaged).toEqual([expect.stringMatching(says)]);
		const [take, ...others] = read.whole.takes;
		expect(take).toMatchObject({ id: 't1', state: 'failed' });
		expect(others.map(({ state }) => state)).toEqual(
			archive()
				.whole.takes.slice(1)
				.map(({ state }) => state)
		);
		expect([...read.pictures.keys()]).toEqual(
			[...archive().pictures.keys()].filter((id) => id !== 't1')
		);
	};

	it('brings in all but a stored picture of which a byte has changed, and names it', async () => {
		const bytes = await bytesOf(await writeArchive(archive()));
		const picture = await bytesOf(webp());
		const at = Buffer.from(bytes).indexOf(Buffer.from(picture));
		expect(at).toBeGreaterThan(0);
		bytes[at + picture.length - 1] ^= 1;
		isNamed(await readArchive(new Blob([bytes])), /The picture of take 1 is damaged/);
	});

	it('has brief.json that fits its JSON Schema, by ajv', async () => {
		const files = unzipSync(await bytesOf(await writeArchive(archive())));
		const validate = new Ajv2020({ strict: false }).compile(z.toJSONSchema(ArchiveFile));
		expect(validate(JSON.parse(new TextDecoder().decode(files['brief.json'])))).toBe(true);
		expect(validate({ format: 'dial-pick/brief', version: 2 })).toBe(false);
	});

	it('has a table that papaparse reads back, with commas, quotes and line breaks (RFC 4180)', () => {
		const table = settingsTable(archive().whole);
		const { data } = Papa.parse<Record<string, string>>(table, { header: true });
		expect(data).toHaveLength(1);
		expect(data[0].wording).toBe(settings.prompt);
		expect(data[0].frame).toBe('64x64');
		expect(data[0].mark).toBe('keep');
		expect(data[0].faults).toBe('lettering seam');
		expect(data[0].note).toBe('the "moon"');
	});

	it.each([
		[3, 'Open it with the program that made it, and export the brief again.'],
		[6, 'Open it with a newer program.']
	])('of version %i is refused with a sentence that says what to do', async (version, advice) => {
		const { whole } = archive();
		const file = { format: 'dial-pick/brief', version, ...whole };
		await expect(readArchive(zipOf(file, await bytesOf(webp())))).rejects.toThrow(
			`This archive is of version ${version}, and this program reads version 5. ${advice}`
		);
	});

	it('can stand beside itself under fresh ids', async () => {
		let next = 0;
		const copy = withFreshIds(archive(), () => `n${next++}`);
		await same(await readArchive(await writeArchive(copy)), copy);
		expect(copy.whole.spendings).toEqual([
			{ ...archive().whole.spendings[0], briefId: copy.whole.brief.id }
		]);
		expect(copy.whole.brief.id).not.toBe('b1');
		expect(copy.whole.marks[0].takeId).toBe(copy.whole.takes[0].id);
		expect(copy.pictures.has(copy.whole.takes[0].id)).toBe(true);
	});

	it('says what is wrong with a file that it cannot use', async () => {
		const bytes = await bytesOf(await writeArchive(archive()));
		const entries = unzipSync(bytes);
		const withJson = (change: (file: Record<string, never>) => void) => {
			const file = JSON.parse(new TextDecoder().decode(entries['brief.json'])) as never;
			change(file);
			return zipSync({ ...entries, 'brief.json': strToU8(JSON.stringify(file)) });
		};
		const says = async (zip: Uint8Array) => {
			const read = readArchive(new Blob([new Uint8Array(zip)]));
			return read.then(
				() => 'used',
				(cause: unknown) => (expect(cause).toBeInstanceOf(FileProblem), (cause as Error).message)
			);
		};
		expect(await says(new Uint8Array([1, 2, 3]))).toMatch(/no ZIP|damaged/);
		expect(await says(bytes.subarray(0, bytes.length - 40))).toMatch(/damaged/);
		expect(await says(zipSync({ 'a.txt': strToU8('a') }))).toMatch(/no brief\.json/);
		expect(await says(zipSync({ 'brief.json': strToU8('{') }))).toMatch(/damaged/);
		expect(await says(withJson((f) => (f.takes = 3 as never)))).toMatch(/takes/);
		expect(await says(withJson((f) => (f.plans = [] as never)))).toMatch(/belong together/);
		const { 'images/t1.webp': _picture, ...without } = entries;
		isNamed(await readArchive(new Blob([zipSync(without)])), /picture of take 1 is missing/);
		const page = strToU8('<html><script>alert(1)</script></html>');
		isNamed(
			await readArchive(new Blob([zipSync({ ...entries, 'images/t1.webp': page })])),
			/picture of take 1 .* not a PNG, JPEG or WebP/
		);
		const odd = withJson((f) => ((f.brief as { id: string }).id = '../x?y'));
		expect(await says(odd)).toMatch(/letters, digits/);
	});

	it.each([
		[
			'200 000 seeds',
			(one: Archive) => (one.whole.brief.rack.seed = [...Array(200_000).keys()]),
			/200000 stops on the dial seed; 1000 at most/
		],
		[
			'a stop twice',
			(one: Archive) => (one.whole.brief.rack.guidance = [3, 5, 3]),
			/dial guidance, and some of them are the same/
		],
		[
			'a run of one seed twice',
			(one: Archive) => (one.whole.plans[0].rack.seed = [1, 1]),
			/A run .* are the same/
		],
		[
			'50 000 phrases',
			(one: Archive) => {
				const phrase = {
					id: 'x',
					text: 'a',
					lead: ', ',
					facet: 'other' as const,
					placed: false,
					off: false,
					instead: []
				};
				one.whole.brief.words = {
					...one.whole.brief.words,
					stack: {
						tail: '',
						phrases: Array.from({ length: 50_000 }, (_, i) => ({ ...phrase, id: `p${i}` }))
					}
				};
			},
			/50000 phrases; 5000 at most/
		],
		[
			'two phrases of one id',
			(one: Archive) => {
				const phrase = {
					id: 'x',
					text: 'a',
					lead: ', ',
					facet: 'other' as const,
					placed: false,
					off: false,
					instead: []
				};
				one.whole.brief.words = {
					...one.whole.brief.words,
					stack: { tail: '', phrases: [phrase, phrase] }
				};
			},
			/same id/
		]
	] as [string, (one: Archive) => unknown, RegExp][])(
		'with %s, which would blank or freeze a view, is refused in a sentence',
		async (_name, change, says) => {
			const one = archive();
			change(one);
			await expect(readArchive(await writeArchive(one))).rejects.toThrow(says);
		}
	);

	// Two takes of one number, as deleting the newest, running another and undoing it made them.
	it('with two takes of one number keeps both pictures, and gives one of them a number of its own', async () => {
		const one = archive();
		one.whole.takes.push({ ...one.whole.takes[0], id: 't2', createdAt: 2 });
		one.pictures.set('t2', new Blob([png], { type: 'image/png' }));
		const back = await readArchive(await writeArchive(one));
		expect(back.whole.takes.map(({ id, number }) => [id, number])).toEqual([
			['t1', 1],
			['t2', 2]
		]);
		expect(await bytesOf(back.pictures.get('t1')!)).toEqual(await bytesOf(webp()));
		expect(await bytesOf(back.pictures.get('t2')!)).toEqual(png);
	});

	it('that would unpack to more than it may is refused before anything is unpacked', async () => {
		// Three gigabytes that the directory alone speaks of: sizes in it are written over (APPNOTE 4.3.12).
		const entries = unzipSync(await bytesOf(await writeArchive(archive())));
		const zip = zipSync({ ...entries, 'images/0002.webp': new Uint8Array(64) });
		const view = new DataView(zip.buffer, zip.byteOffset);
		for (let at = 0; at < zip.length - 46; at++)
			if (view.getUint32(at, true) === 0x02014b50) {
				const name = new TextDecoder().decode(
					zip.subarray(at + 46, at + 46 + view.getUint16(at + 28, true))
				);
				if (name === 'images/0002.webp') view.setUint32(at + 24, 3e9, true);
			}
		await expect(readArchive(new Blob([new Uint8Array(zip)]))).rejects.toThrow(
			/0002\.webp.* unpacks to 2861 MB, which no part of a brief does/
		);
	});

	it('leaves out a picture that swells beyond what its directory says', async () => {
		const entries = unzipSync(await bytesOf(await writeArchive(archive())));
		const zip = zipSync({
			...entries,
			'images/t1.webp': [new Uint8Array(20_000_000), { level: 9 }]
		});
		const view = new DataView(zip.buffer, zip.byteOffset);
		for (let at = 0; at < zip.length - 46; at++)
			if (view.getUint32(at, true) === 0x02014b50 && view.getUint32(at + 24, true) === 20_000_000)
				view.setUint32(at + 24, 100, true);
		isNamed(await readArchive(new Blob([new Uint8Array(zip)])), /The picture of take 1 is damaged/);
	});
});

describe('a pick as a file', () => {
	const pick = archive().whole.picks[0];

	it('comes back as it went, and fits its JSON Schema', () => {
		expect(readPick(writePick(pick))).toEqual(pick);
		const validate = new Ajv2020({ strict: false }).compile(z.toJSONSchema(PickFile));
		expect(validate(JSON.parse(writePick(pick)))).toBe(true);
	});

	it('says what is wrong with a file that it cannot use', () => {
		expect(problemOf(() => readPick('hello'))).toMatch(/not JSON/);
		expect(problemOf(() => readPick('{"a":1}'))).toMatch(/not a pick/);
		expect(problemOf(() => readPick(writePick({ ...pick, name: '' })))).toMatch(/pick\.name/);
	});
});

describe('a picture of a pick', () => {
	// XMP read by exifr, in a namespace of our own; it leaves entities as they are.
	it('carries reason and evidence beside its settings', async () => {
		const evidence = { takes: 1, kept: 1, maybe: 0, dropped: 0 };
		const pick = { name: 'the one', reason: 'it stands up', evidence };
		const stamped = stampPicture(new Uint8Array(png), {
			title: 't',
			settings,
			system: 'Birch',
			systemVersion: '1',
			pick
		});
		const read = (await exifr.parse(Buffer.from(stamped), { xmp: true, mergeOutput: false })) as {
			dialpick: { pick: string };
		};
		expect(JSON.parse(read.dialpick.pick.replaceAll('&quot;', '"'))).toEqual(pick);
		expect(madeInside(stamped).settings).toEqual(settings);
	});
});

describe('the line of a take', () => {
	const line = [{ take: 'parent', number: 11, as: 'vary' }];

	// ISO 16684-1: xmpMM:DerivedFrom; read by exifr.
	it('stands in its picture as what it was derived from', async () => {
		const stamped = stampPicture(png, { ...facts, id: 'child', line });
		const read = (await exifr.parse(Buffer.from(stamped), { xmp: true, mergeOutput: false })) as {
			xmpMM: { DocumentID: string; DerivedFrom: { documentID: string } };
		};
		expect(read.xmpMM.DocumentID).toBe('xmp.did:child');
		expect(read.xmpMM.DerivedFrom.documentID).toBe('xmp.did:parent');
	});

	it('goes through an archive, under fresh ids too, and stands in the table', async () => {
		const one = archive();
		const [parent] = one.whole.takes;
		const child = {
			...parent,
			id: 't2',
			number: 2,
			line: [{ take: parent.id, number: parent.number, as: 'vary' }]
		};
		one.whole.takes.push(child);
		one.pictures.set('t2', one.pictures.get(parent.id)!);
		const copy = withFreshIds(await readArchive(await writeArchive(one)), () =>
			crypto.randomUUID()
		);
		const [first, second] = copy.whole.takes;
		expect(second.line).toEqual([{ take: first.id, number: first.number, as: 'vary' }]);
		const { data } = Papa.parse<Record<string, string>>(settingsTable(copy.whole), {
			header: true
		});
		expect(data.map((row) => row['came from'])).toEqual(['', `take ${first.number} (vary)`]);
	});
});
