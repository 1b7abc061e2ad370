import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { madeElsewhere, readTable, unpackPictures } from './index';

const files = ['in/a.png', 'in/b.png', 'c.webp'];

describe('a table of pictures made elsewhere', () => {
	it('is read with a byte order mark, other delimiters and other names of columns', () => {
		for (const separator of [',', ';', '\t']) {
			const text = `\ufeff${[
				['File', 'Guidance_Scale', 'Steps', 'Seed', 'Model', 'Moon'],
				['a.png', '6.5', '20', '7', 'House model', 'full'],
				['b.png', '8', '30', '9', '"One, two"', '']
			]
				.map((row) => row.join(separator))
				.join('\r\n')}`;
			const { pictures, refused } = readTable(text, files);
			expect(refused).toEqual([]);
			expect(pictures[0]).toEqual({
				file: 'in/a.png',
				stops: { guidance: 6.5, steps: 20, seed: 7, model: 'House model' },
				besides: { moon: 'full' }
			});
			expect(pictures[1].stops.model).toBe('One, two');
			// A file that no row names comes in with its settings open.
			expect(pictures[2]).toEqual({ file: 'c.webp', stops: {}, besides: {} });
		}
	});

	it('says what it cannot use, and uses the rest', () => {
		const text = 'file,steps,guidance\na.png,many,6\nb.png,-3,7\nlost.png,1,1\na.png,2,2\n,3,3\n';
		const { pictures, refused } = readTable(text, files);
		expect(pictures[0].stops).toEqual({ guidance: 6 });
		expect(pictures[1].stops).toEqual({ guidance: 7 });
		expect(refused.map(({ why }) => why)).toEqual([
			'row 2, steps: \u201cmany\u201d is no number; left open.',
			'row 3, steps: -3 is outside 1 to 1000; left open.',
			'row 4 names it, but it is not there.',
			'row 5 names it once more; the first counts.',
			'It names no file.'
		]);
	});

	it('asks for a column that names the files, and for paths where two have one name', () => {
		const { pictures, refused } = readTable('steps\n20\n', files);
		expect(refused[0].why).toMatch(/call one .file./);
		expect(pictures).toHaveLength(3);
		const double = ['x/a.png', 'y/a.png'];
		expect(readTable('file,steps\na.png,9\n', double).refused[0].why).toMatch(/whole path/);
		expect(readTable('file,steps\ny/a.png,9\n', double).pictures[1].stops.steps).toBe(9);
	});

	it('keeps a column whose name is there twice beside the first, and says so', () => {
		const { pictures, refused } = readTable('file,Steps,steps,\na.png,9,30,x\n', ['a.png']);
		expect(pictures[0].stops).toEqual({ steps: 9 });
		expect(pictures[0].besides).toEqual({ 'steps 2': '30', 'column 4': 'x' });
		expect(refused).toEqual([
			{
				file: 'the table',
				why: 'More than one column is called \u201csteps\u201d: the first counts, the next is kept as \u201csteps 2\u201d.'
			}
		]);
	});

	it('is completed with the size of the pixels', () => {
		const made = madeElsewhere(
			{ stops: { steps: 9, frame: { width: 3, height: 2 } } },
			{ width: 30, height: 20 }
		);
		expect(made.settings).toMatchObject({ steps: 9, width: 30, height: 20, model: 'elsewhere' });
	});
});

describe('a ZIP of pictures', () => {
	const picture = strToU8('not really a picture, but named as one'.repeat(400));

	it('gives its pictures and tables, and lists the rest', () => {
		const { files: found, refused } = unpackPictures(
			zipSync({
				'a.png': picture,
				'sub/t.csv': strToU8('file,steps\n'),
				'../out.png': picture,
				'/root.png': picture,
				'run.sh': strToU8('x'),
				'__MACOSX/a.png': picture
			})
		);
		expect(found.map(({ name }) => name).sort()).toEqual(['a.png', 'sub/t.csv']);
		expect(found[0].bytes).toEqual(picture);
		expect(refused.map(({ file }) => file).sort()).toEqual(['../out.png', '/root.png', 'run.sh']);
	});

	it('that is cut off gives what came before the cut', () => {
		const bytes = zipSync({ 'a.png': [picture, { level: 0 }], 'b.png': [picture, { level: 0 }] });
		const { files: found, refused } = unpackPictures(bytes.subarray(0, picture.length + 400));
		expect(found.map(({ name }) => name)).toEqual(['a.png']);
		expect(refused).toEqual([{ file: 'b.png', why: 'The archive ends in the middle of it.' }]);
	});

	it('that swells is stopped, and what is no ZIP is said to be none', () => {
		const bomb = zipSync({ 'bomb.png': [new Uint8Array(80 * 1024 ** 2), { level: 9 }] });
		expect(bomb.length).toBeLessThan(200_000);
		const { files: found, refused } = unpackPictures(bomb);
		expect(found).toEqual([]);
		expect(refused[0].why).toMatch(/more than 64 MB/);
		expect(unpackPictures(strToU8('hello')).refused[0].why).toMatch(/no ZIP/);
	});
});
