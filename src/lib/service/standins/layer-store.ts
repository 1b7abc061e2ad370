import type { BookOptions } from './book';
import { settingBytes, type Cast } from './layers';
import { paintCast, paintSetting } from './painting';
import type { MakeSurface } from './pen';
import { gather, type Place } from './scene-memory';
import type { Scene } from './scenes';
import { castView } from './standing';

/** A frame's size in pixels. */
export interface Size {
	width: number;
	height: number;
}

/** One painted layer: what it is called in memory, how much it takes, how it is painted. */
interface Layer {
	name: string;
	bytes: number;
	paint(): Uint8Array;
}

/** The layers of a book's scenes, painted when first asked for, in memory that threads may share. */
export function layersOf({
	makeSurface,
	inUse = [],
	onPaint,
	memory
}: Required<Pick<BookOptions, 'memory'>> & BookOptions & { makeSurface: MakeSurface }) {
	const known = new Map<string, Layer>();
	const layer = (name: string, bytes: number, paint: () => Uint8Array): Layer => {
		let one = known.get(name);
		if (!one) known.set(name, (one = { name, bytes, paint }));
		return one;
	};
	const settingOf = (scene: Scene, { width, height }: Size) =>
		layer(`${scene.key} ${width}`, settingBytes(width, height), () => {
			const { pixels, cover } = paintSetting(scene, width, height, makeSurface, inUse);
			return joined(pixels, cover);
		});
	const castOf = (scene: Scene, { width, height }: Size) => {
		const view = castView(scene, width, height);
		return layer(`${scene.key} cast ${width}`, view.width * view.height * 4, () => {
			const { over, matte } = paintCast(scene, width, height, makeSurface, inUse);
			return joined(over, matte);
		});
	};
	/** Layers of one size are asked for together. */
	const bySize = (layers: readonly Layer[]): Map<number, number[]> => {
		const groups = new Map<number, number[]>();
		layers.forEach(({ bytes }, i) => groups.set(bytes, [...(groups.get(bytes) ?? []), i]));
		return groups;
	};
	const painted = (layers: readonly Layer[]): Uint8Array[] => {
		const places: Place[] = [];
		for (const [bytes, at] of bySize(layers)) {
			const names = at.map((i) => layers[i].name);
			memory.places(names, bytes).forEach((place, n) => (places[at[n]] = place));
		}
		return gather(places, (i) => {
			onPaint?.();
			return layers[i].paint();
		});
	};
	return {
		/**
		 * Settings as `settingBytes` says, and actors.
		 * @param cast whose actors, if any
		 */
		get(
			scenes: readonly Scene[],
			cast: Scene | null,
			size: Size
		): { settings: Uint8Array[]; cast: Cast | null } {
			const settings = scenes.map((scene) => settingOf(scene, size));
			if (!cast) return { settings: painted(settings), cast: null };
			const [own, ...others] = painted([castOf(cast, size), ...settings]);
			const view = castView(cast, size.width, size.height);
			const pixels = view.width * view.height;
			return {
				settings: others,
				cast: { view, over: own.subarray(0, pixels * 3), matte: own.subarray(pixels * 3) }
			};
		},
		/** Says that these are likely to be asked for, the likeliest first. */
		expect(scenes: readonly Scene[], cast: Scene | null, size: Size): void {
			const layers = [
				...(cast ? [castOf(cast, size)] : []),
				...scenes.map((scene) => settingOf(scene, size))
			];
			for (const [bytes, at] of bySize(layers))
				memory.expect(
					at.map((i) => layers[i].name),
					bytes
				);
		},
		/** Makes a scene's layers known by their names, for another thread that asks to have them painted. */
		know(scene: Scene, size: Size): void {
			settingOf(scene, size);
			castOf(scene, size);
		},
		/** Paints those of these that are known. */
		paint(names: readonly string[]): void {
			painted(names.flatMap((name) => known.get(name) ?? []));
		}
	};
}

/** Two arrays of bytes, one after the other. */
function joined(one: Uint8Array, other: Uint8Array): Uint8Array {
	const both = new Uint8Array(one.length + other.length);
	both.set(one);
	both.set(other, one.length);
	return both;
}
