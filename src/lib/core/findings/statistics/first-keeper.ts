/** Returns the takes until the first keeper on average, each with the same chance: mean of a geometric distribution. */
export const takesForOne = (chance: number): number => 1 / chance;

/** Takes beyond which nobody goes on. */
const MOST = 1_000_000;

/**
 * Returns the least number of takes of which at least one is a keeper, with a probability of `sure`. The
 * chance of a keeper isn't known: 1 - (1 - p)^n is averaged over what it may be. This can be several
 * times what the average chance gives.
 *
 * @param chances what the chance may be, each 0 to 1 and equally likely
 * @returns Infinity when a million takes aren't enough
 */
export function takesToBeSure(chances: ArrayLike<number>, sure = 0.95): number {
	const missed = (n: number): number => {
		let sum = 0;
		for (let i = 0; i < chances.length; i++) sum += (1 - chances[i]) ** n;
		return sum / chances.length;
	};
	const enough = (n: number) => missed(n) <= 1 - sure + 1e-12;
	let high = 1;
	while (!enough(high)) {
		high *= 2;
		if (high > MOST) return Infinity;
	}
	let low = Math.floor(high / 2);
	while (high - low > 1) {
		const middle = Math.floor((low + high) / 2);
		if (enough(middle)) high = middle;
		else low = middle;
	}
	return high;
}
