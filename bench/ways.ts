/** What each way of rework does, as rows of a sheet: `npm run models` writes docs/models/ways.jpg. */
import sharp from 'sharp';
import type { TakeSettings } from '../src/lib/core/schema';
import { characterOf, type Bitmap, type Materials } from '../src/lib/service/standins';
import { contactSheet, type Print } from './contact';
import { makeTake } from './make-take';
import { putSection } from './page';

const side = 512;
const size = { width: side, height: side };
const character = characterOf('turnstone-2')!;
const bitmap = (pixels: Uint8Array): Bitmap => ({ ...size, pixels });
const prints: Print[] = [];
const WIDE = 7;
const prompt = 'a lighthouse in a meadow at dusk';
const add = (label: string, change: Partial<TakeSettings>, materials: Materials = {}) => {
	const { pixels } = makeTake(character, { prompt, ...size, seed: 7, ...change }, materials);
	prints.push({ pixels, ...size, label });
	return bitmap(pixels);
};
const show = (label: string, { pixels }: Bitmap) => prints.push({ pixels, ...size, label });
const windmill = bitmap(
	makeTake(character, { prompt: 'a windmill in the dunes on a clear day', ...size, seed: 2 }).pixels
);
const parent = bitmap(makeTake(character, { prompt, ...size, seed: 7 }).pixels);

show('vary: the parent', parent);
for (const amount of [0.1, 0.2, 0.3, 0.45, 0.6, 0.9])
	add(`amount ${amount}`, { variation: { seed: 21, amount } });

show('start: the picture', windmill);
for (const strength of [0.2, 0.4, 0.5, 0.6, 0.8, 0.95])
	add(`strength ${strength}`, { start: { image: '', strength } }, { start: windmill });

for (const use of ['look', 'palette', 'outline', 'content'] as const) {
	show(`${use}: the lender`, windmill);
	for (const weight of [0, 0.2, 0.4, 0.6, 0.8, 1])
		add(
			`${use} ${weight}`,
			{ references: [{ image: '', use, weight }] },
			{ references: [{ bitmap: windmill, use, weight }] }
		);
}
// Nothing of the repertoire: what stands out in it is lent as it is.
const strange = new Uint8Array(side * side * 3);
for (let y = 0, i = 0; y < side; y++)
	for (let x = 0; x < side; x++) {
		const [u, v] = [x - 256, y - 280];
		const star = Math.hypot(u, v) < 90 + 45 * Math.cos(5 * Math.atan2(v, u));
		const colour = star ? [214, 120 + u / 4, 70] : [176 - y / 8, 182 - y / 8, 190 - y / 10];
		for (const c of colour) strange[i++] = c;
	}
show('content: unknown to it', bitmap(strange));
for (const weight of [0, 0.2, 0.4, 0.6, 0.8, 1])
	add(
		`content ${weight}`,
		{ references: [{ image: '', use: 'content', weight }] },
		{ references: [{ bitmap: bitmap(strange), use: 'content', weight }] }
	);
show('taught: one of four', windmill);
const four = [2, 3, 4, 6].map((seed) =>
	bitmap(
		makeTake(character, { prompt: 'a windmill in the dunes on a clear day', ...size, seed }).pixels
	)
);
for (const weight of [0, 0.2, 0.4, 0.6, 0.8, 1])
	add(`taught ${weight}`, {}, { taught: [{ pictures: four, weight }] });
await sharp(contactSheet(prints, WIDE, 200).toBuffer('image/png'))
	.jpeg({ quality: 84, mozjpeg: true })
	.toFile('docs/models/ways.jpg');
putSection(
	'ways',
	`## What the ways of rework do

Rows from the top: varied by amounts; started from a picture by strengths; look, colours, staging (outline) and subject (content) lent by weights; the subject of a picture that shows nothing of the repertoire; an adapter taught from four pictures, by weights. At the left what lends, or the parent.

![Each way of rework at its stops](models/ways.jpg)`
);
