import { describe, expect, it } from 'vitest';
import {
	destinationOf,
	destinations,
	furtherUses,
	needFor,
	needOf,
	printPixels,
	readFrame,
	readUse,
	sizeForRatio,
	Use
} from './index';

const BUDGET = 1024 * 1024;
const read = (text: string, budget = BUDGET) => readFrame(text, budget);

describe('a typed frame', () => {
	// Multi-aspect table of Podell et al. 2023, appendix I, from memory.
	it.each([
		['16:9', 1344, 768],
		['2/3', 832, 1216],
		['21 : 9', 1536, 640],
		['1.6:1', 1280, 768]
	])('%s as a ratio', (text, width, height) =>
		expect(read(text)).toMatchObject({ size: { width, height }, target: null })
	);

	it.each([
		['1344x768', 1344, 768],
		['1000 × 700 px', 1024, 704],
		['20 by 2000', 64, 1984]
	])('%s as pixels, on multiples that models take', (text, width, height) =>
		expect(read(text)).toMatchObject({ size: { width, height } })
	);

	// ISO 216: A4 is 210 x 297 mm; 1 in = 25.4 mm. At 300 dots per inch 2480 x 3508 pixels.
	it.each([
		['21 x 29.7 cm at 300 dpi', 2480, 3508],
		['210x297mm', 2480, 3508],
		['60 mm', 709, 709],
		['3 m x 1 m at 100 dpi', 11811, 3937],
		['1.5 x 0.5 m @ 72 ppi', 4252, 1417],
		['10 in x 20 cm', 3000, 2362],
		['A4', 2480, 3508],
		['a4 wide, 150 dpi', 1754, 1240],
		['8,5 x 11 in @ 100 ppi', 850, 1100],
		['8.5 x 11 in', 2550, 3300],
		['8.5" x 11" at 100 dpi', 850, 1100],
		// ISO 216: A0 is 841 x 1189 mm, A1 594 x 841 mm.
		['A0 at 100 dpi', 3311, 4681],
		['A1 wide at 100 dpi', 3311, 2339],
		['letter', 2550, 3300],
		['Letter wide at 100 dpi', 1100, 850],
		['tabloid at 100 dpi', 1100, 1700]
	])('%s as a print', (text, width, height) => {
		const found = read(text);
		expect(found).toMatchObject({ target: { width, height } });
		if ('size' in found) expect(found.size).toEqual(sizeForRatio(width / height));
	});

	it('of more pixels than the models make is the largest of its ratio, and keeps what was asked', () => {
		const choice = { most: 2048 * 2048 };
		expect(readFrame('5000x5000', BUDGET, choice)).toEqual({
			size: { width: 2048, height: 2048 },
			asked: 1,
			target: { width: 5000, height: 5000 }
		});
		const wide = readFrame('6000 x 2000', BUDGET, choice);
		expect('size' in wide && wide.size.width * wide.size.height).toBeLessThanOrEqual(2048 * 2048);
	});

	it.each([
		['', /no frame: write a ratio/],
		['wide', /“wide” is no frame/],
		['0:3', /cannot be 0/],
		['100:1', /more than eight times/],
		['0 x 3 cm', /between 5 mm and 20 m/],
		['0.01 mm', /between 5 mm and 20 m/],
		['500 m', /between 5 mm and 20 m/],
		['300 x 0.4 mm', /between 5 mm and 20 m/],
		['10 x 10 cm at 1 dpi', /between 10 and 2400 dpi/],
		['A9', /no frame/],
		['paper', /no frame/],
		['toString', /no frame/]
	])('%j is refused with a sentence', (text, says) =>
		expect(read(text)).toMatchObject({ problem: expect.stringMatching(says) as unknown })
	);
});

describe('a print', () => {
	// ISO 216: each sheet is the larger one halved across, to the millimetre below; A0 is 841 x 1189.
	it('on A paper has the sides of ISO 216', () => {
		let [short, long] = [841, 1189];
		for (let n = 0; n <= 8; n++) {
			expect(readUse(`a${n}`)).toMatchObject({
				target: { width: printPixels(short, 300), height: printPixels(long, 300) }
			});
			[short, long] = [Math.floor(long / 2), short];
		}
		expect(readUse('a9')).toHaveProperty('problem');
		expect(readUse('a10')).toHaveProperty('problem');
	});

	// 8.5 x 11, 8.5 x 14 and 11 x 17 inches: ANSI Y14.1 and common practice, from memory.
	it.each([
		['Legal', 2550, 4200],
		['tabloid', 3300, 5100],
		['letter wide', 3300, 2550],
		['LETTER WIDE at 150 dpi', 1650, 1275],
		['letter tall, 100 ppi', 850, 1100],
		['letter@10dpi', 85, 110]
	])('on %s is %i x %i pixels', (text, width, height) => {
		expect(readUse(text)).toEqual({
			kind: 'print',
			dpi: Number(/(\d+) ?[dp]pi/.exec(text)?.[1] ?? 300),
			asked: expect.closeTo(width / height, 2) as unknown,
			target: { width, height }
		});
	});

	it('has a unit said once for both sides, and is square with one length', () => {
		const target = { width: 1200, height: 1800 };
		for (const text of ['4 x 6 in', '4in x 6in', ' 4 x 6 inches ', '4 by 6"'])
			expect(readUse(text)).toMatchObject({ target });
		expect(readUse('5,08 cm at 100 dpi')).toMatchObject({ target: { width: 200, height: 200 } });
		expect(readUse('1 m x 50 cm at 10 dpi')).toMatchObject({ target: { width: 394, height: 197 } });
	});

	it.each([
		['4.9 mm', 'between 5 mm and 20 m'],
		['10 cm x 4 mm', 'between 5 mm and 20 m'],
		['20.1 m x 1 m', 'between 5 mm and 20 m'],
		['10 cm at 9 dpi', 'between 10 and 2400 dpi'],
		['10 cm at 2401 dpi', 'between 10 and 2400 dpi'],
		['A4 at 9 dpi', 'between 10 and 2400 dpi'],
		['9:0', 'A side of a ratio cannot be 0.'],
		['0:9', 'A side of a ratio cannot be 0.'],
		['lettering', 'is no frame'],
		['12 to 18', 'is no frame'],
		['x a4', 'is no frame'],
		['a4 wider', 'is no frame']
	])('%j is refused: %s', (text, says) => {
		expect(readUse(text)).toMatchObject({ problem: expect.stringContaining(says) as unknown });
	});

	it('may have any length and density up to the bounds themselves', () => {
		for (const text of ['5 mm', '20 m at 10 dpi', '10 cm at 2400 dpi'])
			expect(readUse(text)).not.toHaveProperty('problem');
	});
});

describe('a frame within what models make', () => {
	it('of pixels is kept up to the most, and is the largest of its ratio beyond', () => {
		const most = 1024 * 1024;
		const read = (text: string) => readFrame(text, most, { most });
		expect(read('1024 x 1024')).toMatchObject({ size: { width: 1024, height: 1024 } });
		expect(read('2048 x 2048')).toMatchObject({ size: { width: 1024, height: 1024 } });
		expect(read('4096 x 2304 px')).toMatchObject({ size: { width: 1344, height: 768 } });
	});

	it('is less than eight times as long as wide', () => {
		for (const text of ['8:1', '1:8', '9:1', ' 1:9 '])
			expect(readFrame(text, BUDGET)).toMatchObject({
				problem: `\u201c${text.trim()}\u201d is more than eight times as long as it is wide: no model makes that.`
			});
		for (const text of ['7.9:1', '1:7.9']) expect(readFrame(text, BUDGET)).toHaveProperty('size');
	});

	it('says so where no size of the ratio fits', () => {
		expect(readFrame('1:1', 250_000, { multiple: 512 })).toEqual({
			problem: 'No size of that ratio fits 0.25 MP.'
		});
	});
});

describe('a destination', () => {
	it('cuts off the sides of what is wider, and keeps its height', () => {
		// A square out of 1024 x 768: a quarter goes, and 768 pixels are left for 512 or for 1536.
		const frame = { width: 1024, height: 768 };
		expect(needFor(frame, { width: 512, height: 512 })).toEqual({
			cropped: 0.25,
			enlarge: 512 / 768
		});
		expect(needFor(frame, { width: 1536, height: 1536 }).enlarge).toBe(2);
		const tall = needFor(frame, { width: 500, height: 1000 });
		expect(tall.cropped).toBeCloseTo(1 - 384 / 1024, 12);
		expect(tall.enlarge).toBeCloseTo(500 / 384, 12);
	});

	it('of a list has a name, an address and a size that can be read', () => {
		const use = { id: 'a', label: 'jar', written: '60 mm' };
		expect(Use.safeParse(use).success).toBe(true);
		for (const bad of [
			{ ...use, id: '' },
			{ ...use, label: '' },
			{ ...use, written: '' },
			{ ...use, written: 'large' },
			{ ...use, id: 'x'.repeat(101) },
			{ ...use, label: 'x'.repeat(61) },
			{ ...use, written: ' '.repeat(60) + '60 mm' }
		])
			expect(Use.safeParse(bad).success, JSON.stringify(bad)).toBe(false);
		expect(() => destinationOf({ ...use, written: 'large' })).toThrow(/is no frame/);
		expect(furtherUses.map(({ id }) => id)).toContain('jar');
	});

	it('needs crop and enlargement by plain arithmetic', () => {
		const wide = destinations.find(({ id }) => id === 'wide')!;
		// 1344 x 768 is 7:4; 16:9 of its width is 756 high: 12 of 768 rows go, and 1920 / 1344 is left to do.
		const need = needFor({ width: 1344, height: 768 }, wide.pixels!);
		expect(need.cropped).toBeCloseTo(12 / 768, 9);
		expect(need.enlarge).toBeCloseTo(1920 / 1344, 9);
		expect(needFor({ width: 2048, height: 2048 }, { width: 1024, height: 1024 })).toEqual({
			cropped: 0,
			enlarge: 0.5
		});
		// From the other side: a tall frame for a wide place keeps its width.
		expect(needFor({ width: 832, height: 1216 }, { width: 832, height: 416 }).cropped).toBeCloseTo(
			1 - 416 / 1216,
			9
		);
	});

	it('is what it is called: ratios and pixels agree', () => {
		// A video is 1920 x 1080, a story the same upright (common practice, no source); A4 by ISO 216.
		expect(destinations.map(({ label, short }) => `${label} ${short}`)).toEqual([
			'square 1:1',
			'video 16:9',
			'story 9:16',
			'page 3:4',
			'cover 2:3',
			'banner 3:1',
			'print A4'
		]);
		expect(destinations.at(-1)!.pixels).toEqual({ width: 2480, height: 3508 });
		for (const one of furtherUses) expect(destinationOf(one).ratio, one.id).toBeGreaterThan(0);
		// A jar's lid of 60 mm at 300 dpi is 709 pixels; a ratio alone asks for none.
		const of = (written: string) => destinationOf({ id: 'own', label: 'own', written });
		expect(of('60 mm').pixels).toEqual({ width: 709, height: 709 });
		expect(of('3 m x 1 m at 100 dpi').pixels).toEqual({ width: 11811, height: 3937 });
		expect(of('4:5').pixels).toBeNull();
		expect(needOf({ width: 400, height: 500 }, of('4:5'))).toEqual({ cropped: 0, enlarge: 1 });
		expect(Use.safeParse({ id: 'a', label: 'a', written: 'wide' }).success).toBe(false);
		expect(printPixels(25.4, 300)).toBe(300);
	});
});
