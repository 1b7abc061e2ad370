import { guidedDenoiser, samplers, schedules } from '$lib/core/diffusion';
import { normals } from '$lib/core/random';
import type { Signals, TakeSettings } from '$lib/core/schema';
import { LATENT_SCALE, type SceneBook } from './book';
import type { Character } from './cards';
import { decode } from './decode';
import { readNegative } from './reading';
import { negativePriors, priors } from './scenes';
import { signalsOf } from './signals';

/** Noise levels between which the models integrate (Karras et al. 2022, table 1). */
const SIGMA_MIN = 0.002;
const USUAL_SIGMA_MAX = 80;

/** Window radius in latent pixels once the noise is gone. */
const FINEST_WINDOW = 5;

export interface Picture {
	/** `width * height * 3` bytes, red, green, blue. */
	pixels: Uint8Array;
	signals: Signals;
}

/**
 * Makes one take: starts at the seed's noise and follows the probability-flow equation down.
 *
 * @param onStep told every step and the clean estimate at latent size; returning false gives up
 * @returns null when given up
 */
export function renderTake(
	settings: TakeSettings,
	character: Character,
	book: SceneBook,
	onStep?: (step: number, estimate: Float32Array) => boolean | void
): Picture | null {
	const { latentWidth: width, latentHeight: height } = book;
	const prior = priors(book.scenes);
	const negativePrior = negativePriors(book.scenes, readNegative(settings.negative));
	const native = character.card.nativeSizes[0];
	// A model learned how far things belong together at its own size. In a larger frame its windows
	// are too small, and things double; in a smaller one they see no more than the frame.
	const side = Math.min(
		Math.sqrt(native.width * native.height) / LATENT_SCALE,
		Math.sqrt(width * height)
	);
	const sigmaMax = character.sigmaMax ?? USUAL_SIGMA_MAX;
	const { denoise, weights } = guidedDenoiser(
		{ width, height, scenes: book.latents, spread: character.spread },
		{
			prior,
			negativePrior,
			guidance: settings.guidance,
			touchiness: character.touchiness,
			window: {
				high: character.coherence * side,
				low: FINEST_WINDOW,
				sigmaMin: SIGMA_MIN,
				sigmaMax
			}
		}
	);
	const schedule = schedules[settings.schedule](settings.steps, {
		sigmaMin: SIGMA_MIN,
		sigmaMax
	});
	const x = normals(settings.seed, 0, width * height * 3);
	for (let i = 0; i < x.length; i++) x[i] *= schedule[0];
	let going = true;
	samplers[settings.sampler](x, schedule, denoise, {
		onStep: (step, estimate) => (going = onStep?.(step, estimate) !== false),
		noise: (step) => normals(settings.seed, step, x.length)
	});
	if (!going) return null;
	return {
		pixels: decode(book, x, weights),
		signals: signalsOf(x, weights, prior, generalPriors(book), width, height)
	};
}

const generalPriors = (book: SceneBook): Float64Array =>
	Float64Array.from(book.scenes, ({ generalPrior }) => generalPrior);
