/** Logarithm of the gamma function for positive arguments (Lanczos 1964, g = 7, nine terms). */
function logGamma(x: number): number {
	const terms = [
		676.5203681218851, -1259.1392167224028, 771.3234287776531, -176.6150291621406,
		12.507343278686905, -0.13857109526572012, 9.984369578019572e-6, 1.5056327351493116e-7
	];
	if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
	const y = x - 1;
	const sum = terms.reduce((all, term, i) => all + term / (y + i + 1), 0.9999999999998099);
	const t = y + 7.5;
	return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(t) - t + Math.log(sum);
}

/**
 * Chance that a chi-squared variable exceeds a value: the regularised upper incomplete gamma function
 * by its series (Abramowitz and Stegun 1964, 6.5.29) or its continued fraction (6.5.31).
 * @param freedom degrees of freedom, above 0
 */
export function chiSquaredAbove(value: number, freedom: number): number {
	if (!(value > 0)) return 1;
	const [a, x] = [freedom / 2, value / 2];
	const front = Math.exp(a * Math.log(x) - x - logGamma(a));
	if (x < a + 1) {
		let [term, sum] = [1 / a, 1 / a];
		for (let n = 1; n < 500 && term > sum * 1e-15; n++) {
			term *= x / (a + n);
			sum += term;
		}
		return 1 - front * sum;
	}
	let fraction = 0;
	for (let n = 200; n >= 1; n--) fraction = (n * (n - a)) / (x + 2 * n + 1 - a - fraction);
	return front / (x + 1 - a - fraction);
}
