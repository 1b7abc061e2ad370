import { sumsOf } from './colour';

/** How light, contrasty and colourful a picture is. */
export interface Tone {
	/** Mean CIE L*, 0 black to 100 white. */
	lightness: number;
	/** RMS contrast: the standard deviation of L*, over 100. Source: Peli 1990. */
	contrast: number;
	/** Colourfulness, 0 to about 110. Source: Hasler and Suesstrunk 2003, M3. */
	colourfulness: number;
	/** Warm above 0, cool below: the mean of OKLab's blue-to-yellow axis, times 100. */
	warmth: number;
}

/**
 * Measures the tone of a picture.
 * @param pixels red, green, blue bytes, row by row
 */
export function tone(pixels: Uint8Array): Tone {
	const count = Math.floor(pixels.length / 3);
	if (!count) return { lightness: 0, contrast: 0, colourfulness: 0, warmth: 0 };
	const { light, square, warmth } = sumsOf(pixels);
	let [rg, yb, rgSquare, ybSquare] = [0, 0, 0, 0];
	for (let i = 0; i < count * 3; i += 3) {
		const r = pixels[i];
		const g = pixels[i + 1];
		const one = r - g;
		const two = (r + g) / 2 - pixels[i + 2];
		rg += one;
		yb += two;
		rgSquare += one * one;
		ybSquare += two * two;
	}
	const mean = light / count;
	const spread = (sum: number, squares: number) =>
		Math.max(0, squares / count - (sum / count) ** 2);
	return {
		lightness: mean,
		contrast: Math.sqrt(Math.max(0, square / count - mean * mean)) / 100,
		colourfulness:
			Math.sqrt(spread(rg, rgSquare) + spread(yb, ybSquare)) +
			0.3 * Math.hypot(rg / count, yb / count),
		warmth: (warmth / count) * 100
	};
}

/** Words of the phrase lists for a tone that is out of the ordinary. Our own thresholds. */
export function tonePhrases({ contrast, colourfulness, warmth }: Tone): string[] {
	return [
		contrast > 0.27 ? 'high contrast' : contrast < 0.13 ? 'low contrast' : '',
		colourfulness < 8
			? 'monochrome'
			: colourfulness < 24
				? 'muted colours'
				: colourfulness > 62
					? 'rich colours'
					: '',
		colourfulness < 8 ? '' : warmth > 4 ? 'warm palette' : warmth < -3 ? 'cool palette' : ''
	].filter(Boolean);
}
