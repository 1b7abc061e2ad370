import type { Grey } from './luma';

/** How much fine structure a picture has. */
export interface Detail {
	/** Variance of the Laplacian of the luma. Source: Pech-Pacheco et al. 2000. */
	sharpness: number;
	/** Standard deviation of the noise, in steps of 255. Source: Immerkaer 1996. */
	noise: number;
	/** Share of pixels whose Sobel gradient is above 64 of 255. Our own threshold. */
	edges: number;
}

const EDGE = 64;

/**
 * Measures sharpness, noise and edges in one pass over the inner pixels.
 *
 * Immerkaer's mask is the difference of two Laplacians, [1 -2 1; -2 4 -2; 1 -2 1]: it answers to
 * noise and not to edges that run straight. Where the gradient is strong it is not counted, as
 * Tai and Yang 2008 propose, since texture would be taken for noise.
 */
export function detail({ width, height, values: v }: Grey): Detail {
	const inner = Math.max(0, width - 2) * Math.max(0, height - 2);
	if (!inner) return { sharpness: 0, noise: 0, edges: 0 };
	let [sum, squares, noise, flat, edges] = [0, 0, 0, 0, 0];
	for (let y = 1; y < height - 1; y++) {
		for (let p = y * width + 1, end = p + width - 2; p < end; p++) {
			const [n, s, w, e, c] = [v[p - width], v[p + width], v[p - 1], v[p + 1], v[p]];
			const nw = v[p - width - 1];
			const ne = v[p - width + 1];
			const sw = v[p + width - 1];
			const se = v[p + width + 1];
			const cross = n + s + w + e;
			const laplacian = cross - 4 * c;
			sum += laplacian;
			squares += laplacian * laplacian;
			const gx = ne + 2 * e + se - nw - 2 * w - sw;
			const gy = sw + 2 * s + se - nw - 2 * n - ne;
			// Sobel's weights add up to 4 on a side: a step of 255 gives 1020.
			const gradient = Math.sqrt(gx * gx + gy * gy) / 4;
			if (gradient > EDGE) edges++;
			else {
				noise += Math.abs(nw + ne + sw + se - 2 * cross + 4 * c);
				flat++;
			}
		}
	}
	const mean = sum / inner;
	return {
		sharpness: squares / inner - mean * mean,
		noise: flat ? (Math.sqrt(Math.PI / 2) * noise) / (6 * flat) : 0,
		edges: edges / inner
	};
}
