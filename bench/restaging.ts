/**
 * Restaging, held against what is asked of it: `npm run models`. Eight pairs of a
 * picture and another prompt, eight seeds each, at the stops of strength; figures and a sheet.
 */
import sharp from 'sharp';
import { characterOf, traceTake, type Bitmap } from '../src/lib/service/standins';
import { searched, sightings, type Box } from '../src/lib/service/standins/sighting';
import { signalsOf } from '../src/lib/service/standins/signals';
import { decode } from '../src/lib/service/standins/decode';
import { makeSurface } from '../src/lib/service/http/surface';
import { luma, ssim } from '../src/lib/core/measure';
import { contactSheet, type Print } from './contact';
import { putSection } from './page';
import { bookFor, forgetBooks, makeTake, settingsFor } from './make-take';

const side = 512;
const SEEDS = Number(process.env.SEEDS ?? 8);
const STOPS = [0, 0.2, 0.3, 0.4, 0.5, 0.6, 0.8, 1];
const character = characterOf('turnstone-2')!;

/**
 * What the start picture was made from, its subject, and what is asked for instead: of shapes that can
 * cover each other by half at all.
 */
const pairs = [
	{
		from: 'a horse in a meadow on a clear day',
		old: 'horse',
		to: 'a fox in a meadow on a clear day',
		now: 'fox'
	},
	{
		from: 'a windmill in a meadow, golden hour',
		old: 'windmill',
		to: 'a church in a meadow, golden hour',
		now: 'church'
	},
	{
		from: 'a sailing dinghy on the lake at dawn',
		old: 'dinghy',
		to: 'a heron on the lake at dawn',
		now: 'heron'
	},
	{
		from: 'a red van in the street at night',
		old: 'van',
		to: 'a sheep in the street at night',
		now: 'sheep'
	},
	{
		from: 'a cottage in the forest at dusk',
		old: 'cottage',
		to: 'a castle in the forest at dusk',
		now: 'castle'
	},
	{
		from: 'a teapot in the room by a window',
		old: 'teapot',
		to: 'a snail in the room by a window',
		now: 'snail'
	},
	{
		from: 'a fox in the snow, overcast',
		old: 'fox',
		to: 'a hare in the snow, overcast',
		now: 'hare'
	},
	{
		from: 'an owl in the forest at night',
		old: 'owl',
		to: 'a clock in the forest at night',
		now: 'clock'
	}
];

const areaOf = ({ left, right, top, bottom }: Box) =>
	Math.max(0, right - left) * Math.max(0, bottom - top);

/** How far two boxes cover each other: what both cover over what either does. */
function overlap(a: Box, b: Box): number {
	const both = areaOf({
		left: Math.max(a.left, b.left),
		right: Math.min(a.right, b.right),
		top: Math.max(a.top, b.top),
		bottom: Math.min(a.bottom, b.bottom)
	});
	return both / (areaOf(a) + areaOf(b) - both);
}

/** Where a subject is in a picture, told by its contours. */
function boxOf(pixels: Uint8Array, id: string): Box {
	const small = searched(pixels, side, side);
	return sightings(small.pixels, small.width, small.height, makeSurface).find(
		({ subject }) => subject.id === id
	)!.box;
}

const size = { width: side, height: side };
const prints: Print[] = [];
const all = pairs.flatMap(({ from, old, to, now }) => {
	const start: Bitmap = {
		...size,
		pixels: makeTake(character, { prompt: from, ...size, seed: 2 }).pixels
	};
	const was = boxOf(start.pixels, old);
	prints.push({ ...start, label: `${old}: the start` });
	const rows = Array.from({ length: SEEDS }, (_, seed) => {
		const takes = STOPS.map((strength) => {
			const settings = settingsFor(character, {
				prompt: to,
				...size,
				seed: seed + 1,
				start: { image: '', strength }
			});
			const trace = traceTake(settings, character, bookFor(character, settings), {
				materials: { start }
			})!;
			const pixels = trace.weights.length
				? decode(bookFor(character, settings), trace.field, trace.latent, trace.weights)
				: start.pixels;
			if (seed === 0) prints.push({ pixels, ...size, label: `${now} ${strength}` });
			// The start picture does not show the prompt: it counts against it.
			const { field } = trace;
			const at = [...field.ownSpread.keys()][0] ?? -1;
			const [showing, straying] = [field.showing.slice(), field.straying.slice()];
			if (at >= 0) [straying[at], showing[at]] = [showing[at], 0];
			const { agreement, wholeness } = signalsOf(
				trace.latent,
				{ ...field, showing, straying },
				5,
				character.spread
			);
			return {
				strength,
				agreement,
				wholeness,
				overlap: strength === 0.5 ? overlap(boxOf(pixels, now), was) : 0,
				likeness: ssim(luma(start.pixels, side, side), luma(pixels, side, side)),
				same: pixels.every((v, i) => v === start.pixels[i])
			};
		});
		return takes;
	});
	forgetBooks();
	const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
	const at = (strength: number) => STOPS.indexOf(strength);
	console.log(
		`${old} to ${now}: agreement ${STOPS.map((_, s) => mean(rows.map((r) => r[s].agreement)).toFixed(1)).join(' ')}, wholeness ${STOPS.map((_, s) => mean(rows.map((r) => r[s].wholeness)).toFixed(2)).join(' ')}, likeness ${STOPS.map((_, s) => mean(rows.map((r) => r[s].likeness)).toFixed(2)).join(' ')}, overlap ${rows.map((r) => r[at(0.5)].overlap.toFixed(2)).join(' ')}`
	);
	return rows.map((row) => ({
		shows: row[at(0.5)].agreement >= 0.8 * row[at(1)].agreement,
		stands: row[at(0.5)].overlap >= 0.5,
		whole: row[at(0.5)].wholeness / row[at(1)].wholeness,
		likeness: row.map((one) => one.likeness),
		same: row[0].same
	}));
});
const share = (of: (one: (typeof all)[number]) => boolean) =>
	`${all.filter(of).length} of ${all.length}`;
const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const likeness = STOPS.map((_, s) => mean(all.map((one) => one.likeness[s])).toFixed(2));
const says = `## Staged like a picture

Eight pictures, each with another prompt, on ${SEEDS} seeds, by ${character.card.name} at ${side}×${side}. At a strength of 0.5 the new subject shows (agreement at least 80% of that without the picture, the picture itself counted against it) in ${share((one) => one.shows)}, stands where the old one stood (their boxes, found by their contours, share half of what both cover) in ${share((one) => one.stands)}, and wholeness is ${mean(all.map(({ whole }) => whole)).toFixed(2)} of that at strength 1. Strength 0 gives the picture back bit for bit in ${share((one) => one.same)}. Mean structural similarity to the picture:

| strength | ${STOPS.join(' | ')} |
| --- |${STOPS.map(() => ' --- |').join('')}
| similarity | ${likeness.join(' | ')} |

![Eight pictures and what other words make of them, at each strength](models/restaging.jpg)`;
console.log(says);
if (SEEDS >= 8) putSection('restaging', says);
await sharp(contactSheet(prints, 9, 180).toBuffer('image/png'))
	.jpeg({ quality: 84, mozjpeg: true })
	.toFile('docs/models/restaging.jpg');
