import { z } from 'zod';
import { oklab, srgbOf } from '$lib/core/measure';
import { defineEdit } from '../edit';

const amount = z.number().min(-100).max(100);

/** How a picture's tones are changed. Amounts are -100 to 100, 0 changes nothing. */
export const Tones = z
	.strictObject({
		lightness: amount,
		contrast: amount,
		warmth: amount,
		saturation: amount,
		/** Levels: the values that become black and white, 0 to 255, and the exponent between them. */
		black: z.int().min(0).max(254),
		white: z.int().min(1).max(255),
		middle: z.number().min(0.2).max(5)
	})
	.refine(({ black, white }) => black < white, 'black lies above white');
export type Tones = z.infer<typeof Tones>;

export const noTones: Tones = {
	lightness: 0,
	contrast: 0,
	warmth: 0,
	saturation: 0,
	black: 0,
	white: 255,
	middle: 1
};

/** OKLab lightness, and distance along blue to yellow and green to red, of the largest amount. */
const LIGHTEST = 0.25;
const WARMEST = [0.02, 0.07] as const;
/** Lightness about which contrast turns: middle grey, 18% of the light (common practice). */
const GREY = Math.cbrt(0.18);

/** Every byte after levels: black and white stretched, then the exponent. */
function levels({ black, white, middle }: Tones): Uint8ClampedArray {
	return Uint8ClampedArray.from({ length: 256 }, (_, byte) => {
		const share = Math.min(1, Math.max(0, (byte - black) / (white - black)));
		return 255 * share ** (1 / middle);
	});
}

/**
 * Levels on every channel; then lightness, contrast, warmth and saturation in OKLab (Ottosson 2020),
 * where equal steps look about equal. What leaves sRGB is cut off at its channels.
 */
export const tones = defineEdit({
	id: 'tones',
	label: 'Tones',
	value: Tones,
	idle: (value) => Object.entries(noTones).every(([id, rest]) => value[id as keyof Tones] === rest),
	apply: ({ width, height, pixels }, value) => {
		const table = levels(value);
		const out = pixels.slice();
		const lighter = (LIGHTEST * value.lightness) / 100;
		const contrast = 2 ** (value.contrast / 100);
		const [red, yellow] = WARMEST.map((most) => (most * value.warmth) / 100);
		const colour = 1 + value.saturation / 100;
		const plain = !value.lightness && !value.contrast && !value.warmth && !value.saturation;
		for (let i = 0; i < out.length; i += 4) {
			const [r, g, b] = [table[out[i]], table[out[i + 1]], table[out[i + 2]]];
			if (plain) {
				out[i] = r;
				out[i + 1] = g;
				out[i + 2] = b;
				continue;
			}
			const [l, a, bb] = oklab(r, g, b);
			const light = GREY + contrast * (l - GREY) + lighter;
			// Black and white have no colour to be warmed.
			const room = Math.max(0, Math.min(1, 4 * light * (1 - light)));
			const [x, y, z] = srgbOf(light, a * colour + red * room, bb * colour + yellow * room);
			out[i] = x;
			out[i + 1] = y;
			out[i + 2] = z;
		}
		return { width, height, pixels: out };
	},
	says: (value) =>
		[
			...(['lightness', 'contrast', 'warmth', 'saturation'] as const).flatMap((id) =>
				value[id] ? `${id} ${value[id] > 0 ? '+' : '\u2212'}${Math.abs(value[id])}` : []
			),
			...(value.black || value.white !== 255 || value.middle !== 1
				? [`levels ${value.black}, ${value.middle}, ${value.white}`]
				: [])
		].join(', ') || 'tones as they were'
});
