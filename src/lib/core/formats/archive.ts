import {
	BlobReader,
	BlobWriter,
	configure,
	TextReader,
	ZipReader,
	ZipWriter,
	type Entry,
	type Writer
} from '@zip.js/zip.js';
import Papa from 'papaparse';
import { z } from 'zod';
import {
	dials,
	orderedRack,
	ownDials,
	stopKey,
	writtenStop,
	type OwnDialId,
	type Stop
} from '$lib/core/dials';
import { editsSay } from '$lib/core/edits';
import { measures, valueOf } from '$lib/core/measure';
import {
	Answer,
	Ballot,
	Brief,
	Mark,
	Pick,
	Plan,
	Remark,
	Spending,
	Take,
	TaughtAdapter,
	type MarkKind,
	type Measured,
	type PlanRack
} from '$lib/core/schema';
import { endingOf, pictureBounds, pictureHead, type PictureHead } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';
import { withoutItsPicture } from './damaged';
import { readMeasures, writeMeasures } from './measures-file';
import { renumbered } from './renumber';
import { cutShort, isWhole, readAhead, store, storedIn, unpack } from './stored';
import { formulaLike } from './table-cells';

// Archives are read and written in a worker already, one file after the other.
configure({ useWebWorkers: false });

/** Everything that belongs to a brief but its pictures. */
export const WholeBrief = z.object({
	brief: Brief,
	plans: z.array(Plan),
	takes: z.array(Take),
	marks: z.array(Mark),
	picks: z.array(Pick),
	remarks: z.array(Remark).default([]),
	/** What was spent on it, on takes that were deleted too. */
	spendings: z.array(Spending).default([]),
	/** What was said of blind pairs, and pairs that were given out. */
	answers: z.array(Answer).default([]),
	ballots: z.array(Ballot).default([]),
	/** Adapters of its own that it uses. */
	taught: z.array(TaughtAdapter).default([])
});
export type WholeBrief = z.infer<typeof WholeBrief>;

/** The version of the form in which archives are written. */
const VERSION = 5;

/** What every version of an archive says of itself. */
const AnyVersion = z.object({ format: z.literal('dial-pick/brief'), version: z.int() });

/** What stands in an archive's `brief.json`. */
export const ArchiveFile = z.object({
	format: z.literal('dial-pick/brief'),
	version: z.literal(VERSION),
	...WholeBrief.shape
});

/** A brief and its pictures, WebP, PNG or JPEG, by take. They are read when they are wanted. */
export interface Archive {
	whole: WholeBrief;
	pictures: Map<string, Blob>;
	/**
	 * The pictures that its takes, its rack and its adapters bring along, by the SHA-256 of their bytes.
	 */
	starts?: Map<string, Blob>;
	/** Small pictures by take, where they were made already. */
	thumbnails?: Map<string, Blob>;
	/** What was measured in the pictures, by take. */
	measured?: ReadonlyMap<string, Measured>;
	/** What could not be read, a sentence for each part. Everything else is there. */
	damaged?: string[];
}

/** What an archive may unpack to, in bytes, and how many files it may have. */
const bounds = { whole: 8 * 1024 ** 3, json: 256 * 1024 ** 2, files: 100_000 };

/** How far it is is told so many times. */
const TOLD = 100;

/**
 * Packs a brief into a ZIP: `brief.json`, `takes.csv`, `images/`, `thumbs/`, `starts/`, `measures.json`. Pictures go
 * through one after the other, whatever there is of them.
 *
 * @param onStep told how many of how many files are packed
 */
export async function writeArchive(
	archive: Archive,
	onStep?: (done: number, all: number) => void
): Promise<Blob> {
	return writeArchiveTo(new BlobWriter('application/zip'), archive, onStep);
}

/** The same, into a sink: what comes first is gone before what comes last is read. */
export async function writeArchiveTo<T>(
	sink: Writer<T> | WritableStream<Uint8Array> | BlobWriter,
	{ whole, pictures, starts = new Map(), thumbnails = new Map(), measured = new Map() }: Archive,
	onStep?: (done: number, all: number) => void
): Promise<T> {
	const { brief, plans } = whole;
	const file = {
		format: 'dial-pick/brief',
		version: VERSION,
		...whole,
		brief: { ...brief, rack: orderedRack(brief.rack) },
		plans: plans.map((plan) => ({ ...plan, rack: orderedRack(plan.rack) }))
	} satisfies z.infer<typeof ArchiveFile>;
	const zip = new ZipWriter<T>(sink as Writer<T>, {
		extendedTimestamp: false,
		// One fixed date, so that the same brief gives the same bytes.
		lastModDate: new Date(2026, 0, 1)
	});
	await zip.add('brief.json', new TextReader(JSON.stringify(file, null, '\t')), { level: 6 });
	await zip.add('takes.csv', new TextReader(settingsTable(whole)), { level: 6 });
	/** A file, and the take whose picture it is. */
	const files = [
		...whole.takes.flatMap(({ id }): [string, Blob, string?][] => {
			const picture = pictures.get(id);
			const small = thumbnails.get(id);
			return picture
				? [
						[`images/${id}${endingOf(picture.type)}`, picture, id],
						...(small ? [[`thumbs/${id}`, small] satisfies [string, Blob]] : [])
					]
				: [];
		}),
		...[...starts].map(([id, picture]): [string, Blob] => [`starts/${id}`, picture])
	];
	const sums = new Map<string, number>();
	const told = Math.ceil(files.length / TOLD);
	const read = readAhead(files.map(([, picture]) => picture));
	for (const [i, [name, , take]] of files.entries()) {
		if (i % told === 0) onStep?.(i, files.length);
		const sum = await store(zip, name, await read(i));
		if (take) sums.set(take, sum);
	}
	const measures = new TextReader(writeMeasures(measured, sums));
	await zip.add('measures.json', measures, { level: 6 });
	return zip.close();
}

/**
 * One row a take, one column a dial, then state, mark, faults, note and tags where there are any, then the columns that
 * pictures made elsewhere came with, and after them what was measured, where it was. CSV as in RFC 4180.
 */
export function settingsTable(
	{
		takes,
		marks,
		remarks
	}: { takes: readonly Take[]; marks: readonly Mark[]; remarks: readonly Remark[] },
	measured?: ReadonlyMap<string, Measured>
): string {
	const noted = new Map(remarks.map((one) => [one.takeId, one]));
	const kinds = new Map<string, MarkKind>(marks.map(({ takeId, kind }) => [takeId, kind]));
	const columns = [...new Set(takes.flatMap((take) => Object.keys(take.columns ?? {})))];
	const places = ownDials.filter((id) => takes.some(({ levels }) => levels?.[id]));
	const lines = takes.some(({ line }) => line);
	const edited = takes.some(({ edits }) => edits);
	const tagged = remarks.some(({ tags }) => tags?.length);
	const rows = takes.map((take) => ({
		take: take.number,
		...Object.fromEntries(dials.map((dial) => [dial.id, writtenStop(dial, take)])),
		...Object.fromEntries(places.map((id) => [`${id} place`, placeOf(take, id)])),
		state: take.state,
		mark: kinds.get(take.id) ?? '',
		faults: noted.get(take.id)?.faults.join(' ') ?? '',
		note: noted.get(take.id)?.note ?? '',
		...(tagged ? { tags: noted.get(take.id)?.tags?.join(', ') ?? '' } : {}),
		...(lines ? { 'came from': lineSays(take) } : {}),
		...(edited ? { changes: editsSay(take.edits ?? []) } : {}),
		...Object.fromEntries(columns.map((name) => [`${name} (own)`, take.columns?.[name] ?? ''])),
		...(measured
			? Object.fromEntries(measures.map(({ id }) => [id, valueOf(measured.get(take.id), id) ?? '']))
			: {})
	}));
	return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: formulaLike });
}

/** What a take came from: "take 11 (vary)". */
const lineSays = ({ line = [] }: Take): string =>
	line.map(({ number, as }) => `take ${number} (${as})`).join(', ');

/** Which of its model's own stops a take was made with: "2 of 3"; empty where all models share them. */
function placeOf({ levels }: Take, dial: OwnDialId): string {
	const own = levels?.[dial];
	return own ? `${own.level} of ${own.of}` : '';
}

/**
 * Unpacks and checks an archive. All that it would unpack to is added up before anything is. Throws a
 * FileProblem with a sentence for anything that is no whole brief.
 */
export async function readArchive(zip: Blob): Promise<Archive> {
	const reader = new ZipReader(new BlobReader(zip));
	try {
		const files = await listed(reader);
		const whole = await readWhole(files.get('brief.json'));
		const pictures = new Map<string, Blob>();
		const thumbnails = new Map<string, Blob>();
		const sums = new Map<string, number>();
		const damaged: string[] = [];
		const lost = new Set<string>();
		await eachOf(whole.takes, async (take) => {
			const entry = pictureEntry(files, take);
			const what = `The picture of take ${take.number}`;
			if (!entry) {
				if (take.state !== 'done') return;
				lost.add(take.id);
				damaged.push(`${what} is missing from this archive.`);
				return;
			}
			const read = await whatIsWhole(damaged, () => readPicture(zip, entry, what));
			if (!read) return void lost.add(take.id);
			pictures.set(take.id, read.picture);
			if (entry.signature !== undefined) sums.set(take.id, entry.signature >>> 0);
			const small = await readThumbnail(zip, files.get(`thumbs/${take.id}`));
			if (small) thumbnails.set(take.id, small);
		});
		const starts = new Map<string, Blob>();
		for (const [name, entry] of files) {
			if (!name.startsWith('starts/')) continue;
			const what = `The start picture ${name.slice(7, 13)}`;
			const read = await whatIsWhole(damaged, () => readPicture(zip, entry, what));
			if (read) starts.set(name.slice(7), read.picture);
		}
		const takes = renumbered(whole.takes);
		const numbered = Math.max(whole.brief.numbered, takes.at(-1)?.number ?? 0);
		return {
			whole: {
				...whole,
				brief: { ...whole.brief, numbered },
				takes: takes.map((take) => (lost.has(take.id) ? withoutItsPicture(take) : take))
			},
			pictures,
			starts,
			thumbnails,
			measured: await readMeasured(files.get('measures.json'), sums),
			damaged: damaged.sort()
		};
	} finally {
		await reader.close();
	}
}

/** Reads a part of an archive. Returns null for one that is damaged, and notes the sentence that says so. */
async function whatIsWhole<T>(damaged: string[], read: () => Promise<T>): Promise<T | null> {
	try {
		return await read();
	} catch (cause) {
		if (!(cause instanceof FileProblem)) throw cause;
		damaged.push(cause.message);
		return null;
	}
}

/** Pictures that are read at once: they wait for the disk more than for anything else. */
const AT_ONCE = 8;

/** Does something with each of many, a few at once. What was begun before one fails goes on to its end. */
async function eachOf<T>(all: readonly T[], work: (one: T) => Promise<void>): Promise<void> {
	const left = all.values();
	await Promise.all(
		Array.from({ length: AT_ONCE }, async () => {
			for (const one of left) await work(one);
		})
	);
}

/** Files that say something of all takes. */
const LISTS = /^(brief|measures)\.json$/;

/** The entries that an archive may have, by name, within bounds. */
async function listed(reader: ZipReader<unknown>): Promise<Map<string, Entry>> {
	const files = new Map<string, Entry>();
	let [whole, count] = [0, 0];
	try {
		for await (const entry of reader.getEntriesGenerator()) {
			const { filename: name, uncompressedSize: size } = entry;
			whole += size;
			if (++count > bounds.files)
				throw new FileProblem(
					`This archive has more than ${bounds.files} files, which no brief has.`
				);
			if (whole > bounds.whole)
				throw new FileProblem(
					`This archive unpacks to more than ${bounds.whole / 1024 ** 3} GB, which no brief does.`
				);
			if (size > (LISTS.test(name) ? bounds.json : pictureBounds.bytes))
				throw new FileProblem(
					`\u201c${name.slice(0, 80)}\u201d in this archive unpacks to ${Math.round(size / 1024 ** 2)} MB, which no part of a brief does.`
				);
			if (files.has(name))
				throw new FileProblem(
					`This archive has \u201c${name.slice(0, 80)}\u201d twice. Export the brief again.`
				);
			if (LISTS.test(name) || /^(images|starts|thumbs)\/[\w-]+(\.(webp|png|jpg))?$/.test(name))
				files.set(name, entry);
		}
	} catch (cause) {
		if (cause instanceof FileProblem) throw cause;
		throw cutShort();
	}
	return files;
}

async function readWhole(entry: Entry | undefined): Promise<WholeBrief> {
	if (!entry)
		throw new FileProblem(
			'This ZIP has no brief.json, so it is no brief. Choose a file that ends in .brief.zip.'
		);
	let value: unknown;
	try {
		value = JSON.parse(await (await unpack(entry, bounds.json)).text());
	} catch (cause) {
		if (cause instanceof FileProblem) throw cause;
		throw new FileProblem('The brief.json in this archive is damaged. Export the brief again.');
	}
	const version = AnyVersion.safeParse(value).data?.version ?? VERSION;
	if (version !== VERSION)
		throw new FileProblem(
			`This archive is of version ${version}, and this program reads version ${VERSION}. ` +
				(version > VERSION
					? 'Open it with a newer program.'
					: 'Open it with the program that made it, and export the brief again.')
		);
	const parsed = ArchiveFile.safeParse(value);
	if (!parsed.success) {
		const { path, message } = parsed.error.issues[0];
		throw new FileProblem(
			`The brief in this archive cannot be used: ${path.join('.')}: ${message}.`
		);
	}
	const { format: _format, version: _version, ...whole } = parsed.data;
	checkSize(whole);
	checkBelonging(whole);
	return withSingles(whole);
}

/** The entry of a take's picture. */
function pictureEntry(files: ReadonlyMap<string, Entry>, { id }: Take): Entry | undefined {
	for (const ending of ['.webp', '.png', '.jpg']) {
		const found = files.get(`images/${id}${ending}`);
		if (found) return found;
	}
}

/** A picture out of an archive, its kind told by its bytes. One that is stored as it is stays a part of it. */
async function readPicture(
	zip: Blob,
	entry: Entry,
	what: string
): Promise<PictureHead & { picture: Blob }> {
	const cut = () => new FileProblem(`${what} is damaged in this archive.`);
	if (entry.directory) throw cut();
	const stored = await storedIn(zip, entry, '');
	const picture =
		stored ??
		(await unpack(entry, pictureBounds.bytes).catch(() => {
			throw cut();
		}));
	const bytes = new Uint8Array(await picture.arrayBuffer());
	if (stored && !isWhole(bytes, entry)) throw cut();
	try {
		const head = pictureHead(bytes);
		return { ...head, picture: picture.slice(0, picture.size, head.kind.type) };
	} catch (cause) {
		if (!(cause instanceof FileProblem)) throw cause;
		throw new FileProblem(`${what} in this archive cannot be used. ${cause.message}`);
	}
}

/** What a small picture is at most: longer side in pixels, and bytes. */
const small = { side: 512, bytes: 256 * 1024 };

/** A small picture out of an archive; null where it is none, so that it is made anew. */
async function readThumbnail(zip: Blob, entry: Entry | undefined): Promise<Blob | null> {
	if (!entry || entry.directory || entry.uncompressedSize > small.bytes) return null;
	try {
		const { picture, width, height } = await readPicture(zip, entry, 'A small picture');
		return Math.max(width, height) <= small.side ? picture : null;
	} catch {
		return null;
	}
}

/** What was measured in the pictures, as far as the archive brings it along whole. */
async function readMeasured(
	entry: Entry | undefined,
	sums: ReadonlyMap<string, number>
): Promise<Map<string, Measured>> {
	if (!entry) return new Map();
	try {
		return readMeasures(await (await unpack(entry, bounds.json)).text(), sums);
	} catch {
		return new Map();
	}
}

/** Ids stand in addresses and in names of files. */
const PLAIN_ID = /^[\w-]{1,100}$/;

function checkBelonging({
	brief,
	plans,
	takes,
	marks,
	picks,
	remarks,
	spendings,
	answers,
	ballots
}: WholeBrief): void {
	const odd = [brief, ...plans, ...takes, ...picks, ...answers, ...ballots].find(
		({ id }) => !PLAIN_ID.test(id)
	);
	if (odd)
		throw new FileProblem(
			`This archive has the id \u201c${odd.id.slice(0, 40)}\u201d: ids are letters, digits, - and _ alone.`
		);
	const stray = [
		...plans,
		...takes,
		...marks,
		...picks,
		...remarks,
		...spendings,
		...answers,
		...ballots
	].some(({ briefId }) => briefId !== brief.id);
	const ids = new Set(takes.map(({ id }) => id));
	const planIds = new Set(plans.map(({ id }) => id));
	if (
		stray ||
		takes.some(({ planId }) => !planIds.has(planId)) ||
		[...marks, ...remarks].some(({ takeId }) => !ids.has(takeId)) ||
		answers.some(({ left, right }) => !ids.has(left) || !ids.has(right))
	) {
		throw new FileProblem(
			'The parts of this archive do not belong together. Export the brief again.'
		);
	}
	const doubled = [takes, plans, picks, answers, ballots, brief.words.stack.phrases].some(
		(rows) => new Set(rows.map(({ id }) => id)).size !== rows.length
	);
	if (doubled)
		throw new FileProblem('Two parts of this archive have the same id. Export the brief again.');
}

/** The first of all rows with the same key: a view that lists them needs each once. */
function single<Row>(rows: readonly Row[], key: (row: Row) => unknown): Row[] {
	const seen = new Set<unknown>();
	return rows.filter((row) => seen.size < seen.add(key(row)).size);
}

const byId = ({ id }: { id: string }): string => id;

/** A brief whose lists hold everything once, as every list that was made here does. */
function withSingles(whole: WholeBrief): WholeBrief {
	const { brief, remarks, marks, ballots, taught, spendings } = whole;
	const { words, destinations, wishes, colours } = brief;
	return {
		...whole,
		brief: {
			...brief,
			words: {
				...words,
				sets: single(words.sets, ({ name }) => name),
				versions: single(words.versions, (text) => text),
				negatives: single(words.negatives, (text) => text)
			},
			...(destinations ? { destinations: single(destinations, byId) } : {}),
			...(wishes ? { wishes: single(wishes, ({ size }) => `${size.width}x${size.height}`) } : {}),
			...(colours ? { colours: single(colours, (one) => one) } : {})
		},
		marks: single(marks, ({ takeId }) => takeId),
		remarks: single(remarks, ({ takeId }) => takeId).map((one) => ({
			...one,
			faults: single(one.faults, (fault) => fault),
			...(one.tags ? { tags: single(one.tags, (tag) => tag) } : {})
		})),
		ballots: ballots.map((one) => ({ ...one, read: single(one.read, ({ file }) => file) })),
		taught: single(taught, byId),
		spendings: single(spendings, byId)
	};
}

/** Stops on a dial and phrases of a prompt that views can show; stops of a run may be more. */
const most = { stops: 256, ran: 20_000, phrases: 5000 };

/** Refuses what no view could show, and stops that stand on a dial twice. */
function checkSize({ brief, plans }: WholeBrief): void {
	const { length } = brief.words.stack.phrases;
	if (length > most.phrases)
		throw new FileProblem(
			`The prompt of this archive has ${length} phrases; ${most.phrases} at most can be worked with.`
		);
	const check = (rack: Partial<PlanRack>, where: string, stops?: number) => {
		for (const { id, label, most: own } of dials) {
			const there: readonly Stop[] = rack[id] ?? [];
			const bound = stops ?? own ?? most.stops;
			const on = `${where} has ${there.length} stops on the dial ${label.toLowerCase()}`;
			if (there.length > bound)
				throw new FileProblem(`${on}; ${bound} at most can be worked with.`);
			if (new Set(there.map(stopKey)).size !== there.length)
				throw new FileProblem(`${on}, and some of them are the same. Export the brief again.`);
		}
	};
	check(brief.rack, 'The brief of this archive');
	for (const plan of plans) check(plan.rack, 'A run of this archive', most.ran);
}
