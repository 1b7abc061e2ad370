/** Which sign parts whole numbers from their fractions. */
export type Manner = 'point' | 'comma';

/** Digits in threes, parted by one sign. */
const grouped = (sign: string) => new RegExp(`^-?\\d{1,3}(\\${sign}\\d{3})+$`);
const plainNumber = /^-?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?$/i;
/** Signs between thousands that cannot be mistaken. */
const spaces = /(?<=\d)[\s\u00a0\u2009\u202f'\u2019](?=\d{3})/g;

/**
 * The manner in which a table writes numbers, as its cells show it: "2,5" speaks for the comma,
 * "2.5" and "1,000.5" for the point. Null when none says it, or when they contradict each other.
 */
export function mannerOf(cells: Iterable<string>): Manner | null {
	const seen = new Set<Manner>();
	for (const cell of cells) {
		const text = cell.trim().replace(spaces, '');
		if (!/^-?[\d.,]+$/.test(text)) continue;
		const [points, commas] = ['.', ','].map((sign) => text.split(sign).length - 1);
		if (points && commas)
			seen.add(text.lastIndexOf('.') > text.lastIndexOf(',') ? 'point' : 'comma');
		else if (points === 1 && !grouped('.').test(text)) seen.add('point');
		else if (commas === 1 && !grouped(',').test(text)) seen.add('comma');
		else if (points > 1) seen.add('comma');
		else if (commas > 1) seen.add('point');
	}
	return seen.size === 1 ? [...seen][0] : null;
}

/**
 * A number as a table writes it, or a sentence that says why it is none: "1,000" may be a thousand or
 * one, and only the other cells of the table can tell.
 *
 * @param whole whether whole numbers alone are meant
 */
export function readNumber(cell: string, manner: Manner | null, whole: boolean): number | string {
	const text = cell.trim().replace(spaces, '');
	const unclear = `\u201c${cell}\u201d may be ${text.replace(/[.,]/g, '')} or ${Number(text.replace(',', '.'))}: write it without a sign between thousands`;
	if (manner === null) {
		if (grouped(',').test(text)) return unclear;
		if (whole && grouped('.').test(text)) return unclear;
	}
	const thousands = manner === 'comma' ? '.' : ',';
	const plain = text.includes(thousands)
		? grouped(thousands).test(text.split(manner === 'comma' ? ',' : '.')[0])
			? text.replaceAll(thousands, '')
			: manner === null
				? text.replace(',', '.')
				: text
		: text;
	const value = manner === 'comma' ? plain.replace(',', '.') : plain;
	return plainNumber.test(value) ? Number(value) : `\u201c${cell}\u201d is no number`;
}

/** The largest sum that can be typed, in credits or money. */
const MOST_AMOUNT = 1e6;

/**
 * Reads a sum that was typed, such as a budget: "40", "1 000", "2,5".
 * @returns null for an empty text, or a sentence that says why it is no sum
 */
export function readAmount(text: string): number | string | null {
	if (!text.trim()) return null;
	const amount = readNumber(text, mannerOf([text]), false);
	if (typeof amount === 'string') return `${amount.charAt(0).toUpperCase()}${amount.slice(1)}.`;
	if (amount < 0) return 'This can\u2019t be less than 0.';
	if (amount > MOST_AMOUNT)
		return `This can\u2019t be more than ${MOST_AMOUNT.toLocaleString('en')}.`;
	return amount;
}
