import Papa from 'papaparse';
import type { Made } from '$lib/core/dials';
import type { TakeSettings } from '$lib/core/schema';
import { mannerOf, readNumber, type Manner } from './numbers';
import { readSize } from './sizes';
import { unescapeCell } from './table-cells';

/** Something that could not be used, and why. */
export interface Refused {
	file: string;
	why: string;
}

/** A picture made elsewhere, as it comes onto the sheet. */
export interface Elsewhere {
	file: string;
	settings: Partial<TakeSettings>;
	/** Columns that are no dial here, as they stood. */
	besides: Record<string, string>;
}

/** What settings a picture gets that its table says nothing of. */
export const unknownSettings = (size: { width: number; height: number }): TakeSettings => ({
	model: 'elsewhere',
	prompt: '',
	negative: '',
	...size,
	guidance: 0,
	steps: 1,
	sampler: 'not known',
	schedule: 'not known',
	seed: 0
});

/** Reads a cell: settings, or why it is none. */
type Reader = (text: string, manner: Manner | null) => Partial<TakeSettings> | string;

const number =
	(field: 'guidance' | 'steps' | 'seed', least: number, most: number, whole: boolean): Reader =>
	(text, manner) => {
		const value = readNumber(text, manner, whole);
		if (typeof value === 'string') return value;
		if (whole && !Number.isInteger(value)) return `${text} is not a whole number`;
		if (value < least || value > most) return `${text} is outside ${least} to ${most}`;
		return { [field]: value };
	};
const words =
	(field: 'model' | 'prompt' | 'negative' | 'sampler' | 'schedule', most: number): Reader =>
	(text) =>
		text.length > most ? `it has ${text.length} characters, ${most} at most` : { [field]: text };

/** Columns that are dials here, by the names that they go under. */
const columns: { names: string[]; read: Reader; number?: boolean }[] = [
	{ names: ['model', 'checkpoint'], read: words('model', 100) },
	{ names: ['prompt', 'wording', 'words'], read: words('prompt', 20_000) },
	{ names: ['negative', 'negative prompt', 'left out'], read: words('negative', 20_000) },
	{ names: ['guidance', 'guidance scale'], read: number('guidance', 0, 100, false), number: true },
	{ names: ['steps'], read: number('steps', 1, 1000, true), number: true },
	{ names: ['seed'], read: number('seed', 0, 4_294_967_295, true), number: true },
	{ names: ['sampler'], read: words('sampler', 100) },
	{ names: ['schedule', 'noise schedule'], read: words('schedule', 100) },
	{
		names: ['frame', 'size'],
		read: (text) => readSize(text) ?? `\u201c${text}\u201d is no size such as 768x512`
	}
];

/** What a table may have at most, and how long the name of a column may be, in characters. */
const MOST_COLUMNS = 400;
const MOST_ROWS = 100_000;
const MOST_NAME = 80;

/** The columns that say which file a row is about. */
const fileColumns = ['file', 'filename', 'file name', 'picture', 'image', 'name'];

const plain = (name: string) => name.trim().toLowerCase().replace(/[_-]+/g, ' ');
/** The last part of a path, whichever way its slashes lean. */
export const baseName = (path: string): string => path.split(/[\\/]/).at(-1)!.toLowerCase();

/**
 * Reads a table of settings: which file had which. Any delimiter that papaparse knows, with or
 * without a byte order mark. What cannot be used is listed with its reason and its row.
 *
 * @param files names of the pictures that are there
 */
export function readTable(
	text: string,
	files: readonly string[]
): { pictures: Elsewhere[]; refused: Refused[] } {
	const refused: Refused[] = [];
	const names: string[] = [];
	const taken = new Set<string>();
	/** How often a name was met: the next number for it. */
	const counts = new Map<string, number>();
	const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
		header: true,
		skipEmptyLines: 'greedy',
		preview: MOST_ROWS + 1,
		transform: unescapeCell,
		transformHeader: (header, at) => {
			if (names[at] !== undefined) return names[at];
			const wanted = plain(unescapeCell(header)).slice(0, MOST_NAME) || `column ${at + 1}`;
			let name = wanted;
			for (let i = counts.get(wanted) ?? 2; taken.has(name); i++) {
				name = `${wanted} ${i}`;
				counts.set(wanted, i + 1);
			}
			// Each once, and not one line for every one of thousands.
			if (name !== wanted && counts.get(wanted) === 3)
				refused.push({
					file: 'the table',
					why: `More than one column is called \u201c${wanted}\u201d: the first counts, the next is kept as \u201c${name}\u201d.`
				});
			taken.add(name);
			return (names[at] = name);
		}
	});
	const none = () => files.map((file) => ({ file, settings: {}, besides: {} }));
	if ((meta.fields?.length ?? 0) > MOST_COLUMNS) {
		const why = `It has ${meta.fields!.length} columns, ${MOST_COLUMNS} at most: take those out that say nothing. Its settings were left out.`;
		return { pictures: none(), refused: [{ file: 'the table', why }] };
	}
	if (data.length > MOST_ROWS) {
		const why = `It has more than ${MOST_ROWS} rows: the ones after that were left out.`;
		refused.push({ file: 'the table', why });
		data.length = MOST_ROWS;
	}
	const numbers = columns.filter((column) => column.number).flatMap((column) => column.names);
	const manner = mannerOf(
		(function* () {
			for (const row of data) for (const name of numbers) if (row[name]) yield row[name];
		})()
	);
	const fields = meta.fields ?? [];
	const key = fields.find((field) => fileColumns.includes(field));
	const there = new Map<string, string[]>();
	for (const file of files) there.set(baseName(file), [...(there.get(baseName(file)) ?? []), file]);
	if (!key) {
		refused.push({
			file: 'the table',
			why: `It has no column that names the files: call one \u201cfile\u201d. Its columns are ${fields.join(', ') || 'none'}.`
		});
		return { pictures: none(), refused };
	}
	const found = new Map<string, Elsewhere>();
	data.forEach((row, i) => {
		const name = (row[key] ?? '').trim();
		const line = `row ${i + 2}`;
		const matches = there.get(baseName(name)) ?? [];
		// A full path settles which of two files of one name is meant.
		const file = matches.find((one) => one === name) ?? matches[0];
		if (!name) return void refused.push({ file: line, why: 'It names no file.' });
		if (!file)
			return void refused.push({ file: name, why: `${line} names it, but it is not there.` });
		if (matches.length > 1 && !matches.includes(name))
			return void refused.push({
				file: name,
				why: `${line} may mean ${matches.join(' or ')}: write the whole path.`
			});
		if (found.has(file))
			return void refused.push({
				file: name,
				why: `${line} names it once more; the first counts.`
			});
		const one: Elsewhere = { file, settings: {}, besides: {} };
		for (const [field, value] of Object.entries(row)) {
			if (field === key || field === '__parsed_extra' || !value?.trim()) continue;
			const column = columns.find(({ names }) => names.includes(field));
			const read = column?.read(value.trim(), manner);
			if (read === undefined) one.besides[field] = value.trim();
			else if (typeof read === 'string')
				refused.push({ file: name, why: `${line}, ${field}: ${read}; left open.` });
			else Object.assign(one.settings, read);
		}
		found.set(file, one);
	});
	return {
		pictures: files.map((file) => found.get(file) ?? { file, settings: {}, besides: {} }),
		refused
	};
}

/** The settings of a picture made elsewhere, completed with what its pixels say. */
export const madeElsewhere = (
	{ settings }: Elsewhere,
	size: { width: number; height: number }
): Made => ({ settings: { ...unknownSettings(size), ...settings, ...size } });
