import { guidedDenoiser, samplers, schedules, type GuidedOptions } from '$lib/service/diffusion';
import { normals } from '$lib/core/random';
import type { Signals, TakeSettings } from '$lib/core/contract';
import { LATENT_SCALE, type SceneBook } from './book';
import { compose } from './composition';
import type { Character } from './models';
import { decode } from './decode';
import { keepOutside, latentMask } from './mask';
import type { Materials } from './materials';
import { firstNoise } from './noise';
import { readNegative } from './reading';
import { takeLook, takePalette } from './references';
import { seamless } from './seamless';
import { sceneField, type SceneField } from './scene-field';
import { negativePriors, priors } from './scenes';
import { signalsOf } from './signals';
import { cropField, tilesOf } from './tiles';

/** The noise level at which integration ends (Karras et al. 2022, table 1). */
const SIGMA_MIN = 0.002;

/**
 * The noise level at which it begins, for every latent pixel of the side that a model sees whole: 80
 * at 40. The larger a picture, the more noise it takes to hide it (Hoogeboom et al. 2023, "simple
 * diffusion", section 3.1); with it the dials do the same at every size.
 */
const STARTING_NOISE = 2;

/** Window radius in latent pixels once the noise is gone. */
const FINEST_WINDOW = 5;

/**
 * The share of the steps after which it is told which scenes are likely to be painted, and how many:
 * of 36 takes of six models the scene that holds most of the picture is the right one in 31 by then.
 */
const FORESEEN = 0.5;
const MOST_FORESEEN = 3;

export interface Picture {
	/** `width * height * 3` bytes, red, green, blue. */
	pixels: Uint8Array;
	signals: Signals;
}

/** Told every step and the clean estimate at latent size; returning false gives the take up. */
type OnStep = (step: number, estimate: Float64Array) => boolean | void;

/** A sampled latent and the weights of its last step. */
interface Sampled {
	latent: Float64Array;
	weights: Float32Array[];
}

/** Pictures that come with a take, and who is told of its steps. */
export interface TakeOptions {
	materials?: Materials;
	onStep?: OnStep;
}

/** A take before it is painted: its latent, the weights of its last step, and its scenes. */
export interface Trace extends Sampled {
	field: SceneField;
}

/**
 * Follows one take to its last latent: starts at the seed's noise, or at a start picture with noise
 * on it, and follows the probability-flow equation down.
 *
 * @param settings as admitted: names are known, numbers in range
 * @returns null when given up
 */
export function traceTake(
	settings: TakeSettings,
	character: Character,
	book: SceneBook,
	{ materials = {}, onStep }: TakeOptions = {}
): Trace | null {
	const { start, fit = 'fill' } = materials;
	const { latentWidth: width, latentHeight: height } = book;
	const noise = firstNoise(settings, character.likeness, width * height * 3);
	const { scenes } = book;
	const { promptForm } = character.card;
	const heard = promptForm === 'either' || promptForm === book.reading.form;
	const leftOut = readNegative(settings.negative);
	const composition = compose(noise, width, height, {
		character,
		scenes,
		cond: priors(scenes),
		neg: negativePriors(scenes, leftOut),
		strays: book.strays.scenes,
		leftOut,
		guidance: settings.guidance,
		heard: heard ? 1 : IN_ANOTHER_FORM
	});
	const field = sceneField(
		settings,
		book,
		composition,
		materials,
		keptOf(settings, character, book)
	);
	// Nothing is left of the steps: the start picture itself, bit for bit.
	if (start && settings.start!.strength === 0)
		return { latent: Float64Array.from(field.start!), weights: [], field };
	const sampled =
		start && fit === 'enlarge'
			? sampleTiles(settings, character, field, noise, onStep)
			: sample(settings, character, field, noise, latentMask(materials, width), onStep);
	return sampled && { ...sampled, field };
}

/**
 * Makes one take.
 * @param settings as admitted: names are known, numbers in range
 * @returns null when given up
 */
export function renderTake(
	settings: TakeSettings,
	character: Character,
	book: SceneBook,
	options: TakeOptions = {}
): Picture | null {
	const trace = traceTake(settings, character, book, options);
	if (!trace) return null;
	const { latent, weights, field } = trace;
	const { start, mask, references = [] } = options.materials ?? {};
	let pixels = weights.length ? decode(book, field, latent, weights) : start!.pixels.slice();
	for (const { bitmap, use, weight } of references) {
		if (use === 'look') takeLook(pixels, bitmap.pixels, weight);
		if (use === 'palette') takePalette(pixels, bitmap.pixels, weight);
	}
	if (start && mask) pixels = seamless(start, pixels, mask);
	return { pixels, signals: signalsOf(latent, field, FINEST_WINDOW, character.spread) };
}

/** Share of guidance that counts when a prompt is not in the form its model wants. */
const IN_ANOTHER_FORM = 1 / 1.3;

/** Noise level at which a start picture and the seed count equally in the layout, as a share of the first level. */
const LETS_GO = 0.08;

/** How much of a start picture's staging its noise leaves, as an angle: see `between`. */
function keptOf(
	{ start, schedule, steps }: TakeSettings,
	character: Character,
	{ latentWidth: width, latentHeight: height }: SceneBook
): number {
	if (!start || start.strength === 1) return Math.PI / 2;
	const { window } = denoiserOptions({ guidance: 1 }, character, {
		width,
		height,
		prior: new Float64Array(),
		negativePrior: new Float64Array()
	});
	const levels = schedules[schedule](steps, window);
	const at = Math.min(levels.length - 2, (1 - start.strength) * steps);
	const [above, below] = [levels[Math.floor(at)], levels[Math.ceil(at)]];
	return Math.atan((above + (at % 1) * (below - above)) / (LETS_GO * window.sigmaMax));
}

/** How a model weighs the scenes of a field: its priors, its guidance and its windows. */
export function denoiserOptions(
	settings: Pick<TakeSettings, 'guidance'>,
	character: Character,
	{
		width,
		height,
		prior,
		negativePrior
	}: Pick<SceneField, 'width' | 'height' | 'prior' | 'negativePrior'>
): GuidedOptions {
	const native = character.card.nativeSizes[0];
	// A model learned how far things belong together at its own size. In a larger frame its windows
	// are too small, and things double; in a smaller one they see no more than the frame.
	const side = Math.min(
		Math.sqrt(native.width * native.height) / LATENT_SCALE,
		Math.sqrt(width * height)
	);
	return {
		prior,
		negativePrior,
		guidance: settings.guidance,
		touchiness: character.touchiness,
		window: {
			high: character.coherence * side,
			low: FINEST_WINDOW,
			sigmaMin: SIGMA_MIN,
			sigmaMax: (character.startingNoise ?? STARTING_NOISE) * side
		}
	};
}

/** Follows the equation over a whole field, from the noise level that the strength asks for. */
function sample(
	settings: TakeSettings,
	character: Character,
	field: SceneField,
	noise: Float32Array,
	mask: Float32Array | null,
	onStep?: OnStep
): Sampled | null {
	const { width, height } = field;
	const options = denoiserOptions(settings, character, field);
	const { denoise, weights } = guidedDenoiser(
		{
			width,
			height,
			scenes: field.latents,
			spread: character.spread,
			ownSpread: field.ownSpread,
			parted: field.parted
		},
		options
	);
	const whole = schedules[settings.schedule](settings.steps, options.window);
	const strength = field.start ? settings.start!.strength : 1;
	// The part of the steps that the strength asks for, at least one (Meng et al. 2022).
	const skipped = Math.min(settings.steps - 1, Math.round((1 - strength) * settings.steps));
	const schedule = whole.slice(skipped);
	const x = new Float64Array(width * height * 3);
	const start = strength < 1 ? field.start : undefined;
	for (let i = 0; i < x.length; i++) x[i] = schedule[0] * noise[i] + (start ? start[i] : 0);
	if (mask) keepOutside(x, field.start!, mask, schedule[0], noise);
	let going = true;
	samplers[settings.sampler](x, schedule, denoise, {
		onStep: (step, estimate) => {
			if (mask) keepOutside(x, field.start!, mask, schedule[step], noise);
			if (step === Math.ceil((schedule.length - 1) * FORESEEN)) field.expect(foremost(weights()));
			return (going = onStep?.(skipped + step, estimate) !== false);
		},
		noise: (step) => normals(settings.seed, step, x.length)
	});
	return going ? { latent: x, weights: weights() } : null;
}

/** The scenes that hold most of a picture, by their weights. */
function foremost(weights: readonly Float32Array[]): number[] {
	const held = weights.map((each) => each.reduce((sum, weight) => sum + weight, 0));
	return held
		.map((_, k) => k)
		.sort((a, b) => held[b] - held[a])
		.slice(0, MOST_FORESEEN);
}

/** Works over overlapping tiles of the model's own size, one after another, and joins them. */
function sampleTiles(
	settings: TakeSettings,
	character: Character,
	field: SceneField,
	noise: Float32Array,
	onStep?: OnStep
): Sampled | null {
	const native = character.card.nativeSizes[0];
	const tiles = tilesOf(
		field.width,
		field.height,
		Math.floor(Math.sqrt(native.width * native.height) / LATENT_SCALE)
	);
	const latent = new Float64Array(field.start!.length);
	const weights = field.latents.map(() => new Float32Array(field.width * field.height));
	const shown = Float64Array.from(field.start!);
	for (const [t, tile] of tiles.entries()) {
		const part = cropField(field, tile);
		const sampled = sample(
			settings,
			character,
			part,
			tile.crop(noise, 3),
			null,
			(step, estimate) => {
				tile.put(estimate, shown, 3);
				return onStep?.(Math.floor((t * settings.steps + step) / tiles.length), shown);
			}
		);
		if (!sampled) return null;
		tile.add(sampled.latent, latent, 3);
		sampled.weights.forEach((w, k) => tile.add(w, weights[k], 1));
	}
	return { latent, weights };
}
