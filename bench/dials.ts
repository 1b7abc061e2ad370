/** What each dial does to a picture, as one sheet: `npm run dials` writes docs/models/dials.jpg. */
import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import type { TakeSettings } from '../src/lib/core/schema';
import { characterOf, type Bitmap, type Materials } from '../src/lib/service/standins';
import { contactSheet, type Print } from './contact';
import { makeTake } from './make-take';

const side = 512;
const prompt = 'a lighthouse at dusk above a salt marsh';
const bitmap = (pixels: Uint8Array): Bitmap => ({ width: side, height: side, pixels });
const prints: Print[] = [];
const add = (
	label: string,
	change: Partial<TakeSettings> = {},
	materials: Materials = {},
	model = 'turnstone-2'
) => {
	const { pixels } = makeTake(
		characterOf(model)!,
		{ prompt, width: side, height: side, seed: 5, ...change },
		materials
	);
	prints.push({ pixels, width: side, height: side, label });
	return pixels;
};
const row = () => {
	while (prints.length % 8)
		prints.push({
			pixels: new Uint8Array(side * side * 3).fill(140),
			width: side,
			height: side,
			label: ''
		});
};

for (const steps of [1, 3, 4, 6, 8, 12, 20, 40]) add(`steps ${steps}`, { steps });
for (const guidance of [1, 2, 4, 6, 8, 12, 16, 20])
	add(`guidance ${guidance}`, { guidance, seed: 3 });
for (const sampler of ['euler', 'heun', 'ddim', 'euler-ancestral'])
	add(`${sampler}, 8 steps`, { sampler, steps: 8 });
for (const schedule of ['karras', 'exponential', 'linear', 'cosine'])
	add(`${schedule}, 6 steps`, { schedule, steps: 6 });
const source = bitmap(
	add('start picture', { prompt: 'a windmill in a meadow, golden hour', seed: 2 })
);
for (const strength of [0, 0.2, 0.4, 0.5, 0.6, 0.8, 1])
	add(`strength ${strength}`, { start: { image: '', strength } }, { start: source });
for (const amount of [0, 0.1, 0.25, 0.4, 0.6, 0.8, 0.9, 1])
	add(`variation ${amount}`, { variation: { seed: 21, amount }, seed: 12 });
for (const index of [0, 1, 2, 3])
	add(`batch of Turnstone 2, ${index}`, { seed: 9, batch: { seed: 4, index } });
for (const index of [0, 1, 2, 3])
	add(`batch of Curlew, ${index}`, { seed: 9, batch: { seed: 4, index } }, {}, 'curlew');
const mask = new Uint8Array(side * side).map((_, p) => (p % side > side / 2 ? 255 : 0));
add(
	'mask: the right half',
	{
		prompt: 'a windmill in a meadow at night',
		start: { image: '', strength: 1 },
		mask: { image: '' }
	},
	{ start: source, mask }
);
// Half as wide again, the start picture in the middle.
const wide = (side * 3) / 2;
const round = new Uint8Array(wide * side).fill(255);
const padded = new Uint8Array(wide * side * 3);
for (let y = 0; y < side; y++)
	for (let x = 0; x < wide; x++) {
		const sx = Math.min(side - 1, Math.max(0, x - side / 4));
		if (x >= side / 4 && x < wide - side / 4) round[y * wide + x] = 0;
		for (let c = 0; c < 3; c++)
			padded[(y * wide + x) * 3 + c] = source.pixels[(y * side + sx) * 3 + c];
	}
const { pixels: extended } = makeTake(
	characterOf('turnstone-2')!,
	{
		prompt: 'a windmill in a meadow, golden hour',
		width: wide,
		height: side,
		seed: 5,
		start: { image: '', strength: 1, fit: 'extend' }
	},
	{ start: { width: wide, height: side, pixels: padded }, mask: round, fit: 'extend' }
);
prints.push({ pixels: extended, width: wide, height: side, label: 'extended to 3:2' });
for (const use of ['look', 'palette', 'outline', 'content'] as const)
	add(
		`reference: ${use}`,
		{ references: [{ image: '', use, weight: 0.8 }] },
		{ references: [{ bitmap: source, use, weight: 0.8 }] }
	);
row();
for (const id of ['reed-wash', 'block-proof', 'lamp-oil'])
	for (const weight of [0.5, 1]) add(`${id} ${weight}`, { adapters: [{ id, weight }] });
for (const weight of [0.4, 0.9])
	add(`taught, ${weight}`, {}, { taught: [{ pictures: [source], weight }] });
mkdirSync('docs/models', { recursive: true });
await sharp(contactSheet(prints, 8, 190).toBuffer('image/png'))
	.jpeg({ quality: 84, mozjpeg: true })
	.toFile('docs/models/dials.jpg');
