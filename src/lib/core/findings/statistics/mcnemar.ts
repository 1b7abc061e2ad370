/**
 * McNemar's test on matched pairs (McNemar 1947): the square of z, chi-squared with one degree of
 * freedom where neither is likelier.
 * @param first pairs in which only the first had it
 * @param second pairs in which only the second had it
 */
export const mcnemar = (first: number, second: number): number =>
	first + second ? (first - second) ** 2 / (first + second) : 0;
