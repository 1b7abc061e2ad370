/** Where scales are tried, in standard directions round the top of their posterior, and its weight. */
export interface Point {
	at: number[];
	/** What its density counts for, relative to a standard normal. */
	weight: number;
}

/** Columns of a two-level array in which no two effects or pairs of effects are mixed. */
const COLUMNS = [1, 2, 4, 8, 15, 16, 32, 51, 64, 85, 106, 128];

/** Radius of the sphere on which points lie, per root of the number of scales. */
const RADIUS = 1.1;

/** The sign of a Walsh function: whether `row` and `column` share an odd number of bits. */
function sign(row: number, column: number): number {
	let bits = row & column;
	let odd = 0;
	for (; bits; bits &= bits - 1) odd ^= 1;
	return odd ? -1 : 1;
}

/** Corners of a cube, or a fraction of them of resolution V (Sanchez and Sanchez 2005; columns from memory). */
export function corners(count: number): number[][] {
	const columns = COLUMNS.slice(0, count);
	const rows = 2 ** Math.ceil(Math.log2(Math.max(...columns) + 1));
	return Array.from({ length: rows }, (_, row) => columns.map((column) => sign(row, column)));
}

/** Gauss and Hermite's three points for a standard normal. */
const HERMITE = [
	{ at: -Math.sqrt(3), weight: 1 / 6 },
	{ at: 0, weight: 2 / 3 },
	{ at: Math.sqrt(3), weight: 1 / 6 }
];

/**
 * Points over so many scales: up to three, every combination of three a scale; beyond, a central
 * composite design, whose centre and sphere together have the moments of a standard normal (Rue,
 * Martino and Chopin 2009, section 6.5).
 */
export function pointsOver(count: number): Point[] {
	if (count === 0) return [{ at: [], weight: 1 }];
	if (count <= 3) {
		let points: Point[] = [{ at: [], weight: 1 }];
		for (let i = 0; i < count; i++)
			points = points.flatMap((point) =>
				HERMITE.map(({ at, weight }) => ({ at: [...point.at, at], weight: point.weight * weight }))
			);
		return points.map(relative);
	}
	const radius = RADIUS * Math.sqrt(count);
	const axes = Array.from({ length: 2 * count }, (_, i) =>
		Array.from({ length: count }, (_, j) => (j === i >> 1 ? (i % 2 ? -radius : radius) : 0))
	);
	const sphere = [...axes, ...corners(count).map((row) => row.map((s) => s * RADIUS))];
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
