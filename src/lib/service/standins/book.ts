import type { InUse } from './adapters';
import { arranger, castOf, settingsOf, type Stand } from './arranging';
import type { Composition, Layout } from './composition';
import { cutMarks, cutOut, surround } from './cutout';
import { layersOf, type Size } from './layer-store';
import { arrange, halved, settingBytes } from './layers';
import type { Character } from './models';
import { paintScene } from './painting';
import { gather, ownMemory, type SceneMemory } from './scene-memory';
import type { MakeSurface } from './pen';
import type { Reading } from './reading';
import { scenesFor, type Scene } from './scenes';
import { marksOf, type Marks } from './standing';
import { tone } from './toning';

/** Frame pixels to one latent pixel. */
export const LATENT_SCALE = 8;

/** How finely latents are painted before they are averaged: painted pixels to a latent pixel. */
const OVERSAMPLING = 2;

/** For so many pictures brought along a book keeps the scenes that they call up. */
const MOST_BESIDES = 8;

/** A scene's name in a book's memory. */
const nameOf = (of: string, k: number): string => `${of} ${k}`;

/** What a model remembers for one prompt at one frame size. Shared by all takes that ask for it. */
export interface SceneBook {
	width: number;
	height: number;
	latentWidth: number;
	latentHeight: number;
	/** The scenes of the prompt. */
	scenes: Scene[];
	/** Whole scenes that each leave out part of the prompt: pictures are compared with them. */
	strays: MoreScenes;
	/**
	 * The settings that a composition can be made from, its actors laid over each.
	 * @param most of them. @default all
	 */
	arranged(composition: Composition, most?: number): Arranged;
	/** The layout of this prompt that has the actors of a composition stand so. */
	layoutFor(stand: Stand, composition: Composition): Layout;
	/** Where the actors of a composition stand as they are painted. */
	castMarks(composition: Composition): Marks;
	/** Paints what another asked its memory for, by the names there. */
	help(names: readonly string[]): void;
	/** A scene at latent size in one quick look, to choose among many; in latent values. */
	sketch(scene: Scene): Float32Array;
	/** What it was painted from. */
	character: Character;
	reading: Reading;
	makeSurface: MakeSurface;
	/** Scenes besides these, by a name of their own; chosen when first asked for. */
	more(name: string, choose: () => Scene[]): MoreScenes;
}

/** Whole scenes that a picture brought along calls up. */
export interface MoreScenes {
	scenes: Scene[];
	/** Every scene at latent size: `latentWidth * latentHeight * 3` values in [-1, 1]. */
	latents: Float32Array[];
	/** Scenes at full size, `width * height * 3` bytes each; painted when first asked for. */
	paintings(ks: readonly number[]): Uint8Array[];
}

/** The scenes of a composition: each one's setting with the same actors. */
export interface Arranged extends MoreScenes {
	/** The scene that lends its actors. */
	cast: Scene;
	/** Where the actors' foot is, and the horizon, as shares of the frame. */
	marks: { x: number; foot: number; horizon: number };
	/** Opacity of the actors at full size, a byte a pixel, whatever stands before them. */
	matte(): Uint8Array;
	/** Says that these are likely to be asked for at full size, the likeliest first. */
	expect(ks: readonly number[]): void;
}

export interface BookOptions {
	/** Adapters and their weights. @default none */
	inUse?: readonly InUse[];
	/** Whether the frame is worked over in tiles of the model's own size. @default false */
	tiled?: boolean;
	/** Called before each scene is painted; what it throws gives the book up. */
	onPaint?: () => void;
	/** Where what is painted lies. @default in memory of its own */
	memory?: SceneMemory;
}

/**
 * Share of scenes that show their subject again in a frame: none up to a fifth beyond the longest
 * side that the model was made for, more the larger it is. A model that saw only pictures of its own
 * size expects a subject in every such part of a larger one. Common practice, no source.
 */
function crowdingOf({ card }: Character, width: number, height: number): number {
	const own = Math.max(...card.nativeSizes.flatMap((size) => [size.width, size.height]));
	const excess = Math.max(width, height) / own - 1;
	return excess < 0.2 ? 0 : Math.min(0.9, excess);
}

/**
 * Paints a model's memory of a prompt.
 * @param width frame width in pixels, a multiple of 8
 * @param height frame height in pixels, a multiple of 8
 */
export function openBook(
	character: Character,
	reading: Reading,
	width: number,
	height: number,
	makeSurface: MakeSurface,
	{ inUse = [], tiled = false, onPaint, memory = ownMemory() }: BookOptions = {}
): SceneBook {
	const latentWidth = width / LATENT_SCALE;
	const latentHeight = height / LATENT_SCALE;
	const small = { width: latentWidth * OVERSAMPLING, height: latentHeight * OVERSAMPLING };
	const large = { width, height };
	/** A scene at a size in pixels. */
	const paint = (scene: Scene, w: number, h: number, adapters = inUse) => {
		onPaint?.();
		return paintScene(scene, w, h, makeSurface, adapters);
	};
	const remember = (name: string, scenes: Scene[]): MoreScenes => {
		const length = latentWidth * latentHeight * 3;
		const latents = gather(
			memory.places(
				scenes.map((_, k) => `${nameOf(name, k)} small`),
				length * Float32Array.BYTES_PER_ELEMENT
			),
			(k) =>
				bytesOf(
					toLatent(
						paint(scenes[k], small.width, small.height),
						latentWidth,
						latentHeight,
						OVERSAMPLING
					)
				)
		);
		return {
			scenes,
			latents: latents.map(
				({ buffer, byteOffset }) => new Float32Array(buffer, byteOffset, length)
			),
			paintings: (ks) =>
				gather(
					memory.places(
						ks.map((k) => nameOf(name, k)),
						width * height * 3
					),
					(i) => paint(scenes[ks[i]], width, height)
				)
		};
	};
	const layers = layersOf({ makeSurface, inUse, onPaint, memory });
	const all = scenesFor(character, reading, tiled ? 0 : crowdingOf(character, width, height));
	const scenes = all.filter(({ prompted }) => prompted);
	const strays = all.filter(({ prompted }) => !prompted);
	const place = arranger(character, scenes);
	const marks = (scene: Scene) => marksOf(scene, width, height);
	const castMarks = (composition: Composition): Marks => {
		const { cutting } = composition.lent ?? {};
		const own = marks(castOf(scenes, strays, composition));
		return cutting ? { ...own, ...cutMarks(cutting) } : own;
	};
	const besides = new Map<string, MoreScenes>();
	const more: SceneBook['more'] = (name, choose) => {
		let known = besides.get(name);
		if (!known) {
			if (besides.size >= MOST_BESIDES) besides.delete([...besides.keys()][0]);
			besides.set(name, (known = remember(name, choose())));
		}
		return known;
	};
	return {
		width,
		height,
		latentWidth,
		latentHeight,
		scenes,
		get strays() {
			return more('strays', () => strays);
		},
		character,
		reading,
		makeSurface,
		sketch: (scene) =>
			toLatent(paint(scene, latentWidth, latentHeight, []), latentWidth, latentHeight, 1),
		help(names) {
			for (const scene of scenes) layers.know(scene, large);
			layers.paint(names);
		},
		more,
		arranged(composition, most = Infinity) {
			const settings = settingsOf(scenes, strays, composition).slice(0, most);
			const cast = castOf(scenes, strays, composition);
			const { lent, toned, round } = composition;
			const arrangement = place.arrangement(
				composition.layout,
				marks(settings[0]),
				castMarks(composition),
				cast.scale
			);
			/** The settings with the actors over them; round the first goes the picture itself, as one more. */
			const lay = (size: Size, ks: readonly number[]) => {
				const shown = layers.get(
					ks.map((k) => settings[k % settings.length]),
					lent?.cutting ? null : cast,
					size
				);
				const actors = shown.cast ?? cutOut(lent!.cutting!, size.width, size.height);
				return shown.settings.map((setting, i) => {
					const out = arrange(setting, actors, arrangement, size.width, size.height);
					if (toned && toned.share > 0) tone(out, size.width, size.height, toned, toned.share);
					if (round && ks[i] >= settings.length) surround(out, size.width, size.height, round);
					return out;
				});
			};
			const ks = [...Array(settings.length + (round ? 1 : 0)).keys()];
			return {
				scenes: ks.map((k) => settings[k % settings.length]),
				cast,
				marks: { ...arrangement.cast.to, horizon: arrangement.horizon.to },
				latents: lay(small, ks).map((pixels) =>
					toLatent(pixels, latentWidth, latentHeight, OVERSAMPLING)
				),
				paintings: (shown) => lay(large, shown),
				matte() {
					const { view, matte } = lent?.cutting
						? cutOut(lent.cutting, width, height)
						: layers.get([], cast, large).cast!;
					const over = Uint8Array.from({ length: matte.length * 3 }, (_, i) =>
						halved(matte[Math.floor(i / 3)])
					);
					const none = new Uint8Array(settingBytes(width, height));
					const white = { ...arrangement, gains: [1, 1, 1] as const };
					const laid = arrange(none, { view, matte, over }, white, width, height);
					return laid.filter((_, i) => i % 3 === 0);
				},
				expect: (shown) =>
					layers.expect(
						shown.map((k) => settings[k % settings.length]),
						lent?.cutting ? null : cast,
						large
					)
			};
		},
		castMarks,
		layoutFor: (stand, composition) =>
			place.layout(
				stand,
				marks(settingsOf(scenes, strays, composition)[0]),
				castMarks(composition),
				castOf(scenes, strays, composition).scale
			)
	};
}

/** The bytes of an array of numbers, in its own memory. */
const bytesOf = ({ buffer, byteOffset, byteLength }: Float32Array): Uint8Array =>
	new Uint8Array(buffer, byteOffset, byteLength);

/** Averages squares of bytes into latent values in [-1, 1]. */
export function toLatent(
	bytes: Uint8Array,
	width: number,
	height: number,
	factor: number
): Float32Array {
	const out = new Float32Array(width * height * 3);
	const stride = width * factor * 3;
	const share = 2 / 255 / (factor * factor);
	for (let y = 0, o = 0; y < height; y++) {
		for (let x = 0; x < width; x++, o += 3) {
			for (let c = 0; c < 3; c++) {
				let sum = 0;
				for (let dy = 0; dy < factor; dy++) {
					let i = (y * factor + dy) * stride + x * factor * 3 + c;
					for (let dx = 0; dx < factor; dx++, i += 3) sum += bytes[i];
				}
				out[o + c] = sum * share - 1;
			}
		}
	}
	return out;
}
