import type { InUse } from './adapters';
import type { Character } from './models';
import { paintScene } from './painting';
import type { MakeSurface } from './pen';
import type { Reading } from './reading';
import { scenesFor, type Scene } from './scenes';

/** Frame pixels to one latent pixel. */
export const LATENT_SCALE = 8;

/** How finely latents are painted before they are averaged: painted pixels to a latent pixel. */
const OVERSAMPLING = 2;

/** For so many pictures brought along a book keeps the scenes that they call up. */
const MOST_BESIDES = 8;

/** What a model remembers for one prompt at one frame size. Shared by all takes that ask for it. */
export interface SceneBook {
	width: number;
	height: number;
	latentWidth: number;
	latentHeight: number;
	scenes: Scene[];
	/** Every scene at latent size: `latentWidth * latentHeight * 3` values in [-1, 1]. */
	latents: Float32Array[];
	/** One scene at full size, `width * height * 3` bytes; painted when first asked for. */
	painting(k: number): Uint8Array;
	/** What it was painted from. */
	character: Character;
	reading: Reading;
	makeSurface: MakeSurface;
	/** Scenes besides these, by a name of their own; chosen when first asked for. */
	more(name: string, choose: () => Scene[]): MoreScenes;
	/** Bytes held, growing as scenes are painted. */
	bytes(): number;
}

/** Scenes that a picture brought along calls up. */
export type MoreScenes = Pick<SceneBook, 'scenes' | 'latents' | 'painting'>;

export interface BookOptions {
	/** Adapters and their weights. @default none */
	inUse?: readonly InUse[];
	/** Whether the frame is worked over in tiles of the model's own size. @default false */
	tiled?: boolean;
	/** Called before each scene is painted; what it throws gives the book up. */
	onPaint?: () => void;
}

/**
 * Share of scenes that show their subject again in a frame: none up to a fifth beyond the longest
 * side that the model was made for, more the larger it is. A model that saw only pictures of its own
 * size expects a subject in every such part of a larger one. Common practice, no source.
 */
export function crowdingOf({ card }: Character, width: number, height: number): number {
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
	{ inUse = [], tiled = false, onPaint }: BookOptions = {}
): SceneBook {
	const latentWidth = width / LATENT_SCALE;
	const latentHeight = height / LATENT_SCALE;
	const paintings = new Map<Scene, Uint8Array>();
	const paintingOf = (scene: Scene): Uint8Array => {
		let painting = paintings.get(scene);
		painting ??= paintScene(scene, width, height, makeSurface, inUse);
		paintings.set(scene, painting);
		return painting;
	};
	const remember = (scenes: Scene[]): MoreScenes => ({
		scenes,
		latents: scenes.map((scene) => {
			onPaint?.();
			const [w, h] = [latentWidth * OVERSAMPLING, latentHeight * OVERSAMPLING];
			const painting = paintScene(scene, w, h, makeSurface, inUse);
			return toLatent(painting, latentWidth, latentHeight, OVERSAMPLING);
		}),
		painting: (k) => paintingOf(scenes[k])
	});
	const own = remember(
		scenesFor(character, reading, tiled ? 0 : crowdingOf(character, width, height))
	);
	const besides = new Map<string, MoreScenes>();
	const sum = (lists: readonly { byteLength: number }[]) =>
		lists.reduce((total, { byteLength }) => total + byteLength, 0);
	return {
		width,
		height,
		latentWidth,
		latentHeight,
		...own,
		character,
		reading,
		makeSurface,
		more: (name, choose) => {
			let more = besides.get(name);
			if (!more) {
				if (besides.size >= MOST_BESIDES) {
					const [first, old] = [...besides][0];
					besides.delete(first);
					for (const scene of old.scenes) paintings.delete(scene);
				}
				besides.set(name, (more = remember(choose())));
			}
			return more;
		},
		// What was called up holds on to the pictures that called it up, too.
		bytes: () =>
			sum(picturesOf([...besides.values()].flatMap((more) => more.scenes))) +
			[own, ...besides.values()].reduce((total, { latents }) => total + sum(latents), 0) +
			sum([...paintings.values()])
	};
}

/** The pictures that scenes are painted from, each once. */
const picturesOf = (scenes: readonly Scene[]): Uint8Array[] => [
	...new Set(
		scenes.flatMap(({ within, tonedLike, cutting }) =>
			[within?.bitmap, tonedLike?.bitmap, cutting].flatMap((one) => one?.pixels ?? [])
		)
	)
];

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
