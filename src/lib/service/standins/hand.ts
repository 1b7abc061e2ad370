import { mix, rgb, type Rgb } from './colour';
import { blur, noiseAcross } from './repertoire/media';
import type { Mood } from './repertoire/moods';
import type { View } from './standing';

/** How a model draws and finishes, whatever the medium: what makes its pictures look like its own. */
export interface Hand {
	/** Multiplies the height of what it draws. */
	stretch: number;
	/** Moves the horizon, as a share of the height. */
	horizon: number;
	/** Multiplies the sun's or moon's disc. */
	sun: number;
	/** How far its colours part from grey, 1 as painted. */
	saturation: number;
	/** Multiplies how far tones part from the middle. */
	contrast: number;
	/** Colours that its shadows and its lights lean to, and how far. */
	shadows: string;
	lights: string;
	tint: number;
	/** `full`: to the frame's edge; `vignette`: fades into paper; `miniature`: soft above and below. */
	edge: 'full' | 'vignette' | 'miniature';
	/** Colour of the paper that a vignette fades into. */
	paper: string;
}

/** What a painting is finished by. */
interface Finish {
	hand: Hand;
	mood: Mood | null;
	/** Names the scene. */
	key: string;
}

/**
 * Gives a painting its model's hand and its prompt's mood, in place.
 * @param view which part of the frame the painting is
 */
export function finishBy(
	painting: Uint8Array,
	{ hand, mood, key }: Finish,
	width: number,
	height: number,
	unit: number,
	view: View
): void {
	if (hand.edge === 'miniature') miniature(painting, height, unit, view);
	const saturation = hand.saturation * (mood?.saturation ?? 1);
	const contrast = hand.contrast * (mood?.contrast ?? 1);
	const leaning = ramp(rgb(hand.shadows), rgb(hand.lights));
	const lean = mood?.lean ?? ([128, 128, 128] as const);
	const amount = mood?.amount ?? 0;
	const { tint } = hand;
	const [leanRed, leanGreen, leanBlue] = lean;
	for (let i = 0; i < painting.length; i += 3) {
		const r = painting[i];
		const g = painting[i + 1];
		const b = painting[i + 2];
		const grey = 0.2126 * r + 0.7152 * g + 0.0722 * b;
		const at = Math.round(grey) * 3;
		const lit = 0.35 + grey / 200;
		painting[i] = toned(r, grey, leaning[at], leanRed * lit, saturation, tint, amount, contrast);
		painting[i + 1] = toned(
			g,
			grey,
			leaning[at + 1],
			leanGreen * lit,
			saturation,
			tint,
			amount,
			contrast
		);
		painting[i + 2] = toned(
			b,
			grey,
			leaning[at + 2],
			leanBlue * lit,
			saturation,
			tint,
			amount,
			contrast
		);
	}
	if (hand.edge === 'vignette')
		vignette(painting, rgb(hand.paper), width, height, unit, key.length, view);
}

/** One colour of a pixel: away from its grey, to its tone's colour, to its mood's light, from the middle. */
function toned(
	value: number,
	grey: number,
	tone: number,
	lit: number,
	saturation: number,
	tint: number,
	amount: number,
	contrast: number
): number {
	let now = grey + (value - grey) * saturation;
	now += (tone - now) * tint;
	now += (lit - now) * amount;
	now = 128 + (now - 128) * contrast;
	return now < 0 ? 0 : now > 255 ? 255 : now;
}

/** Colours of all tones, red, green and blue of each. */
function ramp(dark: Rgb, light: Rgb): Float64Array {
	return Float64Array.from(Array.from({ length: 256 }, (_, v) => mix(dark, light, v / 255)).flat());
}

/** Noise is at most 2 from nought, so that nothing is paper nearer than 0.66. */
const UNTOUCHED = 0.65 ** 3.4;

/** Leaves the corners as paper, with a ragged edge. */
function vignette(
	painting: Uint8Array,
	paper: Rgb,
	width: number,
	height: number,
	unit: number,
	seed: number,
	view: View
): void {
	const w = width / unit;
	const h = height / unit;
	const waves = noiseAcross(view.width, (x) => (view.left + x) / unit / 60 + seed);
	const teeth = noiseAcross(view.width, (x) => (view.left + x) / unit / 9);
	const aside = Float64Array.from(
		{ length: view.width },
		(_, x) => Math.abs(((view.left + x) / unit / w - 0.5) * 2) ** 3.4
	);
	for (let y = 0, i = 0; y < view.height; y++) {
		const v = (view.top + y) / unit;
		const high = Math.abs((v / h - 0.5) * 2) ** 3.4;
		const [wave, tooth] = [waves.row(v / 60), teeth.row(v / 9 + seed)];
		for (let x = 0; x < view.width; x++, i += 3) {
			// However ragged, the edge does not come so far in.
			if (aside[x] + high < UNTOUCHED) continue;
			const out = (aside[x] + high) ** (1 / 3.4);
			const ragged = wave[x] * 0.07 + tooth[x] * 0.03;
			const gone = Math.min(1, Math.max(0, (out + ragged - 0.86) / 0.1));
			if (gone === 0) continue;
			for (let c = 0; c < 3; c++) painting[i + c] += (paper[c] - painting[i + c]) * gone;
		}
	}
}

/** Soft above and below a band, as a small thing is when a lens comes near it. */
function miniature(
	painting: Uint8Array,
	frameHeight: number,
	unit: number,
	{ top, width, height }: View
): void {
	const channel = new Float32Array(width * height);
	for (let c = 0; c < 3; c++) {
		for (let p = 0; p < channel.length; p++) channel[p] = painting[p * 3 + c];
		const near = blur(blur(channel, width, height, 5 * unit), width, height, 5 * unit);
		for (let y = 0; y < height; y++) {
			const away = Math.abs((top + y) / frameHeight - 0.6) - 0.3;
			const share = Math.min(1, Math.max(0, away / 0.2));
			if (share === 0) continue;
			for (let p = y * width; p < (y + 1) * width; p++)
				painting[p * 3 + c] += (near[p] - channel[p]) * share;
		}
	}
}
