import type { Problem } from './problem';

/** Score of features from coefficients, by the basis of every block. */
export function spread(blocks: Problem['blocks'], x: Float64Array, score: Float64Array): void {
	for (const { feature, coefficient, basis, size, rank } of blocks)
		for (let i = 0; i < size; i++) {
			let sum = 0;
			if (basis)
				for (let k = 0; k < rank; k++) sum += basis.values[i * rank + k] * x[coefficient + k];
			else sum = x[coefficient + i];
			score[feature + i] = sum;
		}
}

/** Sums by coefficients from sums by features: the other way round. */
export function gather(
	blocks: Problem['blocks'],
	row: Float64Array,
	from: number,
	out: Float64Array,
	to: number
): void {
	for (const { feature, coefficient, basis, size, rank } of blocks) {
		if (!basis) {
			for (let i = 0; i < size; i++) out[to + coefficient + i] = row[from + feature + i];
			continue;
		}
		for (let k = 0; k < rank; k++) out[to + coefficient + k] = 0;
		for (let i = 0; i < size; i++) {
			const by = row[from + feature + i];
			if (by)
				for (let k = 0; k < rank; k++) out[to + coefficient + k] += by * basis.values[i * rank + k];
		}
	}
}
