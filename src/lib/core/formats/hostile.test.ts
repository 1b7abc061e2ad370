import fc from 'fast-check';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { Models, PickFound, TakeSettings } from '$lib/core/schema';
import { cards, sampleBrief, samplePlan, sampleRack, sampleTakes } from '$lib/core/testing';
import {
	readArchive,
	readPick,
	readTable,
	madeElsewhere,
	madeInside,
	stampPicture,
	unpackPictures,
	writeArchive
} from './index';
import { pictureHead } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';

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
			'brief.json': strToU8(JSON.stringify({ format: 'dial-pick/brief', version: 5 })),
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

describe('archives that are changed in one place after the other', () => {
	// A small generator with a seed: a linear congruence (Numerical Recipes; from memory).
	const generator = (state: number) => () =>
		(state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
	const wild = [
		null,
		true,
		[],
		{},
		'',
		-1,
		0,
		1e308,
		1e21,
		0.1,
		'x',
		'__proto__',
		'\u0000',
		[null]
	];

	/** Every place in a value, as a way to write to it. */
	function* places(value: unknown): Generator<(next: unknown) => void> {
		if (typeof value !== 'object' || value === null) return;
		const at = value as Record<string, unknown>;
		for (const key of Object.keys(at)) {
			yield (next) => (next === undefined ? delete at[key] : (at[key] = next));
			yield* places(at[key]);
		}
	}

	// Reads some thousand archives: 8 seconds.
	it(
		'are used with nothing doubled and every sum in bounds, or refused in a sentence',
		{ timeout: 60_000 },
		async () => {
			const takes = sampleTakes(sampleRack({ guidance: [3, 6], seed: [1, 2] })).map((one) => ({
				...one,
				briefId: 'b1',
				planId: 'p1',
				state: 'waiting' as const
			}));
			const whole = {
				brief: { ...sampleBrief('b1'), colours: ['#112233'], numbered: 4 },
				plans: [{ ...samplePlan('p1'), briefId: 'b1' }],
				takes,
				marks: [{ takeId: takes[0].id, briefId: 'b1', kind: 'keep' as const, at: 5 }],
				picks: [],
				remarks: [
					{ takeId: takes[1].id, briefId: 'b1', faults: ['seam'], note: '', at: 5, tags: ['a'] }
				],
				spendings: [{ id: 's', briefId: 'b1', model: 'birch', credits: 3, at: 5 }],
				answers: [],
				ballots: [],
				taught: []
			};
			const zip = new Uint8Array(
				await (await writeArchive({ whole, pictures: new Map() })).arrayBuffer()
			);
			const good = new TextDecoder().decode(unzipSync(zip)['brief.json']);
			const random = generator(35);
			const verdicts = { used: 0, refused: 0 };
			for (let i = 0; i < 2000; i++) {
				const file = JSON.parse(good) as Record<string, unknown>;
				const all = [...places(file)];
				const value = random() < 0.15 ? undefined : wild[Math.floor(random() * wild.length)];
				all[Math.floor(random() * all.length)](value);
				const changed = zipSync({ 'brief.json': strToU8(JSON.stringify(file)) }, { level: 0 });
				const read = await readArchive(asFile(changed)).catch((cause: unknown) => {
					if (!(cause instanceof FileProblem)) throw cause;
					expect(isSentence(cause.message), cause.message).toBe(true);
					return null;
				});
				verdicts[read ? 'used' : 'refused']++;
				if (!read) continue;
				const { brief, remarks, marks, spendings } = read.whole;
				const single = (rows: readonly unknown[]) =>
					expect(new Set(rows).size, JSON.stringify(rows)).toBe(rows.length);
				single(read.whole.takes.map(({ id }) => id));
				single(read.whole.takes.map(({ number }) => number));
				single(brief.words.sets.map(({ name }) => name));
				single((brief.destinations ?? []).map(({ id }) => id));
				single(marks.map(({ takeId }) => takeId));
				for (const one of remarks)
					single([...one.faults, ...(one.tags ?? []).map((tag) => `#${tag}`)]);
				for (const { credits } of spendings) expect(credits >= 0 && credits <= 1e6).toBe(true);
			}
			// Neither everything nor nothing is refused: otherwise this would check nothing.
			expect(Math.min(verdicts.used, verdicts.refused)).toBeGreaterThan(200);
		}
	);

	it('have what stands twice in their lists once', async () => {
		const use = { id: 'lid', label: 'jar lid', written: '60 mm' };
		const set = { name: 'usual', phrases: ['blurry'] };
		const brief = sampleBrief('b1');
		const [take] = sampleTakes(sampleRack({}));
		const whole = {
			brief: {
				...brief,
				destinations: [use, { ...use, label: 'again' }],
				colours: ['#112233', '#112233'],
				words: { ...brief.words, sets: [set, set], versions: ['a', 'a'], negatives: [null, null] }
			},
			plans: [{ ...samplePlan('p1'), briefId: 'b1' }],
			takes: [{ ...take, briefId: 'b1', planId: 'p1', state: 'waiting' as const }],
			marks: [],
			picks: [],
			remarks: [
				{
					takeId: take.id,
					briefId: 'b1',
					faults: ['seam', 'seam'],
					note: '',
					at: 1,
					tags: ['a', 'a']
				}
			],
			spendings: [],
			answers: [],
			ballots: [],
			taught: []
		};
		const { whole: read } = await readArchive(await writeArchive({ whole, pictures: new Map() }));
		expect(read.brief.destinations).toEqual([use]);
		expect(read.brief.colours).toEqual(['#112233']);
		expect(read.brief.words).toMatchObject({ sets: [set], versions: ['a'], negatives: [null] });
		expect(read.remarks[0]).toMatchObject({ faults: ['seam'], tags: ['a'] });
	});

	it.each([
		['an interval that ends before it begins', { preferred: { mean: 0.5, low: 0.9, high: 0.1 } }],
		['more kept than judged', { kept: { count: 9, of: 2, low: 0, high: 1 } }]
	])('are refused where evidence says %s', (_, change) => {
		const found = {
			...{ settings: 2, plan: 'p', settled: false, best: true, chance: 0.5, loss: 0 },
			preferred: { mean: 0.5, low: 0.1, high: 0.9 },
			...{ kept: null, keeps: null, cost: null, sure: null, runnerUp: null, judges: [] },
			...{ marks: 0, blindMarks: 0, pairs: 0 }
		};
		expect(PickFound.safeParse(found).success).toBe(true);
		expect(PickFound.safeParse({ ...found, ...change }).success).toBe(false);
	});
});

describe('models\u2019 cards', () => {
	it('are refused where their ranges do not hold together, or a list has something twice', () => {
		expect(Models.safeParse({ models: [...cards] }).success).toBe(true);
		const [card] = cards;
		for (const change of [
			{ guidance: { min: 5, max: 1, from: 2, to: 3 } },
			{ steps: { min: 1, max: 60, from: 30, to: 20 } },
			{ steps: { min: 1, max: 60, from: 20, to: 90 } },
			{ samplers: ['euler', 'euler'] },
			{ features: ['mask', 'mask'] },
			{ adapters: [card.adapters[0], card.adapters[0]] }
		])
			expect(Models.safeParse({ models: [{ ...card, ...change }] }).success).toBe(false);
		expect(Models.safeParse({ models: [card, card] }).success).toBe(false);
	});
});
