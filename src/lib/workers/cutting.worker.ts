/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import { cutAgain, maskAt, packMask, reduced, unpackMask, type Pixels } from '$lib/core/cut';
import { CUT_SIDE, type CutMask, type CutStroke } from '$lib/core/edits';
import { decodedWithin } from './decode';
import { drawStrokes } from './draw-strokes';
import type { Keyed } from './measures.worker';

/** Cuts things out of pictures, off the page's thread. Nothing else loads the library for it. */

/** Opens the library that pictures are parted by. */
const openVision = async () => (await import('$lib/core/cut/opencv')).compiled();

/** Longer side of the picture that is cut to begin with, in pixels. */
const WARM_SIDE = 96;

/** The picture that is cut, at the size of the mask. */
let held: { key: string; small: Pixels } | undefined;

/** Loads what is needed, before it is needed. */
async function ready({ key, picture }: Keyed): Promise<void> {
	if (held?.key === key) return;
	const small = reduced(await decodedWithin(picture), CUT_SIDE);
	const vision = await openVision();
	// What runs for the first time is slow: that is over before somebody waits for it.
	const some = reduced(small, WARM_SIDE);
	const none = new Uint8Array(some.width * some.height);
	cutAgain(vision, some, { within: null, keep: none, leave: none, last: none }, null);
	held = { key, small };
}

/** What strokes of one kind mark, by pixels; a later stroke takes its place from an earlier one. */
function marks(strokes: readonly CutStroke[], { width, height }: Pixels, ...kinds: string[]) {
	const context = new OffscreenCanvas(width, height).getContext('2d', {
		willReadFrequently: true
	})!;
	const tool = (stroke: CutStroke) =>
		kinds.includes(stroke.says) ? stroke : { ...stroke, tool: 'rubber' as const };
	drawStrokes(context, strokes.map(tool), width, height);
	const { data } = context.getImageData(0, 0, width, height);
	const marked = new Uint8Array(width * height);
	for (let p = 0; p < marked.length; p++) marked[p] = data[p * 4 + 3];
	return marked;
}

/**
 * What is kept after the last of some strokes.
 *
 * @param before what was kept before it, of any size; null to begin
 * @param longest longer side of the mask in pixels
 */
async function cut(
	one: Keyed,
	strokes: readonly CutStroke[],
	before: CutMask | null,
	longest: number
): Promise<CutMask> {
	await ready(one);
	const small = reduced(held!.small, longest);
	const round = strokes.filter(({ says }) => says === 'within');
	const lines = strokes.filter(({ says }) => says !== 'within');
	const last = strokes.at(-1)!;
	const marked = {
		within: round.length ? marks(round.slice(-1), small, 'within') : null,
		keep: marks(lines, small, 'keep'),
		leave: marks(lines, small, 'leave'),
		last: marks([last], small, last.says)
	};
	// What is drawn round the thing begins anew.
	const was =
		before === null || last.says === 'within'
			? null
			: maskAt(unpackMask(before.mask, before.width * before.height), before, small);
	const mask = packMask(cutAgain(await openVision(), small, marked, was));
	return { mask, width: small.width, height: small.height };
}

const api = { ready, cut };
export type CuttingApi = typeof api;

expose(api);
