/**
 * One ordered answer of the cumulative-logit model, `P(answer <= j) = logistic(cut_j - score)`
 * (McCullagh 1980, eq. 2.1): its log-likelihood and its derivatives by the distances of the score
 * from the cut below and the cut above it. A blind pair with ties is the same answer about a
 * difference, with cuts at -tie and +tie (Rao and Kupper 1967).
 */
export interface Ordinal {
	log: number;
	/** By the cut below, by the cut above. */
	low: number;
	high: number;
	lowLow: number;
	lowHigh: number;
	highHigh: number;
}

const logistic = (x: number): number =>
	x >= 0 ? 1 / (1 + Math.exp(-x)) : 1 - 1 / (1 + Math.exp(x));

/** log(logistic(x)), without loss far from zero. */
const logLogistic = (x: number): number =>
	x >= 0 ? -Math.log1p(Math.exp(-x)) : x - Math.log1p(Math.exp(x));

/**
 * Fills `out` with the answer between two cuts.
 * @param low cut below less score; -Infinity for the lowest answer
 * @param high cut above less score; Infinity for the highest answer
 */
export function ordinal(low: number, high: number, out: Ordinal): void {
	if (low === -Infinity) {
		const p = logistic(high);
		out.log = logLogistic(high);
		out.low = out.lowLow = out.lowHigh = 0;
		out.high = 1 - p;
		out.highHigh = -p * (1 - p);
		return;
	}
	if (high === Infinity) {
		const p = logistic(low);
		out.log = logLogistic(-low);
		out.high = out.highHigh = out.lowHigh = 0;
		out.low = -p;
		out.lowLow = -p * (1 - p);
		return;
	}
	const [p, q] = [logistic(low), logistic(high)];
	const [dp, dq] = [p * (1 - p), q * (1 - q)];
	// logistic(b) - logistic(a) = logistic(b) logistic(-a) (1 - exp(a - b)).
	const width = Math.max(1e-300, q * logistic(-low) * -Math.expm1(low - high));
	out.log = Math.log(width);
	const [l, h] = [dp / width, dq / width];
	out.low = -l;
	out.high = h;
	out.lowLow = -l * (1 - 2 * p) - l * l;
	out.highHigh = h * (1 - 2 * q) - h * h;
	out.lowHigh = l * h;
}

export const blankOrdinal = (): Ordinal => ({
	log: 0,
	low: 0,
	high: 0,
	lowLow: 0,
	lowHigh: 0,
	highHigh: 0
});

export { logistic };
