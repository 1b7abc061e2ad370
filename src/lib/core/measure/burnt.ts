/** Shares of a picture, 0 to 1, in which tones or colours have run against their ends. */
export interface Burnt {
	/** Pixels of which red, green and blue all lie at one end: pure black or pure white. */
	clipped: number;
	/** Pixels whose colour is as strong as the screen can show: one channel full, one empty. */
	oversaturated: number;
}

const LOW = 2;
const HIGH = 253;

/**
 * Common practice, no source: what lies within 2 of an end counts as being there.
 * @param pixels red, green, blue bytes, row by row
 */
export function burnt(pixels: Uint8Array): Burnt {
	let [clipped, over] = [0, 0];
	for (let i = 0; i + 2 < pixels.length; i += 3) {
		const r = pixels[i];
		const g = pixels[i + 1];
		const b = pixels[i + 2];
		const least = Math.min(r, g, b);
		const most = Math.max(r, g, b);
		if (most <= LOW || least >= HIGH) clipped++;
		else if (least <= LOW && most >= HIGH) over++;
	}
	const count = pixels.length / 3 || 1;
	return { clipped: clipped / count, oversaturated: over / count };
}
