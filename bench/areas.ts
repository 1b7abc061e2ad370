/**
 * Areas made anew, frames extended and pictures enlarged, held against what is asked of them:
 * `npm run models`. Figures, and a sheet.
 */
import sharp from 'sharp';
import { ciede2000, lab } from '../src/lib/core/measure';
import { frameRound } from '../src/lib/core/frame';
import { prepare } from '../src/lib/service/http/pictures';
import { makeSurface } from '../src/lib/service/http/surface';
import { characterOf, LATENT_SCALE, type Bitmap } from '../src/lib/service/standins';
import { evidenceOfSubject, subjectsIn } from '../src/lib/service/standins/describe';
import { tilesOf } from '../src/lib/service/standins/tiles';
import { contactSheet, type Print } from './contact';
import { forgetBooks, makeTake, shared } from './make-take';
import { putSection } from './page';

const side = 512;
const SEEDS = Number(process.env.SEEDS ?? 4);
const character = characterOf('turnstone-2')!;
const parents = [
	{ prompt: 'a lighthouse in a salt marsh at dusk', seed: 3 },
	{ prompt: 'a fox in a meadow at night', seed: 2 },
	{ prompt: 'a sailing dinghy on the lake at dawn', seed: 4 },
	{ prompt: 'a cottage in the forest on a clear day', seed: 2 }
];
const words = [
	{ text: 'a windmill', id: 'windmill' },
	{ text: 'a heron', id: 'heron' },
	{ text: 'a horse', id: 'horse' }
];
const ratios = [
	['16:9', 16 / 9],
	['9:16', 9 / 16],
	['3:1', 3]
] as const;

/** Mean CIEDE2000 between neighbours of a picture of which `counts` says which pairs are meant. */
function across(
	{ width, height, pixels }: Bitmap,
	counts: (p: number, q: number) => boolean
): number {
	let [sum, n] = [0, 0];
	const at = (p: number) => lab(pixels[p * 3], pixels[p * 3 + 1], pixels[p * 3 + 2]);
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p++)
			for (const q of [...(x + 1 < width ? [p + 1] : []), ...(y + 1 < height ? [p + width] : [])]) {
				if (!counts(p, q)) continue;
				sum += ciede2000(at(p), at(q));
				n++;
			}
	return n ? sum / n : NaN;
}

/** Across the joint, over what is usual inside the picture. */
const jointOf = (picture: Bitmap, mask: Uint8Array): number =>
	across(picture, (p, q) => mask[p] > 0 !== mask[q] > 0) /
	across(picture, (p, q) => !mask[p] && !mask[q]);

const median = (all: number[]): number =>
	[...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];
const cut = ({ pixels, width }: Bitmap, left: number, top: number, w: number, h: number) => {
	const out = new Uint8Array(w * h * 3);
	for (let y = 0; y < h; y++)
		out.set(
			pixels.subarray(((top + y) * width + left) * 3, ((top + y) * width + left + w) * 3),
			y * w * 3
		);
	return { width: w, height: h, pixels: out };
};

const prints: Print[] = [];
const [area, joints, frames] = [{ shows: 0, same: 0, of: 0 }, [] as number[], [] as number[]];
// A round area a little below the middle.
const [cx, cy, r] = [300, 290, 150];
const mask = new Uint8Array(side * side).map((_, p) =>
	Math.hypot((p % side) - cx, Math.floor(p / side) - cy) < r ? 255 : 0
);
for (const [i, parent] of parents.entries()) {
	const start: Bitmap = {
		width: side,
		height: side,
		pixels: makeTake(character, { ...parent, width: side, height: side }).pixels
	};
	prints.push({ ...start, label: 'the picture' });
	for (const { text, id } of words)
		for (let seed = 0; seed < SEEDS; seed++) {
			const { pixels } = makeTake(
				character,
				{
					prompt: text,
					width: side,
					height: side,
					seed: 40 + seed,
					start: { image: '', strength: 0.8 },
					mask: { image: '' }
				},
				{ start, mask }
			);
			const picture = { ...start, pixels };
			if (seed === 0) prints.push({ ...picture, label: text });
			area.of++;
			if (
				mask.every(
					(own, p) => own || [0, 1, 2].every((c) => pixels[p * 3 + c] === start.pixels[p * 3 + c])
				)
			)
				area.same++;
			joints.push(jointOf(picture, mask));
			const inside = cut(picture, cx - r, cy - r, 2 * r, 2 * r);
			const [first] = subjectsIn(
				evidenceOfSubject(inside.pixels, inside.width, inside.height, makeSurface)
			);
			if (first.subject.id === id) area.shows++;
		}
	for (const [label, ratio] of ratios)
		for (let seed = 0; seed < Math.max(1, SEEDS / 2); seed++) {
			const frame = frameRound(start, ratio);
			const settings = {
				prompt: parent.prompt,
				...frame,
				seed: 60 + seed,
				start: { image: '', strength: 1, fit: 'extend' as const }
			};
			const materials = await prepare(settings as never, { start: shared(start) });
			const { pixels } = makeTake(character, settings, materials);
			const picture = { ...frame, pixels };
			if (seed === 0 && label !== '3:1') prints.push({ ...picture, label: `extended to ${label}` });
			frames.push(jointOf(picture, materials.mask!));
		}
	forgetBooks();
	console.log(
		i + 1,
		'of',
		parents.length,
		area,
		median(joints).toFixed(2),
		median(frames).toFixed(2)
	);
}

// Where tiles meet, over what is usual: with all tiles' edges, and with lines half a tile beside them.
const borders: number[] = [];
for (const { prompt, seed } of parents.slice(0, 2)) {
	const small = makeTake(character, { prompt, seed, width: 768, height: 768 });
	const frame = { width: 1536, height: 1536 };
	const settings = {
		prompt,
		...frame,
		seed: 9,
		start: { image: '', strength: 0.3, fit: 'enlarge' as const }
	};
	const materials = await prepare(settings as never, {
		start: shared({ width: 768, height: 768, pixels: small.pixels })
	});
	const { pixels } = makeTake(character, settings, materials);
	const native = character.card.nativeSizes[0];
	const latent = Math.floor(Math.sqrt(native.width * native.height) / LATENT_SCALE);
	const edges = new Set<number>();
	for (const { x: left, width } of tilesOf(
		frame.width / LATENT_SCALE,
		frame.height / LATENT_SCALE,
		latent
	))
		for (const x of [left, left + width])
			if (x > 0 && x < frame.width / LATENT_SCALE) edges.add(x * LATENT_SCALE);
	const picture = { ...frame, pixels };
	const { width } = frame;
	const atEdge = across(picture, (p, q) => q === p + 1 && edges.has(q % width));
	borders.push(atEdge / across(picture, (p, q) => q === p + 1 && !edges.has(q % width)));
	forgetBooks();
}

await sharp(contactSheet(prints, 6, 260).toBuffer('image/png'))
	.jpeg({ quality: 84, mozjpeg: true })
	.toFile('docs/models/areas.jpg');
const under = (all: number[]) => `${all.filter((one) => one <= 1.5).length} of ${all.length}`;
putSection(
	'areas',
	`## Areas made anew, frames extended, pictures enlarged

By ${character.card.name}. A round area of four pictures made anew by three wordings, on ${SEEDS} seeds each, strength 0.8, at ${side}x${side}; the same pictures extended to 16:9, 9:16 and 3:1; two pictures of 768x768 enlarged twice. A joint is told by the mean CIEDE2000 between the pixels on both sides of it, over that between neighbours inside what is kept: 1 is nothing to be seen, at most 1.5 is asked.

| | figure |
| --- | --- |
| outside the area every byte is the same | ${area.same} of ${area.of} |
| what was asked for is the first thing read in the area | ${area.shows} of ${area.of} |
| joint round an area, median | ${median(joints).toFixed(2)} (${under(joints)} at most 1.5) |
| joint round an extended picture, median | ${median(frames).toFixed(2)} (${under(frames)} at most 1.5) |
| where tiles of an enlarged picture begin and end | ${borders.map((one) => one.toFixed(2)).join(', ')} |

![Areas and frames](models/areas.jpg)`
);
