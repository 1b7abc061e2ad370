/** Where scales are tried, in standard directions round the top of their posterior, and its weight. */
export interface Point {
	at: number[];
	/** What its density counts for, relative to a standard normal. */
	weight: number;
}

/** Radius of the sphere on which points lie, per root of the number of scales. */
const RADIUS = 1.1;

/** Gauss and Hermite's three points for a standard normal. */
const HERMITE = [
	{ at: -Math.sqrt(3), weight: 1 / 6 },
	{ at: 0, weight: 2 / 3 },
	{ at: Math.sqrt(3), weight: 1 / 6 }
];

/**
 * Points over so many scales: up to three, every combination of three a scale; beyond, the centre and
 * two on every axis of the sphere, which together have the moments of a standard normal up to the
 * third. It is the central composite design of Rue, Martino and Chopin 2009, section 6.5, without its
 * corners, which make it several times as dear. How well intervals cover is held against planted truths
 * (docs/findings.md).
 */
export function pointsOver(count: number): Point[] {
	if (count <= 3) {
		let points: Point[] = [{ at: [], weight: 1 }];
		for (let i = 0; i < count; i++)
			points = points.flatMap((point) =>
				HERMITE.map(({ at, weight }) => ({ at: [...point.at, at], weight: point.weight * weight }))
			);
		return points.map(relative);
	}
	const radius = RADIUS * Math.sqrt(count);
	const sphere = Array.from({ length: 2 * count }, (_, i) =>
		Array.from({ length: count }, (_, j) => (j === i >> 1 ? (i % 2 ? -radius : radius) : 0))
	);
	return [
		{ at: new Array<number>(count).fill(0), weight: 1 - RADIUS ** -2 },
		...sphere.map((at) => ({ at, weight: RADIUS ** -2 / sphere.length }))
	].map(relative);
}

/** A share of a normal's mass at a point, relative to its density there. */
const relative = ({ at, weight }: Point): Point => ({
	at,
	weight: weight * Math.exp(at.reduce((sum, z) => sum + z * z, 0) / 2)
});
