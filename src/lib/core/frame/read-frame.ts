import type { Size } from '$lib/core/contract';
import { sizeForRatio, type SizeChoice } from './frame';

/** What a typed frame came to: the size, and what was asked for, or a sentence that says what is wrong. */
export type ReadFrame =
	| {
			size: Size;
			/** The ratio that was asked for, width over height. */
			asked: number;
			/** The pixels that were asked for; null when a ratio alone was. */
			target: Size | null;
	  }
	| { problem: string };

const MM_PER_INCH = 25.4;
const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
const BY = String.raw`\s*(?:x|\u00d7|by)\s*`;
const forms = {
	ratio: new RegExp(`^${NUMBER}\\s*[:/]\\s*${NUMBER}$`),
	pixels: new RegExp(`^(\\d{2,5})${BY}(\\d{2,5})(?:\\s*(?:px|pixels))?$`, 'i'),
	print: new RegExp(
		`^${NUMBER}\\s*(mm|cm|m|in|inch|inches|"|\u2033)?(?:${BY}${NUMBER}\\s*(mm|cm|m|in|inch|inches|"|\u2033)?)?(?:\\s*(?:at|@|,)?\\s*${NUMBER}\\s*(?:dpi|ppi))?$`,
		'i'
	),
	paper: /^([a-z]+|a\d{1,2})(?:\s+(wide|tall))?(?:\s*(?:at|@|,)?\s*(\d+)\s*(?:dpi|ppi))?$/i
};

/**
 * Sheets, short and long side in millimetres: A sizes by ISO 216, letter, legal and tabloid by ANSI
 * Y14.1 and common practice (8.5 x 11, 8.5 x 14, 11 x 17 in; from memory).
 */
const papers: Record<string, [number, number]> = {
	letter: [215.9, 279.4],
	legal: [215.9, 355.6],
	tabloid: [279.4, 431.8],
	a0: [841, 1189],
	a1: [594, 841],
	a2: [420, 594],
	a3: [297, 420],
	a4: [210, 297],
	a5: [148, 210],
	a6: [105, 148],
	a7: [74, 105],
	a8: [52, 74]
};

/** The shortest and the longest side that a print may have, in millimetres, and its dots per inch. */
const print = { least: 5, most: 20_000, leastDpi: 10, mostDpi: 2400 };

/** Dots per inch of a print when none are said: what print shops ask for. Common practice, no source. */
const USUAL_DPI = 300;

/** Pixels of a length in millimetres at dots per inch, to the nearest one. */
export const printPixels = (millimetres: number, dpi: number): number =>
	Math.round((millimetres / MM_PER_INCH) * dpi);

const number = (text: string) => Number(text.replace(',', '.'));

/** What was typed for a use: the ratio, and the pixels where it says them, or what is wrong. */
export type ReadUse =
	| {
			kind: 'ratio' | 'pixels' | 'print';
			asked: number;
			target: Size | null;
			/** Dots per inch of a print. */
			dpi?: number;
	  }
	| { problem: string };

/** Reads the size of a use: a ratio, pixels, a print or a paper. */
export function readUse(text: string): ReadUse {
	const typed = text.trim();
	const pixels = forms.pixels.exec(typed);
	if (pixels) {
		const [width, height] = [Number(pixels[1]), Number(pixels[2])];
		return { kind: 'pixels', asked: width / height, target: { width, height } };
	}
	const ratio = forms.ratio.exec(typed);
	if (ratio) {
		const [w, h] = [number(ratio[1]), number(ratio[2])];
		if (w === 0 || h === 0) return { problem: 'A side of a ratio cannot be 0.' };
		return { kind: 'ratio', asked: w / h, target: null };
	}
	const asPrint = forms.print.exec(typed);
	// One length alone is a square; a unit said once is that of both sides.
	const unitOf = (text: string) => ({ mm: 1, cm: 10, m: 1000 })[text.toLowerCase()] ?? MM_PER_INCH;
	const last = asPrint?.[4] ?? asPrint?.[2];
	const printed = (w: number, h: number, dpi: number): ReadUse => {
		if (Math.min(w, h) < print.least || Math.max(w, h) > print.most)
			return {
				problem: `A side of a print is between ${print.least} mm and ${print.most / 1000} m.`
			};
		if (dpi < print.leastDpi || dpi > print.mostDpi)
			return { problem: `A print has between ${print.leastDpi} and ${print.mostDpi} dpi.` };
		return {
			kind: 'print',
			dpi,
			asked: w / h,
			target: { width: printPixels(w, dpi), height: printPixels(h, dpi) }
		};
	};
	if (asPrint && last) {
		const dpi = asPrint[5] ? number(asPrint[5]) : USUAL_DPI;
		const w = number(asPrint[1]) * unitOf(asPrint[2] ?? last);
		const h = asPrint[3] === undefined ? w : number(asPrint[3]) * unitOf(last);
		return printed(w, h, dpi);
	}
	const paper = forms.paper.exec(typed);
	if (paper && papers[paper[1].toLowerCase()]) {
		const [short, long] = papers[paper[1].toLowerCase()];
		const [w, h] = paper[2]?.toLowerCase() === 'wide' ? [long, short] : [short, long];
		return printed(w, h, paper[3] ? Number(paper[3]) : USUAL_DPI);
	}
	return {
		problem: `\u201c${typed}\u201d is no frame: write a ratio like \u201c16:9\u201d, pixels like \u201c1344 x 768\u201d, or a print like \u201c21 x 29.7 cm at 150 dpi\u201d, \u201c60 mm\u201d or \u201cA5\u201d.`
	};
}

/**
 * Reads a typed frame: a ratio ("16:9"), pixels ("1344 x 768"), a print ("21 x 29.7 cm at 150 dpi") or
 * a paper ("A4 wide"). Ratios and prints become the nearest size within the budget; pixels are
 * brought to multiples that the models take, and to as many as they make at most.
 *
 * @param budget pixels
 */
export function readFrame(text: string, budget: number, choice: SizeChoice = {}): ReadFrame {
	const { multiple = 64, most = Infinity } = choice;
	const read = readUse(text);
	if ('problem' in read) return read;
	const { kind, asked, target } = read;
	if (kind === 'pixels' && target) {
		const to = (px: number) => Math.max(multiple, Math.round(px / multiple) * multiple);
		const size = { width: to(target.width), height: to(target.height) };
		if (size.width * size.height <= most) return { size, asked, target };
		// More than the models make: the largest of that ratio, to be enlarged afterwards.
		const largest = sizeForRatio(asked, most, { multiple });
		if (largest) return { size: largest, asked, target };
	}
	if (!(asked > 1 / 8 && asked < 8))
		return {
			problem: `\u201c${text.trim()}\u201d is more than eight times as long as it is wide: no model makes that.`
		};
	const size = sizeForRatio(asked, budget, choice);
	return size
		? { size, asked, target }
		: { problem: `No size of that ratio fits ${(budget / 1e6).toFixed(2)} MP.` };
}
