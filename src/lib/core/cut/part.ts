import type { Pixels } from './reduced';
import type { Vision } from './vision';

/** What was marked of a picture, each `width * height` values of which 128 and more are marked. */
export interface Marked {
	/** What the thing lies inside; null where nothing was drawn round it. */
	within: Uint8Array | null;
	keep: Uint8Array;
	leave: Uint8Array;
	/** What the last stroke marked. */
	last: Uint8Array;
}

/** As OpenCV numbers what is known of a pixel. */
const [LEFT, KEPT, LIKELY_LEFT, LIKELY_KEPT] = [0, 1, 2, 3];

/** Nothing is likely within this share of a picture's sides while nothing is drawn round it. */
const RIM = 0.08;
/** How often colours are learnt: at first, and after a stroke. */
const [AT_FIRST, AFTERWARDS] = [2, 1];
/** Round what is not known, so much of its size is looked at for the colours of what is left. */
const ROUND = 0.15;

/**
 * Parts a picture into what is kept and what is left, by colours and by where they change. A stroke
 * changes what hangs together with it, nothing elsewhere.
 * Source: Rother, Kolmogorov and Blake 2004, "GrabCut", as OpenCV has it.
 *
 * @param before what was kept before the last stroke; null to begin
 * @returns 1 where it is kept, 0 elsewhere
 */
export function cutAgain(
	vision: Vision,
	picture: Pixels,
	marked: Marked,
	before: Uint8Array | null
): Uint8Array {
	const labels = labelled(picture, marked, before);
	const found = parted(vision, picture, labels, before ? AFTERWARDS : AT_FIRST);
	return before ? joined(before, found, marked.last, picture.width) : found;
}

function labelled(
	{ width, height }: Pixels,
	{ within, keep, leave }: Marked,
	before: Uint8Array | null
): Uint8Array {
	const [side, top] = [RIM * width, RIM * height];
	const inside = (p: number) => {
		if (within) return within[p] >= 128;
		const [x, y] = [p % width, Math.floor(p / width)];
		return x >= side && x < width - side && y >= top && y < height - top;
	};
	const out = new Uint8Array(width * height);
	for (let p = 0; p < out.length; p++) {
		if (leave[p] >= 128) out[p] = LEFT;
		else if (keep[p] >= 128) out[p] = KEPT;
		else if (!inside(p)) out[p] = within || !before?.[p] ? LEFT : LIKELY_KEPT;
		else out[p] = !before || before[p] ? LIKELY_KEPT : LIKELY_LEFT;
	}
	return out;
}

function parted(
	vision: Vision,
	{ width, height, pixels }: Pixels,
	labels: Uint8Array,
	rounds: number
): Uint8Array {
	const out = labels.map((label) => label & 1);
	const has = (...these: number[]) => these.some((one) => labels.includes(one));
	// With one side alone there is nothing to tell apart.
	if (!has(KEPT, LIKELY_KEPT) || !has(LEFT, LIKELY_LEFT)) return out;
	const box = open(labels, width, height);
	const size = box.width * box.height;
	const data = new Uint8ClampedArray(size * 4);
	const near = new Uint8Array(size);
	for (let y = 0; y < box.height; y++) {
		const from = (box.y + y) * width + box.x;
		data.set(pixels.subarray(from * 4, (from + box.width) * 4), y * box.width * 4);
		near.set(labels.subarray(from, from + box.width), y * box.width);
	}
	// The least that has both sides in it: all of it, where what is known fills the box.
	if (!near.some((label) => !(label & 1)) || !near.some((label) => label & 1)) return out;
	const shown = vision.matFromImageData({ ...box, data });
	const [colours, behind, front] = [new vision.Mat(), new vision.Mat(), new vision.Mat()];
	const mask = new vision.Mat(box.height, box.width, vision.CV_8UC1);
	try {
		vision.cvtColor(shown, colours, Number(vision.COLOR_RGBA2RGB));
		mask.data.set(near);
		const all = new vision.Rect(0, 0, box.width, box.height);
		vision.grabCut(colours, mask, all, behind, front, rounds, Number(vision.GC_INIT_WITH_MASK));
		for (let y = 0; y < box.height; y++)
			for (let x = 0; x < box.width; x++)
				out[(box.y + y) * width + box.x + x] = mask.data[y * box.width + x] & 1;
		return out;
	} finally {
		for (const one of [shown, colours, mask, behind, front]) one.delete();
	}
}

/** What is not known to be left, with some of its surroundings. */
function open(labels: Uint8Array, width: number, height: number) {
	let [left, right, top, bottom] = [width, -1, height, -1];
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p++)
			if (labels[p] !== LEFT) {
				left = Math.min(left, x);
				right = Math.max(right, x);
				top = Math.min(top, y);
				bottom = Math.max(bottom, y);
			}
	const round = Math.ceil(ROUND * Math.max(right - left, bottom - top)) + 2;
	const [x, y] = [Math.max(0, left - round), Math.max(0, top - round)];
	return {
		x,
		y,
		width: Math.min(width, right + round + 1) - x,
		height: Math.min(height, bottom + round + 1) - y
	};
}

/** What was, with the changes that hang together with what was touched. */
function joined(
	before: Uint8Array,
	found: Uint8Array,
	touched: Uint8Array,
	width: number
): Uint8Array {
	const out = before.slice();
	const seen = touched.map((value) => (value >= 128 ? 1 : 0));
	const todo = [...seen.keys()].filter((p) => seen[p]);
	for (let p = todo.pop(); p !== undefined; p = todo.pop()) {
		out[p] = found[p];
		const beside = [p % width ? p - 1 : -1, (p + 1) % width ? p + 1 : -1, p - width, p + width];
		for (const q of beside)
			if (q >= 0 && q < out.length && !seen[q] && found[q] !== before[q]) {
				seen[q] = 1;
				todo.push(q);
			}
	}
	return out;
}
