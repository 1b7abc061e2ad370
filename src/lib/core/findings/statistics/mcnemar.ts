/**
 * McNemar's exact test on matched pairs (McNemar 1947): the chance that pairs which differ divide at least
 * as unevenly if both ways are equally likely (two-sided binomial). 4 against 0 gives 0.125.
 *
 * @param first pairs in which only the first had it
 * @param second pairs in which only the second had it
 */
export function mcnemarExact(first: number, second: number): number {
	const n = first + second;
	const fewer = Math.min(first, second);
	// C(n, i) / 2^n, each from the one before.
	let term = 0.5 ** n;
	let sum = term;
	for (let i = 1; i <= fewer; i++) {
		term *= (n - i + 1) / i;
		sum += term;
	}
	return Math.min(1, 2 * sum);
}
