import type { ModelCard } from '$lib/core/contract';
import { mix, rgb, type Rgb } from './colour';
import type { View } from './standing';
import { media, type Layer, type Medium, type Plate } from './repertoire/media';

/** Small add-on weights that push a model towards a look. */
export interface Adapter {
	id: string;
	name: string;
	summary: string;
	/** A way of finishing that scenes are led towards, and how far at a weight of 1. */
	medium: Medium['id'] | null;
	share: number;
	/** Colours of its shadows and its lights, and how far scenes are led towards them. */
	shadows: Rgb;
	lights: Rgb;
	tint: number;
	/** How much darker corners become. */
	corners: number;
}

/** The adapters that ship. A new one is one entry here. */
export const adapters: Adapter[] = [
	{
		id: 'reed-wash',
		name: 'Reed Wash',
		summary: 'Thin wet colour in the greens and ochres of a reed bed.',
		medium: 'watercolour',
		share: 0.9,
		shadows: rgb('#4d5a34'),
		lights: rgb('#f3ecc8'),
		tint: 0.34,
		corners: 0
	},
	{
		id: 'block-proof',
		name: 'Block Proof',
		summary: 'A proof pulled from a cut block: dark cuts, one warm paper.',
		medium: 'linocut',
		share: 0.95,
		shadows: rgb('#23262e'),
		lights: rgb('#f2e2bd'),
		tint: 0.3,
		corners: 0
	},
	{
		id: 'lamp-oil',
		name: 'Lamp Oil',
		summary: 'The warm small light of an oil lamp, with the dark close round it.',
		medium: null,
		share: 0,
		shadows: rgb('#1c1626'),
		lights: rgb('#ffc069'),
		tint: 0.5,
		corners: 0.45
	}
];

/** An adapter in use. */
export interface InUse {
	id: string;
	weight: number;
}

/** How an adapter stands on a model's card. */
export const adapterCards = (...ids: string[]): ModelCard['adapters'] =>
	adapters
		.filter(({ id }) => ids.includes(id))
		.map(({ id, name, summary }) => ({ id, name, summary }));

/** The layers of a scene that adapters' media see by themselves. */
export const layersSeen = (inUse: readonly InUse[]): Layer[] =>
	inUse.flatMap(({ id }) => mediumOf(adapters.find((one) => one.id === id))?.sees ?? []);

const mediumOf = (adapter: Adapter | undefined): Medium | undefined =>
	media.find((one) => one.id === adapter?.medium);

/**
 * Leads a finished painting towards each adapter's look, in place, by its weight.
 * @param painting `width * height * 3` bytes
 * @param width of the frame; `view` is the part of it that is painted
 * @param plate gives the scene before its medium, anew for each finish
 */
export function adapt(
	painting: Uint8Array,
	plate: () => Plate,
	width: number,
	height: number,
	view: View,
	inUse: readonly InUse[]
): void {
	for (const { id, weight } of inUse) {
		const adapter = adapters.find((one) => one.id === id);
		if (!adapter || weight === 0) continue;
		const medium = mediumOf(adapter);
		if (medium) {
			const other = medium.finish(plate());
			const share = adapter.share * weight;
			for (let i = 0; i < painting.length; i++) painting[i] += (other[i] - painting[i]) * share;
		}
		const ramp = Array.from({ length: 256 }, (_, v) =>
			mix(adapter.shadows, adapter.lights, v / 255)
		);
		const tint = adapter.tint * weight;
		for (let y = 0, i = 0; y < view.height; y++) {
			const ny = ((view.top + y) / height - 0.5) * 2;
			for (let x = 0; x < view.width; x++, i += 3) {
				const nx = ((view.left + x) / width - 0.5) * 2;
				const fall = 1 - adapter.corners * weight * Math.min(1, (nx * nx + ny * ny) / 2) ** 1.2;
				const tone =
					ramp[
						Math.round(0.2126 * painting[i] + 0.7152 * painting[i + 1] + 0.0722 * painting[i + 2])
					];
				for (let c = 0; c < 3; c++)
					painting[i + c] = (painting[i + c] + (tone[c] - painting[i + c]) * tint) * fall;
			}
		}
	}
}
