/** Where scales are tried, in standard directions round the mode of their posterior, and its weight. */
export interface Point {
	at: number[];
	/** What its density counts for, relative to a standard normal. */
	weight: number;
}

/** How far out the corners lie in every direction. */
const CORNER = 1.1;

/** Gauss and Hermite's three points for a standard normal. */
const HERMITE = [
	{ at: -Math.sqrt(3), weight: 1 / 6 },
	{ at: 0, weight: 2 / 3 },
	{ at: Math.sqrt(3), weight: 1 / 6 }
];

/** Most scales that get every combination of three points. */
const MOST_WHOLE = 3;

/**
 * Returns the points for a number of scales. Up to three get every combination of three a scale. More get the centre and
 * the corners of a fraction of a cube, which together have the moments of a standard normal up to the third
 * (up to the second beyond eight scales). It is the central composite design of Rue, Martino and Chopin 2009, section 6.5,
 * without its points on the axes: these lie so far out that each would stand for the tail of one scale.
 */
export function pointsOver(count: number): Point[] {
	if (count <= MOST_WHOLE) {
		let points: Point[] = [{ at: [], weight: 1 }];
		for (let i = 0; i < count; i++)
			points = points.flatMap((point) =>
				HERMITE.map(({ at, weight }) => ({ at: [...point.at, at], weight: point.weight * weight }))
			);
		return points.map(relative);
	}
	let size = 16;
	while (size <= count) size *= 2;
	const odd = (bits: number): boolean => {
		let sum = false;
		for (let rest = bits; rest; rest &= rest - 1) sum = !sum;
		return sum;
	};
	// Columns of a Hadamard matrix (Sylvester 1867): any two are orthogonal, and all but the first sum to
	// zero. Half of them, those first, are orthogonal to products of any two, too.
	const columns = Array.from({ length: size - 1 }, (_, i) => i + 1).sort(
		(a, b) => Number(odd(b)) - Number(odd(a)) || a - b
	);
	const corners = Array.from({ length: size }, (_, row) =>
		columns.slice(0, count).map((column) => (odd(row & column) ? -CORNER : CORNER))
	);
	return [
		{ at: new Array<number>(count).fill(0), weight: 1 - CORNER ** -2 },
		...corners.map((at) => ({ at, weight: CORNER ** -2 / corners.length }))
	].map(relative);
}

/** A share of a normal's mass at a point, relative to its density there. */
const relative = ({ at, weight }: Point): Point => ({
	at,
	weight: weight * Math.exp(at.reduce((sum, z) => sum + z * z, 0) / 2)
});
