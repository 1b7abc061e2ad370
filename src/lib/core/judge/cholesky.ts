/**
 * Factor of a symmetric positive definite matrix, `A = L L'`, in place: the lower triangle becomes L.
 * Row by row in one array; written out here since it stands in the innermost loop of every fit.
 *
 * @param a n x n, of which the lower triangle is read
 * @returns half the logarithm of the determinant; NaN where the matrix is not positive definite
 */
export function cholesky(a: Float64Array, n: number): number {
	let half = 0;
	for (let j = 0; j < n; j++) {
		for (let i = j; i < n; i++) {
			let sum = a[i * n + j];
			for (let k = 0; k < j; k++) sum -= a[i * n + k] * a[j * n + k];
			if (i === j) {
				if (!(sum > 0)) return NaN;
				a[j * n + j] = Math.sqrt(sum);
				half += 0.5 * Math.log(sum);
			} else a[i * n + j] = sum / a[j * n + j];
		}
	}
	return half;
}

/** Solves `L x = b` in place. */
export function forward(l: Float64Array, n: number, b: Float64Array): void {
	for (let i = 0; i < n; i++) {
		let sum = b[i];
		for (let k = 0; k < i; k++) sum -= l[i * n + k] * b[k];
		b[i] = sum / l[i * n + i];
	}
}

/** Solves `L' x = b` in place. */
export function backward(l: Float64Array, n: number, b: Float64Array): void {
	for (let i = n - 1; i >= 0; i--) {
		// By columns of L': they lie in rows of L, one number after the other.
		const x = (b[i] /= l[i * n + i]);
		for (let k = 0; k < i; k++) b[k] -= l[i * n + k] * x;
	}
}
