import { shrink } from '../luma';
import { defineMeasure, digits } from './measure';

/** Pixels across at which halves are compared: fine texture is never the same on both sides. */
const ACROSS = 64;

export const symmetry = defineMeasure({
	id: 'symmetry',
	label: 'Symmetry',
	explained:
		'How alike the left and the right half are in light and dark, mirrored: 1 is the same, 0 nothing in common.',
	source: 'correlation of the picture with its mirror image; Pearson 1896',
	compute: ({ grey }) => {
		const { width, height, values } = shrink(grey, Math.max(1, Math.floor(grey.width / ACROSS)));
		const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
		let [together, apart] = [0, 0];
		for (let y = 0; y < height; y++)
			for (let x = 0; x < width; x++) {
				const value = values[y * width + x] - mean;
				together += value * (values[y * width + width - 1 - x] - mean);
				apart += value * value;
			}
		// A picture of one tone is the same on both sides.
		return apart > 1e-9 ? together / apart : 1;
	},
	scale: { least: -1, most: 1 },
	format: digits(2)
});
