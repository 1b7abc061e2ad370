import type { InUse } from './adapters';
import type { Character } from './models';
import { paintScene } from './painting';
import { gather, ownMemory, type SceneMemory } from './scene-memory';
import type { MakeSurface } from './pen';
import type { Reading } from './reading';
import { scenesFor, type Scene } from './scenes';

/** Frame pixels to one latent pixel. */
export const LATENT_SCALE = 8;

/** How finely latents are painted before they are averaged: painted pixels to a latent pixel. */
const OVERSAMPLING = 2;

/** For so many pictures brought along a book keeps the scenes that they call up. */
const MOST_BESIDES = 8;

/** The scenes that a model has of itself. */
const OWN = 'own';

/** A scene's name in a book's memory. */
const nameOf = (of: string, k: number): string => `${of} ${k}`;

/** What a model remembers for one prompt at one frame size. Shared by all takes that ask for it. */
export interface SceneBook {
	width: number;
	height: number;
	latentWidth: number;
	latentHeight: number;
	scenes: Scene[];
	/** Every scene at latent size: `latentWidth * latentHeight * 3` values in [-1, 1]. */
	latents: Float32Array[];
	/** Scenes at full size, `width * height * 3` bytes each; painted when first asked for. */
	paintings(ks: readonly number[]): Uint8Array[];
	/** Says that these are likely to be asked for at full size, the likeliest first. */
	expect(ks: readonly number[]): void;
	/** Paints those of its own scenes that another asked its memory for, by their names there. */
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

/** Scenes that a picture brought along calls up. */
export type MoreScenes = Pick<SceneBook, 'scenes' | 'latents' | 'paintings'>;

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
	/** A scene at a size in pixels. */
	const paint = (scene: Scene, w: number, h: number, adapters = inUse) => {
		onPaint?.();
		return paintScene(scene, w, h, makeSurface, adapters);
	};
	const remember = (name: string, scenes: Scene[]): MoreScenes => {
		const [w, h] = [latentWidth * OVERSAMPLING, latentHeight * OVERSAMPLING];
		const length = latentWidth * latentHeight * 3;
		const latents = gather(
			memory.places(
				scenes.map((_, k) => `${nameOf(name, k)} small`),
				length * Float32Array.BYTES_PER_ELEMENT
			),
			(k) => bytesOf(toLatent(paint(scenes[k], w, h), latentWidth, latentHeight, OVERSAMPLING))
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
	const own = remember(
		OWN,
		scenesFor(character, reading, tiled ? 0 : crowdingOf(character, width, height))
	);
	const besides = new Map<string, MoreScenes>();
	return {
		width,
		height,
		latentWidth,
		latentHeight,
		...own,
		character,
		reading,
		makeSurface,
		sketch: (scene) =>
			toLatent(paint(scene, latentWidth, latentHeight, []), latentWidth, latentHeight, 1),
		expect: (ks) =>
			memory.expect(
				ks.map((k) => nameOf(OWN, k)),
				width * height * 3
			),
		help(names) {
			const known = new Map(own.scenes.map((_, k) => [nameOf(OWN, k), k]));
			own.paintings(names.flatMap((name) => known.get(name) ?? []));
		},
		more: (name, choose) => {
			let more = besides.get(name);
			if (!more) {
				if (besides.size >= MOST_BESIDES) besides.delete([...besides.keys()][0]);
				besides.set(name, (more = remember(name, choose())));
			}
			return more;
		}
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
