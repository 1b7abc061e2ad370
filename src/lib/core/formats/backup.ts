import {
	BlobReader,
	BlobWriter,
	TextReader,
	TextWriter,
	ZipReader,
	ZipWriter,
	type Entry,
	type Writer
} from '@zip.js/zip.js';
import { z } from 'zod';
import { NegativeSet, Purse, Spending, Style } from '$lib/core/schema';
import { FileProblem } from './errors';
import { partOf } from './stored';

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
	purse: Purse,
	/** What was spent on briefs that were deleted since; that of others is with them. */
	spendings: z.array(Spending).default([])
});
export type House = z.infer<typeof House>;

const BackupFile = z.object({
	format: z.literal('dial-pick/backup'),
	version: z.literal(1),
	at: z.number(),
	/** Each brief, and the archive in which it lies. */
	briefs: z.array(z.object({ name: z.string(), file: z.string() })),
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
	house: House;
}

/**
 * Packs everything into one ZIP: `backup.json`, and the archive of each brief as it is. One archive
 * goes through after the other.
 */
export async function writeBackupTo<T>(
	sink: Writer<T> | WritableStream<Uint8Array> | BlobWriter,
	{ at, briefs, house }: Backup
): Promise<T> {
	const zip = new ZipWriter<T>(sink as Writer<T>, { extendedTimestamp: false });
	const files = briefs.map((_, i) => `briefs/${i + 1}.brief.zip`);
	const file = {
		format: 'dial-pick/backup',
		version: 1,
		at,
		briefs: briefs.map(({ name }, i) => ({ name, file: files[i] })),
		house
	} satisfies z.infer<typeof BackupFile>;
	await zip.add('backup.json', new TextReader(JSON.stringify(file, null, '\t')), { level: 6 });
	for (const [i, { zip: archive }] of briefs.entries())
		await zip.add(files[i], new BlobReader(archive), { level: 0 });
	return zip.close();
}

const NO_BACKUP =
	'This is no backup of Dial Pick. Choose the file that \u201cBack everything up\u201d wrote.';

/**
 * Reads what a backup holds. The archives of its briefs are parts of the file itself: nothing of them
 * is read before it is wanted. Throws a FileProblem that says what is wrong.
 */
export async function readBackup(file: Blob): Promise<Backup> {
	let entries: Entry[];
	try {
		entries = await new ZipReader(new BlobReader(file)).getEntries();
	} catch {
		throw new FileProblem(NO_BACKUP);
	}
	const list = entries.find(({ filename }) => filename === 'backup.json');
	if (!list || list.directory) throw new FileProblem(NO_BACKUP);
	const parsed = BackupFile.safeParse(
		await list
			.getData(new TextWriter())
			.then((text) => JSON.parse(text) as unknown)
			.catch(() => null)
	);
	if (!parsed.success) throw new FileProblem(NO_BACKUP);
	const { at, briefs, house } = parsed.data;
	return {
		at,
		house,
		briefs: await Promise.all(
			briefs.map(async ({ name, file: path }) => {
				const entry = entries.find(({ filename }) => filename === path);
				if (!entry || entry.directory)
					throw new FileProblem(
						`The brief \u201c${name}\u201d is missing in this backup: it was cut short.`
					);
				return { name, zip: await partOf(file, entry, 'application/zip') };
			})
		)
	};
}
