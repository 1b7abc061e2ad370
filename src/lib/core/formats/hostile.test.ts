import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { TakeSettings } from '$lib/core/schema';
import {
	FileProblem,
	pictureHead,
	readArchive,
	readPick,
	readTable,
	madeElsewhere,
	madeInside,
	stampPicture,
	unpackPictures
} from './index';

/** What a reader says of bytes: that it could use them, or a sentence. Anything else is thrown on. */
function verdict(read: () => unknown): string {
	try {
		read();
		return 'used';
	} catch (cause) {
		if (cause instanceof FileProblem) return cause.message;
		throw cause;
	}
}

/** The same of a reader that takes its time. */
const verdictLater = (read: () => Promise<unknown>): Promise<string> =>
	read().then(
		() => 'used',
		(cause: unknown) =>
			verdict(() => {
				throw cause;
			})
	);
const asFile = (bytes: Uint8Array) => new Blob([new Uint8Array(bytes)]);

/** A sentence says what is wrong and what to do: long enough, and ended. */
const isSentence = (says: string) => says.length > 25 && /[.!]$/.test(says);

const settings: TakeSettings = {
	model: 'birch',
	prompt: 'a crab & a kite',
	negative: 'blurry',
	width: 24,
	height: 16,
	guidance: 6.5,
	steps: 20,
	sampler: 'euler',
	schedule: 'karras',
	seed: 7
};
const stamped = stampPicture(new Uint8Array(PNG.sync.write(new PNG({ width: 24, height: 16 }))), {
	title: 'take',
	settings,
	system: 'Birch',
	systemVersion: '1'
});

/** Bytes with some of them changed, and perhaps an end that is missing. */
const damaged = (whole: Uint8Array) =>
	fc
		.record({
			changes: fc.array(
				fc.record({ at: fc.nat(whole.length - 1), to: fc.integer({ min: 0, max: 255 }) }),
				{ maxLength: 12 }
			),
			length: fc.oneof(fc.constant(whole.length), fc.nat(whole.length))
		})
		.map(({ changes, length }) => {
			const bytes = whole.slice();
			for (const { at, to } of changes) bytes[at] = to;
			return bytes.slice(0, length);
		});

describe('a damaged file', () => {
	it('that was a picture is read, or refused in a sentence', () => {
		expect(madeInside(stamped)).toEqual({ settings });
		fc.assert(
			fc.property(damaged(stamped), (bytes) => {
				const says = verdict(() => {
					// What is read is what settings are, whatever the damage.
					expect(TakeSettings.safeParse(madeInside(bytes).settings).success).toBe(true);
				});
				expect(says === 'used' || isSentence(says)).toBe(true);
			}),
			{ numRuns: 300 }
		);
	});

	it('that was an archive is read, or refused in a sentence', async () => {
		const archive = zipSync({
			'brief.json': strToU8(JSON.stringify({ format: 'dial-pick/brief', version: 3 })),
			'images/0001.webp': new Uint8Array(60)
		});
		await fc.assert(
			fc.asyncProperty(damaged(archive), async (bytes) => {
				// What it says of its brief is never enough: it is refused in any case.
				expect(isSentence(await verdictLater(() => readArchive(asFile(bytes))))).toBe(true);
			}),
			{ numRuns: 200 }
		);
	});

	it('of any bytes is refused in a sentence', async () => {
		await fc.assert(
			fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), async (bytes) => {
				for (const read of [madeInside, pictureHead])
					expect(isSentence(verdict(() => read(bytes)))).toBe(true);
				expect(isSentence(await verdictLater(() => readArchive(asFile(bytes))))).toBe(true);
			}),
			{ numRuns: 200 }
		);
		fc.assert(
			fc.property(fc.json(), (text) => {
				expect(isSentence(verdict(() => readPick(text)))).toBe(true);
			})
		);
	});

	it('that has no name in a ZIP of pictures is told all the same', () => {
		const { refused } = unpackPictures(zipSync({ '': strToU8('nothing'.repeat(9)) }));
		expect(refused).toEqual([
			{
				file: 'a file without a name',
				why: expect.stringContaining('neither a picture') as unknown
			}
		]);
	});

	it('that was a ZIP of pictures gives what can be used, each once, and lists the rest', () => {
		const names = ['a.png', 'b/c.jpg', 'settings.csv', 'notes.md'];
		const zip = zipSync(
			Object.fromEntries(names.map((name, i) => [name, strToU8(`${name} `.repeat(40 + i))])),
			{ level: 6 }
		);
		fc.assert(
			fc.property(damaged(zip), (bytes) => {
				const { files, refused } = unpackPictures(bytes);
				expect(new Set(files.map(({ name }) => name)).size).toBe(files.length);
				expect(files.length + refused.length).toBeLessThanOrEqual(names.length + 1);
				for (const { file, why } of refused) {
					expect(file).not.toBe('');
					expect(why.length).toBeGreaterThan(10);
				}
			}),
			{ numRuns: 200 }
		);
	});
});

describe('a table of any text', () => {
	const files = ['shots/a.png', 'shots/b.png', 'c.webp'];
	const cell = fc.oneof(
		fc.constantFrom('', ...files, 'a.png', '7', '-1', '1e9', '2,5', '768x512', '"', ';', 'file'),
		fc.string({ maxLength: 12 })
	);
	const table = fc
		.record({
			head: fc.array(
				fc.oneof(
					fc.constantFrom('file', 'Steps', 'seed', 'guidance', 'size', 'model', 'moon'),
					cell
				),
				{ maxLength: 7 }
			),
			rows: fc.array(fc.array(cell, { maxLength: 8 }), { maxLength: 12 }),
			separator: fc.constantFrom(',', ';', '\t', '|'),
			end: fc.constantFrom('\n', '\r\n')
		})
		.map(({ head, rows, separator, end }) =>
			[head, ...rows].map((row) => row.join(separator)).join(end)
		);

	it('gives every picture once, in its order, with settings that are none or right', () => {
		fc.assert(
			fc.property(fc.oneof(table, fc.string({ maxLength: 200 })), (text) => {
				const { pictures, refused } = readTable(text, files);
				expect(pictures.map(({ file }) => file)).toEqual(files);
				for (const one of pictures) {
					const made = madeElsewhere(one, { width: 24, height: 16 });
					expect(TakeSettings.safeParse(made.settings).success).toBe(true);
					for (const value of Object.values(one.besides)) expect(value.trim()).not.toBe('');
				}
				for (const { file, why } of refused) {
					expect(file).not.toBe('');
					expect(why.length).toBeGreaterThan(10);
				}
			}),
			{ numRuns: 400 }
		);
	});
});
