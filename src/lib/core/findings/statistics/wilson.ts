/** A share with its interval, 0 to 1, and the counts that it comes from. */
export interface Rate {
	count: number;
	of: number;
	/** count / of; NaN of nothing. */
	rate: number;
	low: number;
	high: number;
}

/** Of a standard normal: 90% and 95% of it lie within so many deviations. */
export const Z90 = 1.6448536269514722;
const Z95 = 1.959963984540054;

/**
 * A share of so many with Wilson's score interval (Wilson 1927; Newcombe 1998, method 3).
 * @param z deviations of a standard normal that the interval spans to either side. @default 95%
 */
export function wilson(count: number, of: number, z = Z95): Rate {
	if (!of) return { count, of, rate: NaN, low: 0, high: 1 };
	const rate = count / of;
	const middle = (2 * count + z * z) / (2 * (of + z * z));
	const half = (z * Math.sqrt(z * z + 4 * count * (1 - rate))) / (2 * (of + z * z));
	return { count, of, rate, low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}
