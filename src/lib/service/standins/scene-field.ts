import type { TakeSettings } from '$lib/core/contract';
import { LATENT_SCALE, toLatent, type SceneBook } from './book';
import type { Bitmap, Materials } from './materials';
import { readNegative } from './reading';
import { agreementOf, contours } from './references';
import { negativePriors, priors } from './scenes';

/** All scenes that a take is made from: the model's own, and the pictures that it brings along. */
export interface SceneField {
	/** Latent width and height. */
	width: number;
	height: number;
	latents: Float32Array[];
	/** A scene at the frame's full size, `width * height * 3` bytes. */
	painting(k: number): Uint8Array;
	prior: Float64Array;
	negativePrior: Float64Array;
	/** Weights of the scenes that show the prompt, and of those that do not, for the signals. */
	showing: Float64Array;
	straying: Float64Array;
	/** Deviations of scenes that are only loosely meant. */
	ownSpread: ReadonlyMap<number, number>;
	/** The start picture's latent. */
	start?: Float32Array;
}

/** The c of a start picture's deviation, set so that a strength of one half keeps about half of it. */
const LOOSENING = 1.6;

/** How firmly an outline moves weight to scenes whose contours agree. */
const OUTLINE = 10;

/**
 * Gathers the scenes of a take and their weights.
 *
 * A content reference and the pictures that taught an adapter are scenes themselves, by weight. A
 * start picture is a scene too, weighed as if pictures stood c s/(1-s) round it for a strength s: the
 * stronger, the more of it gives way where the prompt's scenes come near. An
 * outline multiplies each scene's weight by the exponential of how its contours agree.
 */
export function sceneField(
	settings: TakeSettings,
	book: SceneBook,
	{ start, references = [], taught = [] }: Materials
): SceneField {
	const own = book.scenes.length;
	const latents = [...book.latents];
	const brought: Bitmap[] = [];
	const prior = [...priors(book.scenes)];
	const negativePrior = [...negativePriors(book.scenes, readNegative(settings.negative))];
	const showing = book.scenes.map((scene) => (scene.prompted ? scene.prior : 0));
	const straying = book.scenes.map((scene) => (scene.prompted ? 0 : scene.generalPrior));
	const prompted = book.scenes.reduce((sum, s) => sum + (s.prompted ? s.prior : 0), 0);
	const asLatent = (bitmap: Bitmap) =>
		toLatent(bitmap.pixels, book.latentWidth, book.latentHeight, LATENT_SCALE);
	// A picture weighs the same on both sides of guidance, which then neither seeks nor shuns it.
	const bring = (bitmap: Bitmap, weight: number) => {
		brought.push(bitmap);
		latents.push(asLatent(bitmap));
		prior.push(weight);
		negativePrior.push(weight);
		showing.push(weight);
		straying.push(0);
		return latents.length - 1;
	};

	for (const { bitmap, use, weight } of references) {
		if (use === 'outline') {
			const wanted = contours(asLatent(bitmap), book.latentWidth, book.latentHeight);
			const agree = book.latents.map((latent) =>
				agreementOf(wanted, contours(latent, book.latentWidth, book.latentHeight))
			);
			const most = Math.max(...agree.filter((_, k) => book.scenes[k].prompted));
			// Weight moves among the scenes that show the prompt; the others keep their share.
			let before = 0;
			let after = 0;
			const moved = agree.map((value, k) => {
				const factor = Math.exp(OUTLINE * weight * (value - most));
				if (book.scenes[k].prompted) {
					before += prior[k];
					after += prior[k] * factor;
				}
				return factor;
			});
			moved.forEach((factor, k) => {
				if (book.scenes[k].prompted) prior[k] *= (factor * before) / after;
			});
		}
		if (use === 'content' && weight > 0) {
			bring(bitmap, (prompted * weight) / Math.max(0.02, 1.02 - weight));
		}
	}
	for (const { pictures, weight } of taught) {
		if (weight === 0) continue;
		const each = (prompted * weight) / Math.max(0.02, 1.02 - weight) / pictures.length;
		for (const picture of pictures) bring(picture, each);
	}
	const ownSpread = new Map<number, number>();
	const strength = settings.start?.strength ?? 1;
	if (start && strength < 1) {
		ownSpread.set(bring(start, prompted), (LOOSENING * strength) / (1 - strength));
	}
	return {
		width: book.latentWidth,
		height: book.latentHeight,
		latents,
		painting: (k) => (k < own ? book.painting(k) : brought[k - own].pixels),
		prior: Float64Array.from(prior),
		negativePrior: Float64Array.from(negativePrior),
		showing: Float64Array.from(showing),
		straying: Float64Array.from(straying),
		ownSpread,
		start: start && asLatent(start)
	};
}
