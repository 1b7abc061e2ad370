/**
 * Things cut out of takes, held against where they truly are: `npm run models`. Figures, and a sheet.
 * The strokes are those of a robot that does what people do (after Gulshan, Rother, Criminisi, Blake
 * and Zisserman 2010, "Geodesic star convexity for interactive image segmentation", section 5): a box
 * round the thing, then a line along the middle of the largest part that is still wrong.
 */
import sharp from 'sharp';
import { cutAgain, feathered, reduced } from '../src/lib/core/cut';
import { compiled } from '../src/lib/core/cut/opencv';
import { CUT_SIDE } from '../src/lib/core/edits';
import { characterOf, traceTake } from '../src/lib/service/standins';
import { largestRegion } from '../src/lib/service/standins/region';
import { contactSheet, type Print } from './contact';
import { bookFor, forgetBooks, makeTake, settingsFor } from './make-take';
import { putSection } from './page';

const side = 512;
/** Longer side of the mask, as in the application. */
const small = CUT_SIDE;
const STROKES = 6;
const character = characterOf('turnstone-2')!;
const subjects =
	'fox,heron,lighthouse,sailing dinghy,windmill,horse,owl,cottage,bicycle,teapot'.split(',');
const places = ['in a meadow on a clear day', 'in a salt marsh at dusk'];

/** Which pixels of a take are its actors'. */
function truthOf(change: Parameters<typeof settingsFor>[1]): Uint8Array {
	const settings = settingsFor(character, change);
	const { field } = traceTake(settings, character, bookFor(character, settings))!;
	return field.arranged.matte().map((value) => (value >= 128 ? 1 : 0));
}

/** Intersection over union with the truth. */
function overlap(alpha: Uint8ClampedArray, truth: Uint8Array): number {
	let [both, any] = [0, 0];
	truth.forEach((own, p) => {
		const kept = alpha[p] >= 128;
		if (kept && own) both++;
		if (kept || own) any++;
	});
	return both / any;
}

/** A line along the middle of the largest part that is wrong; null where nothing is. */
function nextStroke(mask: Uint8Array, truth: Uint8Array) {
	const parts = [1, 0].map((kind) => ({
		kind,
		part: largestRegion(
			truth.map((own, p) => (own === kind && mask[p] !== kind ? 1 : 0)),
			small,
			small,
			0
		)
	}));
	const { kind, part } = parts[0].part.length >= parts[1].part.length ? parts[0] : parts[1];
	if (part.length < 6) return null;
	const depth = new Map(part.map((p) => [p, 1]));
	for (let round = 2; round < small; round++) {
		const deeper = part.filter(
			(p) =>
				depth.get(p) === round - 1 &&
				[p - 1, p + 1, p - small, p + small].every((q) => (depth.get(q) ?? 0) >= round - 1)
		);
		if (!deeper.length) break;
		for (const p of deeper) depth.set(p, round);
	}
	const deepest = Math.max(...depth.values());
	return { kind, line: part.filter((p) => depth.get(p)! >= 0.6 * deepest) };
}

const vision = await compiled();
const rows: number[][] = [];
const prints: Print[] = [];
let [spent, calls] = [0, 0];
for (const [i, place] of places.entries())
	for (const subject of subjects) {
		const change = { prompt: `a ${subject} ${place}`, width: side, height: side, seed: 11 + i };
		const { pixels } = makeTake(character, change);
		const truth = truthOf(change);
		forgetBooks();
		const picture = { width: side, height: side, pixels: new Uint8ClampedArray(side * side * 4) };
		for (let p = 0; p < side * side; p++) {
			picture.pixels.set(pixels.subarray(p * 3, p * 3 + 3), p * 4);
			picture.pixels[p * 4 + 3] = 255;
		}
		const little = reduced(picture, small);
		const half = side / small;
		const goal = Uint8Array.from(
			{ length: small * small },
			(_, p) =>
				truth[Math.floor(Math.floor(p / small) * half) * side + Math.floor((p % small) * half)]
		);
		const xs = [...goal.keys()].filter((p) => goal[p]).map((p) => p % small);
		const ys = [...goal.keys()].filter((p) => goal[p]).map((p) => Math.floor(p / small));
		const pad = 0.04 * small;
		const blank = () => new Uint8Array(small * small);
		const within = blank().map((_, p) =>
			p % small >= Math.min(...xs) - pad &&
			p % small <= Math.max(...xs) + pad &&
			p / small >= Math.min(...ys) - pad &&
			p / small <= Math.max(...ys) + pad
				? 255
				: 0
		);
		const marked = { within, keep: blank(), leave: blank(), last: blank() };
		let mask: Uint8Array | null = null;
		let alpha: Uint8ClampedArray = new Uint8ClampedArray();
		const found: number[] = [];
		for (let stroke = 0; stroke <= STROKES; stroke++) {
			const began = performance.now();
			mask = cutAgain(vision, little, marked, mask);
			spent += performance.now() - began;
			calls++;
			alpha = feathered(picture, little, mask, 0);
			found.push(overlap(alpha, truth));
			const next = nextStroke(mask, goal);
			if (!next) continue;
			marked.last.fill(0);
			for (const p of next.line) (next.kind ? marked.keep : marked.leave)[p] = marked.last[p] = 255;
		}
		rows.push(found);
		console.log(change.prompt, found.map((one) => one.toFixed(2)).join(' '));
		const shown = pixels.map((value, i) => {
			const p = Math.floor(i / 3);
			const square = ((p % side) >> 4) + (Math.floor(p / side) >> 4);
			const ground = square % 2 ? 255 : 214;
			return ground + ((value - ground) * alpha[p]) / 255;
		});
		prints.push({ width: side, height: side, pixels: shown, label: subject });
	}
const mean = (k: number) => rows.reduce((sum, one) => sum + one[k], 0) / rows.length;
const middle = (k: number) => rows.map((one) => one[k]).sort((a, b) => a - b)[rows.length / 2];
const enough = (k: number) => rows.filter((one) => one[k] >= 0.9).length;
for (let k = 0; k <= STROKES; k++)
	console.log(k, mean(k).toFixed(3), middle(k).toFixed(3), enough(k));
await sharp(contactSheet(prints, 5, 260).toBuffer('image/png'))
	.jpeg({ quality: 84, mozjpeg: true })
	.toFile('docs/models/cut.jpg');
const figures = (k: number) =>
	`| ${k ? `${k} more` : 'a box round the thing'} | ${mean(k).toFixed(3)} | ${middle(k).toFixed(3)} | ${enough(k)} of ${rows.length} |`;
putSection(
	'cutting',
	`## Things cut out

${rows.length} takes by ${character.card.name} at ${side}x${side}: ${subjects.length} subjects in two places. The truth is what a take's scenes cover with their actors, each by its share of every place. A robot draws a box round the thing, then lines along the middle of the largest part that is still wrong. Overlap is intersection over union; 0.9 is asked. A cut took ${(spent / calls).toFixed(0)} ms on average, by a mask ${small} pixels long. What is thin as wire is hard: the bicycles are those below 0.9.

| strokes | mean overlap | median | at least 0.9 |
| --- | --- | --- | --- |
${[0, 2, 4, 6].map(figures).join('\n')}

![Things cut out](models/cut.jpg)`
);
