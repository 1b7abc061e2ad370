import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { basename, dirname, resolve } from 'node:path';
import subsetFont from 'subset-font';
import type { Plugin } from 'vite';

/** What the interface itself is written with. Words of an artist's own may need more. */
const ours = [
	...Array.from({ length: 0x7e - 0x20 + 1 }, (_, k) => String.fromCodePoint(0x20 + k)),
	...'\u00a0\u00b0\u00b1\u00b7\u00d7\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026\u2212'
];
/** The weights that are set: from text to strong. */
const weights = { min: 400, max: 700 };

const ranges = (points: readonly number[]): string =>
	points.map((point) => `U+${point.toString(16).toUpperCase().padStart(4, '0')}`).join(',');

/**
 * Variable fonts with a first, small file that holds the letters of the interface; the whole files are
 * asked for when other letters stand on the page.
 */
export const firstLetters: Plugin = {
	name: 'first-letters',
	enforce: 'pre',
	async transform(css, id) {
		if (!/@fontsource-variable[\\/][^\\/]+[\\/]index\.css/.test(id)) return null;
		const face = /\/\* \S+-latin-wght-normal \*\/\s*(@font-face \{[^}]*\})/.exec(css)?.[1];
		const file = face && /url\(\.\/(files\/[^)]+)\)/.exec(face)?.[1];
		if (!file) throw new Error(`${id} has no face of Latin letters.`);
		const whole = await readFile(resolve(dirname(id), file));
		const small = await subsetFont(whole, ours.join(''), {
			targetFormat: 'woff2',
			variationAxes: { wght: weights }
		});
		const name = basename(file).replace(/-latin-.*/, '-first-letters.woff2');
		const kept = resolve('node_modules/.cache/dial-pick', name);
		await mkdir(dirname(kept), { recursive: true });
		await writeFile(kept, small);
		// Of two faces whose ranges have a letter the later is asked for it, if both say the same weights:
		// else they are fonts apart, and other letters fall to another family (CSS Fonts, composite faces).
		const first = face
			.replace(/url\([^)]*\)/, `url(${kept})`)
			.replace(
				/unicode-range:[^;]*/,
				`unicode-range: ${ranges(ours.map((c) => c.codePointAt(0)!))}`
			);
		return { code: `${css}\n${first}\n`, map: null };
	}
};
