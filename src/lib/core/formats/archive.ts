import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import Papa from 'papaparse';
import { z } from 'zod';
import { dials, stopKey } from '$lib/core/dials';
import { measures } from '$lib/core/measure';
import {
	Brief,
	Mark,
	Pick,
	Plan,
	Remark,
	Take,
	type MarkKind,
	type Measured
} from '$lib/core/schema';
import { FileProblem } from './errors';
import { pictureKind } from './kinds';
import {
	upgradeBrief1,
	upgradeBrief2,
	upgradePlan1,
	upgradePlan2,
	type Brief2,
	type Plan2
} from './upgrade';

/** Everything that belongs to a brief but its pictures. */
export const WholeBrief = z.object({
	brief: Brief,
	plans: z.array(Plan),
	takes: z.array(Take),
	marks: z.array(Mark),
	picks: z.array(Pick),
	remarks: z.array(Remark).default([])
});
export type WholeBrief = z.infer<typeof WholeBrief>;

/** What stands in an archive's `brief.json`. */
export const ArchiveFile = z.object({
	format: z.literal('dial-pick/brief'),
	version: z.literal(3),
	...WholeBrief.shape
});

/** A brief and its pictures as bytes of WebP, PNG or JPEG, by take. */
export interface Archive {
	whole: WholeBrief;
	pictures: Map<string, Uint8Array>;
	/** The start pictures of its takes and its rack, by the SHA-256 of their bytes. */
	starts?: Map<string, Uint8Array>;
}

/** Largest unpacked size that is taken, in bytes. */
const MAX_UNPACKED = 2 * 1024 ** 3;

/** A picture is named by its take; its ending says of what kind it is. */
const imageStem = (take: Take): string => `images/${String(take.number).padStart(4, '0')}`;
const imageName = (take: Take, picture: Uint8Array): string =>
	imageStem(take) + pictureKind(picture).ending;

/** Packs a brief into a ZIP: `brief.json`, `takes.csv`, `images/`. */
export function writeArchive({ whole, pictures, starts }: Archive): Uint8Array<ArrayBuffer> {
	const file = { format: 'dial-pick/brief', version: 3, ...whole } satisfies z.infer<
		typeof ArchiveFile
	>;
	const entries: Record<string, [Uint8Array, { level: 0 | 6; mtime: string }]> = {};
	// One fixed date, so that the same brief gives the same bytes.
	const mtime = '2026-01-01T00:00:00Z';
	entries['brief.json'] = [strToU8(JSON.stringify(file, null, '\t')), { level: 6, mtime }];
	entries['takes.csv'] = [strToU8(settingsTable(whole)), { level: 6, mtime }];
	for (const take of whole.takes) {
		const picture = pictures.get(take.id);
		if (picture) entries[imageName(take, picture)] = [picture, { level: 0, mtime }];
	}
	for (const [id, bytes] of starts ?? []) entries[`starts/${id}`] = [bytes, { level: 0, mtime }];
	return zipSync(entries);
}

/**
 * One row a take, one column a dial, then state, mark, faults and note, then the columns that
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
	const rows = takes.map((take) => ({
		take: take.number,
		...Object.fromEntries(
			dials.map(({ id, read }) => {
				const stop = read(take);
				return [id, typeof stop === 'object' ? stopKey(stop) : stop];
			})
		),
		state: take.state,
		mark: kinds.get(take.id) ?? '',
		faults: noted.get(take.id)?.faults.join(' ') ?? '',
		note: noted.get(take.id)?.note ?? '',
		...Object.fromEntries(columns.map((name) => [`${name} (own)`, take.columns?.[name] ?? ''])),
		...(measured
			? Object.fromEntries(measures.map(({ id }) => [id, measured.get(take.id)?.[id] ?? '']))
			: {})
	}));
	return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: false });
}

/** Unpacks and checks an archive. Throws a FileProblem with a sentence for anything else. */
export function readArchive(bytes: Uint8Array): Archive {
	let size = 0;
	let tooLarge = false;
	let files: Record<string, Uint8Array>;
	try {
		files = unzipSync(bytes, {
			filter: ({ name, originalSize }) => {
				size += originalSize;
				if (size > MAX_UNPACKED) tooLarge = true;
				return (
					!tooLarge &&
					(name === 'brief.json' ||
						/^(images\/\d+\.(webp|png|jpg)|starts\/[0-9a-f]{64})$/.test(name))
				);
			}
		});
	} catch {
		throw new FileProblem(
			'This file cannot be unpacked: it is no ZIP, or it is damaged. Export the brief again.'
		);
	}
	if (tooLarge)
		throw new FileProblem('This archive unpacks to more than 2 GB, which no brief does.');
	const text = files['brief.json'];
	if (!text)
		throw new FileProblem(
			'This ZIP has no brief.json, so it is no brief. Choose a file that ends in .brief.zip.'
		);
	let value: unknown;
	try {
		value = JSON.parse(strFromU8(text));
	} catch {
		throw new FileProblem('The brief.json in this archive is damaged. Export the brief again.');
	}
	const parsed = ArchiveFile.safeParse(upgraded(value));
	if (!parsed.success) {
		const { path, message } = parsed.error.issues[0];
		throw new FileProblem(
			`The brief in this archive cannot be used: ${path.join('.')}: ${message}.`
		);
	}
	const { format: _format, version: _version, ...whole } = parsed.data;
	checkBelonging(whole);
	const pictures = new Map<string, Uint8Array>();
	for (const take of whole.takes) {
		const stem = imageStem(take);
		const picture = files[`${stem}.webp`] ?? files[`${stem}.png`] ?? files[`${stem}.jpg`];
		if (picture) pictures.set(take.id, picture);
		else if (take.state === 'done') {
			throw new FileProblem(
				`The picture of take ${take.number} is missing from this archive. Export the brief again.`
			);
		}
	}
	const starts = new Map(
		Object.entries(files).flatMap(([name, bytes]): [string, Uint8Array][] =>
			name.startsWith('starts/') ? [[name.slice(7), bytes]] : []
		)
	);
	return { whole, pictures, starts };
}

/** What an earlier version wrote, as this one writes it; anything else as it is. */
function upgraded(value: unknown): unknown {
	const old = value as { version?: unknown; brief?: unknown; plans?: unknown } | null;
	if (typeof old !== 'object' || (old?.version !== 1 && old?.version !== 2)) return value;
	let next = 0;
	try {
		const first = old.version === 1;
		const brief = first
			? upgradeBrief1(old.brief as never, () => `phrase-${next++}`)
			: (old.brief as Brief2);
		const plans = first ? (old.plans as never[]).map(upgradePlan1) : (old.plans as Plan2[]);
		return { ...old, version: 3, brief: upgradeBrief2(brief), plans: plans.map(upgradePlan2) };
	} catch {
		return value;
	}
}

function checkBelonging({ brief, plans, takes, marks, picks, remarks }: WholeBrief): void {
	const stray = [...plans, ...takes, ...marks, ...picks, ...remarks].some(
		({ briefId }) => briefId !== brief.id
	);
	const ids = new Set(takes.map(({ id }) => id));
	const planIds = new Set(plans.map(({ id }) => id));
	if (
		stray ||
		takes.some(({ planId }) => !planIds.has(planId)) ||
		[...marks, ...remarks].some(({ takeId }) => !ids.has(takeId))
	) {
		throw new FileProblem(
			'The parts of this archive do not belong together. Export the brief again.'
		);
	}
}

/** The same brief under ids of its own, so that it can stand beside the one it was made from. */
export function withFreshIds({ whole, pictures, starts }: Archive, newId: () => string): Archive {
	const ids = new Map<string, string>();
	const fresh = (old: string): string => {
		const id = ids.get(old) ?? newId();
		ids.set(old, id);
		return id;
	};
	const briefId = fresh(whole.brief.id);
	return {
		whole: {
			brief: { ...whole.brief, id: briefId },
			plans: whole.plans.map((p) => ({ ...p, id: fresh(p.id), briefId })),
			takes: whole.takes.map((t) => ({ ...t, id: fresh(t.id), planId: fresh(t.planId), briefId })),
			marks: whole.marks.map((m) => ({ ...m, takeId: fresh(m.takeId), briefId })),
			remarks: whole.remarks.map((r) => ({ ...r, takeId: fresh(r.takeId), briefId })),
			picks: whole.picks.map((p) => ({
				...p,
				id: fresh(p.id),
				briefId,
				from: p.from.kind === 'take' ? { ...p.from, takeId: fresh(p.from.takeId) } : p.from
			}))
		},
		pictures: new Map([...pictures].map(([id, bytes]) => [fresh(id), bytes])),
		...(starts ? { starts } : {})
	};
}
