import {
	BlobReader,
	BlobWriter,
	TextReader,
	ZipReader,
	ZipWriter,
	type Entry,
	type Writer
} from '@zip.js/zip.js';
import { z } from 'zod';
import { NegativeSet, Purse, Spending, Style, TaughtAdapter } from '$lib/core/schema';
import { FileProblem } from '$lib/core/problem';
import { cutShort, storedIn, unpack } from './stored';

/** What holds for all briefs. */
export const House = z.object({
	styles: z.array(Style),
	sets: z.array(NegativeSet),
	prompts: z.array(
		z.object({
			text: z.string(),
			negative: z.string(),
			runAt: z.number(),
			starred: z.union([z.literal(0), z.literal(1)])
		})
	),
	faults: z.array(z.object({ id: z.string(), label: z.string() })),
	searches: z.array(
		z.object({ id: z.string(), name: z.string(), asked: z.string(), at: z.number() })
	),
	/** Adapters that were taught from the artist's own pictures. */
	taught: z.array(TaughtAdapter).default([]),
	/** Render services that were added. Their tokens are secrets: they stay in the browser. */
	services: z
		.array(
			z.object({
				id: z.string().min(1).max(100),
				address: z.url({ protocol: /^https?$/ }).max(2000),
				addedAt: z.number()
			})
		)
		.default([]),
	purse: Purse,
	/** The name of the ledger that the spendings of the backup are of. */
	ledger: z.string().min(1).max(100).optional(),
	/** What was spent on briefs that were deleted since; that of others is with them. */
	spendings: z.array(Spending).default([])
});
export type House = z.infer<typeof House>;

/** A picture that takes may begin from, as a backup keeps it. */
const BackedStart = z.object({
	/** SHA-256 of the picture's bytes, in hex. */
	id: z.string().regex(/^[0-9a-f]{64}$/),
	name: z.string().max(500),
	addedAt: z.number(),
	area: z.boolean().optional(),
	seed: z.number().optional(),
	of: z.object({ take: z.string(), number: z.number(), briefId: z.string() }).optional()
});
type BackedStart = z.infer<typeof BackedStart>;

const BackupFile = z.object({
	format: z.literal('dial-pick/backup'),
	version: z.literal(1),
	at: z.number(),
	/** Each brief, and the archive in which it lies. */
	briefs: z.array(z.object({ name: z.string().max(200), file: z.string() })),
	/** Start pictures that no brief of the backup brings along. Each lies in `starts/`, under its id. */
	starts: z.array(BackedStart).default([]),
	house: House
});

/** A brief of a backup, as an archive of its own that is read when it is wanted. */
export interface BackedBrief {
	name: string;
	zip: Blob;
}

export interface Backup {
	at: number;
	briefs: BackedBrief[];
	/** Start pictures that no brief brings along. */
	starts: (BackedStart & { picture: Blob })[];
	house: House;
	/** What could not be read, a sentence for each part. Everything else is there. */
	damaged?: string[];
}

/**
 * The most that `backup.json` may unpack to, and the most that all packed parts may unpack to beyond
 * twice the file's own size, in bytes; the most briefs that a backup may have.
 */
const bounds = { json: 128 * 1024 ** 2, unpacked: 64 * 1024 ** 2, briefs: 5000 };

/**
 * Packs everything into one ZIP: `backup.json`, the archive of each brief as it is, and the start
 * pictures. One part goes through after the other.
 */
export async function writeBackupTo<T>(
	sink: Writer<T> | WritableStream<Uint8Array> | BlobWriter,
	{ at, briefs, starts, house }: Backup
): Promise<T> {
	const zip = new ZipWriter<T>(sink as Writer<T>, { extendedTimestamp: false });
	const files = briefs.map((_, i) => `briefs/${i + 1}.brief.zip`);
	const file = {
		format: 'dial-pick/backup',
		version: 1,
		at,
		briefs: briefs.map(({ name }, i) => ({ name, file: files[i] })),
		starts: starts.map(({ picture: _picture, ...one }) => one),
		house
	} satisfies z.infer<typeof BackupFile>;
	await zip.add('backup.json', new TextReader(JSON.stringify(file, null, '\t')), { level: 6 });
	for (const [i, { zip: archive }] of briefs.entries())
		await zip.add(files[i], new BlobReader(archive), { level: 0 });
	for (const { id, picture } of starts)
		await zip.add(`starts/${id}`, new BlobReader(picture), { level: 0 });
	return zip.close();
}

const NO_BACKUP =
	'This is not a Dial Pick backup. Choose the file that \u201cBack everything up\u201d saved.';

/**
 * Reads what a backup holds. The archives of its briefs are parts of the file itself: none of them is
 * read, and none is unpacked, before it is wanted. What is damaged is named, and the rest is there.
 * Throws a FileProblem for what is no backup.
 */
export async function readBackup(file: Blob): Promise<Backup> {
	let entries: Entry[];
	try {
		entries = await new ZipReader(new BlobReader(file)).getEntries();
	} catch {
		throw new FileProblem(NO_BACKUP);
	}
	const named = new Map(entries.map((entry) => [entry.filename, entry]));
	const list = named.get('backup.json');
	if (!list) throw new FileProblem(NO_BACKUP);
	if (list.uncompressedSize > bounds.json)
		throw new FileProblem(
			`The list in this backup unpacks to ${Math.round(list.uncompressedSize / 1024 ** 2)} MB, and no list of Dial Pick has more than ${bounds.json / 1024 ** 2} MB. The file was damaged or changed.`
		);
	const parsed = BackupFile.safeParse(
		await unpack(list, bounds.json)
			.then(async (blob) => JSON.parse(await blob.text()) as unknown)
			.catch(() => null)
	);
	if (!parsed.success) throw new FileProblem(NO_BACKUP);
	const { at, briefs, starts, house } = parsed.data;
	if (briefs.length > bounds.briefs)
		throw new FileProblem(
			`This backup lists ${briefs.length} briefs, and at most ${bounds.briefs} can be read at once.`
		);
	if (new Set(briefs.map((one) => one.file)).size !== briefs.length)
		throw new FileProblem(
			'Two briefs in this backup name the same file. The backup was damaged or changed.'
		);
	const damaged: string[] = [];
	// A backup stores its parts as they are. If another program packed it again, its parts may be unpacked, within bounds.
	let room = 2 * file.size + bounds.unpacked;
	const part = async (path: string, type: string, what: string): Promise<Blob | null> => {
		const entry = named.get(path);
		try {
			if (!entry || entry.directory) throw cutShort();
			const stored = await storedIn(file, entry, type);
			if (stored) return stored;
			if ((room -= entry.uncompressedSize) < 0) throw cutShort();
			const unpacked = await unpack(entry, entry.uncompressedSize);
			return unpacked.slice(0, unpacked.size, type);
		} catch {
			damaged.push(`${what} is missing from this backup or damaged in it.`);
			return null;
		}
	};
	const out: Backup = { at, house, briefs: [], starts: [], damaged };
	for (const { name, file: path } of briefs) {
		const zip = await part(path, 'application/zip', `The brief \u201c${name}\u201d`);
		if (zip) out.briefs.push({ name, zip });
	}
	for (const one of starts) {
		const picture = await part(`starts/${one.id}`, '', `The start picture \u201c${one.name}\u201d`);
		if (picture) out.starts.push({ ...one, picture });
	}
	return out;
}
