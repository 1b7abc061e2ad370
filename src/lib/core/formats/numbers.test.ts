import { describe, expect, it } from 'vitest';
import { formulaLike } from './table-cells';
import { mannerOf, readAmount, readNumber, readTable, settingsTable, unescapeCell } from './index';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import Papa from 'papaparse';

describe('numbers in a table', () => {
	it.each([
		[['7', '2.5'], 'point'],
		[['7', '2,5'], 'comma'],
		[['1,000.5'], 'point'],
		[['1.000,5'], 'comma'],
		[['1,000,000'], 'point'],
		[['1,000', '7'], null],
		[['2.5', '2,5'], null],
		[['heron', ''], null]
	] as const)('%j are written with a %s', (cells, manner) => expect(mannerOf(cells)).toBe(manner));

	it.each([
		['1,000', 'point', true, 1000],
		['1,000', 'comma', false, 1],
		['2,5', 'comma', false, 2.5],
		['2,5', null, false, 2.5],
		['7.500', null, false, 7.5],
		['1.000.000', 'comma', true, 1_000_000],
		['4 294 967 295', null, true, 4_294_967_295],
		['1’000', null, true, 1000],
		['-3.5', null, false, -3.5],
		['1e3', null, true, 1000]
	] as const)('%s, by the %s, is %s %d', (cell, manner, whole, value) =>
		expect(readNumber(cell, manner, whole)).toBe(value)
	);

	it('that may be two things are said to be unclear, and never guessed', () => {
		expect(readNumber('1,000', null, true)).toMatch(/may be 1000 or 1: write it without/);
		expect(readNumber('1.000', null, true)).toMatch(/may be 1000 or 1/);
		for (const none of ['', 'seven', '0x10', '1,2,3', '--4', 'Infinity'])
			expect(readNumber(none, 'point', false)).toMatch(/is no number/);
	});

	it('are read by what the other cells of the table show', () => {
		const read = (text: string) => readTable(text, ['a.png', 'b.png']);
		const [a, b] = read('file;seed;guidance\na.png;1.000;2,5\nb.png;2;7').pictures;
		expect([a.stops, b.stops]).toEqual([
			{ seed: 1000, guidance: 2.5 },
			{ seed: 2, guidance: 7 }
		]);
		const unclear = read('file,seed\na.png,"1,000"');
		expect(unclear.pictures[0].stops).toEqual({});
		expect(unclear.refused[0].why).toMatch(/row 2, seed: .*may be 1000 or 1.*; left open/);
	});
});

describe('cells that a spreadsheet would run', () => {
	const evil = ['=1+1', '+cmd', '-2+3', '@SUM(A1)', '\t=1', "'=1", "''-x", 'plain', "it's"];
	const [take] = sampleTakes(sampleRack());
	const table = settingsTable({
		takes: evil.map((prompt, i) => ({
			...take,
			id: `t${i}`,
			columns: { '=moon': prompt },
			settings: { ...take.settings, prompt },
			words: undefined
		})),
		marks: [],
		remarks: evil.map((note, i) => ({ takeId: `t${i}`, briefId: 'b', faults: [], note, at: 0 }))
	});

	// Formula injection: a cell that begins with = + - @ or a tab is run (OWASP; from memory).
	it('are written so that none is', () => {
		const { data } = Papa.parse<string[]>(table);
		for (const cell of data.flat())
			expect(cell === '' || /^[^=+\-@\t\r]/.test(cell) || /^-?\d/.test(cell)).toBe(true);
	});

	it('come back as they were', () => {
		const { data } = Papa.parse<Record<string, string>>(table, { header: true });
		const files = data.map((_, i) => `${i}.png`);
		const withFiles = Papa.unparse(data.map((row, i) => ({ file: files[i], ...row })));
		const { pictures } = readTable(withFiles, files);
		expect(pictures.map(({ besides }) => besides.note)).toEqual(evil.map((text) => text.trim()));
		expect(pictures.map(({ stops }) => stops.wording)).toEqual(evil.map((t) => t.trim()));
	});
});

describe('a table of odd sizes', () => {
	it('with one column named 4 000 times is refused in a sentence, and reads on without it', () => {
		const head = ['file', ...Array<string>(4000).fill('steps')].join(',');
		const { pictures, refused } = readTable(`${head}\na.png,20`, ['a.png']);
		expect(pictures).toEqual([{ file: 'a.png', stops: {}, besides: {} }]);
		expect(refused.map(({ why }) => why)).toEqual([
			expect.stringMatching(/4001 columns, 400 at most/)
		]);
	});
});

describe('a sum that is typed', () => {
	it.each([
		['', null],
		['  ', null],
		['40', 40],
		['1 000', 1000],
		['1\u202f000', 1000],
		['2.5', 2.5],
		['2,5', 2.5],
		['1,000.5', 1000.5],
		['0', 0]
	])('%j is %j', (text, amount) => expect(readAmount(text)).toBe(amount));

	it.each([
		['2 3,5', /2 3,5.*no number/],
		['10040x', /no number/],
		['1,000', /1000 or 1/],
		['-3', /less than 0/],
		['1e308', /more than 1,000,000/]
	])('%j is refused in a sentence', (text, says) => expect(readAmount(text)).toMatch(says));
});

describe('cells that a spreadsheet would run', () => {
	// Common practice, no source: a leading =, +, - or @ begins a formula, after blanks and line ends too.
	it.each(['=1+1', '+1', '-1', '@a', '\t=1', '\n=1+1', '\r\n=1', ' =1', '\u00a0=1', "'=1", '\n'])(
		'%j is written with an apostrophe and read back as it was',
		(cell) => {
			const written = Papa.unparse([[cell]], { escapeFormulae: formulaLike });
			const [[back]] = Papa.parse<string[]>(written).data;
			expect(back.startsWith("'")).toBe(true);
			expect(unescapeCell(back)).toBe(cell);
		}
	);
	it.each(['a=1', "it's", '1-2', ''])('%j stays as it is', (cell) => {
		expect(Papa.unparse([[cell]], { escapeFormulae: formulaLike }).replaceAll('"', '')).toBe(cell);
	});
});
