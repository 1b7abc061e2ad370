/**
 * Where values stand between the least and the most of them, 0 to 1; all at 0 where they are the same.
 * A value that is not known stands nowhere.
 */
export function heatOf(values: Iterable<number>): (value: number | undefined) => number | null {
	let [least, most] = [Infinity, -Infinity];
	for (const value of values) {
		least = Math.min(least, value);
		most = Math.max(most, value);
	}
	return (value) =>
		value === undefined || most < least
			? null
			: most > least
				? (value - least) / (most - least)
				: 0;
}
