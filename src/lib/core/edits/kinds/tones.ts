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

/** What becomes of a colour: levels first, then all that is turned in OKLab. */
function turned(value: Tones): (r: number, g: number, b: number) => [number, number, number] {
	const table = levels(value);
	if (!value.lightness && !value.contrast && !value.warmth && !value.saturation)
		return (r, g, b) => [table[r], table[g], table[b]];
	const lighter = (LIGHTEST * value.lightness) / 100;
	const contrast = 2 ** (value.contrast / 100);
	const [red, yellow] = WARMEST.map((most) => (most * value.warmth) / 100);
	const colour = 1 + value.saturation / 100;
	return (r, g, b) => {
		const [l, a, bb] = oklab(table[r], table[g], table[b]);
		const light = GREY + contrast * (l - GREY) + lighter;
		// Black and white have no colour to be warmed.
		const room = Math.max(0, Math.min(1, 4 * light * (1 - light)));
		return srgbOf(light, a * colour + red * room, bb * colour + yellow * room);
	};
}

/** Places for colours that are remembered, as a power of two. */
const PLACES = 16;

/**
 * Every pixel's colour through a function. The last colour on each place is remembered with what came of it:
 * neighbours are much alike, so most are looked up, and come out the same.
 */
function byColour(pixels: Uint8ClampedArray, of: ReturnType<typeof turned>): void {
	const last = new Int32Array(1 << PLACES).fill(-1);
	const became = new Int32Array(1 << PLACES);
	for (let i = 0; i < pixels.length; i += 4) {
		const colour = (pixels[i] << 16) | (pixels[i + 1] << 8) | pixels[i + 2];
		const place = Math.imul(colour, 0x9e3779b1) >>> (32 - PLACES);
		if (last[place] !== colour) {
			const [r, g, b] = of(pixels[i], pixels[i + 1], pixels[i + 2]);
			last[place] = colour;
			became[place] = (r << 16) | (g << 8) | b;
		}
		const out = became[place];
		pixels[i] = out >> 16;
		pixels[i + 1] = (out >> 8) & 255;
		pixels[i + 2] = out & 255;
	}
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
		const out = pixels.slice();
		byColour(out, turned(value));
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
