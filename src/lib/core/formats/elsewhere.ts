import Papa from 'papaparse';
import {
	dialOf,
	dials,
	runOrder,
	type Dial,
	type DialId,
	type Draft,
	type Made,
	type Stop
} from '$lib/core/dials';
import type { TakeSettings } from '$lib/core/schema';
import { mannerOf, readNumber, type Manner } from './numbers';
import { unescapeCell } from './table-cells';

/** Something that could not be used, and why. */
export interface Refused {
	file: string;
	why: string;
}

/** A picture made elsewhere, as it comes onto the sheet. */
export interface Elsewhere {
	file: string;
	/** Stops that its table says, by dial. */
	stops: Partial<Record<DialId, Stop>>;
	/** Columns that are no dial here, as they stood. */
	besides: Record<string, string>;
}

/** What settings a picture gets that its table says nothing of. */
const unknownSettings = (size: { width: number; height: number }): TakeSettings => ({
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

/** A column's name as it is compared. */
const plain = (name: string) => name.trim().toLowerCase().replace(/[_-]+/g, ' ');

/** The dial of each column that goes under the name of one. */
const columns = new Map(
	dials.flatMap((dial) =>
		[dial.id, dial.label, ...(dial.table.names ?? [])].map((name) => [plain(name), dial])
	)
);

/** A cell that says nothing else is a text of so many characters at most. */
const MOST_TEXT = 100;
const readPlain = (text: string): { stop: Stop } | { problem: string } =>
	text.length > MOST_TEXT
		? { problem: `it has ${text.length} characters, ${MOST_TEXT} at most` }
		: { stop: text };

/** Reads a cell of a dial's column: its stop, or why it is none. */
function readCell(
	{ table: { number, read = readPlain }, stop: schema }: Dial,
	text: string,
	manner: Manner | null
): { stop: Stop } | { problem: string } {
	if (!number) return read(text);
	const { least, most, whole } = number;
	const value = readNumber(text, manner, whole);
	if (typeof value === 'string') return { problem: value };
	if (whole && !Number.isInteger(value)) return { problem: `${text} is not a whole number` };
	if (value < least || value > most || !schema.safeParse(value).success)
		return { problem: `${text} is outside ${least} to ${most}` };
	return { stop: value };
}

/** What a table may have at most, and how long the name of a column may be, in characters. */
const MOST_COLUMNS = 400;
const MOST_ROWS = 100_000;
const MOST_NAME = 80;

/** The columns that say which file a row is about. */
const fileColumns = ['file', 'filename', 'file name', 'picture', 'image', 'name'];

/** Whether a file is a table of settings, by its name. */
export const isTableName = (name: string): boolean => /\.(csv|tsv|txt)$/i.test(name);

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
	const none = () => files.map((file): Elsewhere => ({ file, stops: {}, besides: {} }));
	if ((meta.fields?.length ?? 0) > MOST_COLUMNS) {
		const why = `It has ${meta.fields!.length} columns, ${MOST_COLUMNS} at most: take those out that say nothing. Its settings were left out.`;
		return { pictures: none(), refused: [{ file: 'the table', why }] };
	}
	if (data.length > MOST_ROWS) {
		const why = `It has more than ${MOST_ROWS} rows: the ones after that were left out.`;
		refused.push({ file: 'the table', why });
		data.length = MOST_ROWS;
	}
	const numbers = [...columns].filter(([, { table }]) => table.number).map(([name]) => name);
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
		const one: Elsewhere = { file, stops: {}, besides: {} };
		for (const [field, value] of Object.entries(row)) {
			if (field === key || field === '__parsed_extra' || !value?.trim()) continue;
			const dial = columns.get(field);
			// Of two columns that mean one dial the first counts.
			if (!dial || one.stops[dial.id] !== undefined) one.besides[field] = value.trim();
			else {
				const read = readCell(dial, value.trim(), manner);
				if ('stop' in read) one.stops[dial.id] = read.stop;
				else refused.push({ file: name, why: `${line}, ${field}: ${read.problem}; left open.` });
			}
		}
		found.set(file, one);
	});
	return {
		pictures: files.map((file) => found.get(file) ?? { file, stops: {}, besides: {} }),
		refused
	};
}

/**
 * A picture made elsewhere, with what it carries inside and what its table says of it, completed with
 * what its pixels say.
 */
export function madeElsewhere(
	{ stops }: Pick<Elsewhere, 'stops'>,
	{ width, height }: { width: number; height: number },
	carried?: Made
): Made {
	const size = { width, height };
	let draft: Draft = carried ?? { settings: unknownSettings(size) };
	const made = draft as Made;
	// Styles are put to words: those that are there, where the table says none.
	const base = stops.style
		? { wording: dialOf('wording').read(made), negative: dialOf('negative').read(made) }
		: {};
	const said: Elsewhere['stops'] = { ...base, ...stops };
	for (const id of runOrder) {
		const stop = said[id];
		if (stop !== undefined && id !== 'frame') draft = dialOf(id).write(draft, stop);
	}
	const settings = { ...unknownSettings(size), ...draft.settings, ...size };
	const { levels, words } = draft;
	return {
		settings,
		...(levels && Object.keys(levels).length ? { levels } : {}),
		// Without styles the words are as they were sent.
		...(words?.styles?.length
			? {
					words: {
						wording: words.wording ?? settings.prompt,
						negative: words.negative ?? settings.negative,
						styles: words.styles
					}
				}
			: {})
	};
}
