import { z } from 'zod';

/** A place in a picture, as shares of its width and height. */
const Point = z.strictObject({ x: z.number(), y: z.number() });
type Point = z.infer<typeof Point>;

/**
 * One stroke on a picture. A brush adds a line, a rubber takes one away; a box is drawn between two
 * corners, a lasso round what it encloses.
 */
export const Stroke = z.strictObject({
	tool: z.enum(['brush', 'rubber', 'box', 'lasso']),
	points: z.array(Point).min(1).max(20_000),
	/** Width of a line, as a share of the picture's shorter side. */
	size: z.number().min(0.001).max(1)
});
export type Stroke = z.infer<typeof Stroke>;

/** Whether a stroke covers anything: a box or a lasso without an inside is none. */
export function touches({ tool, points }: Stroke): boolean {
	if (tool === 'brush' || tool === 'rubber') return points.length > 0;
	const xs = points.map(({ x }) => x);
	const ys = points.map(({ y }) => y);
	const spread = (all: number[]) => Math.max(...all) - Math.min(...all);
	return points.length >= (tool === 'box' ? 2 : 3) && spread(xs) > 0.002 && spread(ys) > 0.002;
}

/**
 * A stroke with as few places as tell it at a step: those nearer to the one before are left out, the
 * last one stays. What is kept with a take goes into its picture's file, and has to be short.
 *
 * @param step as a share of the picture's sides
 */
export function thinned<S extends Stroke>(stroke: S, step: number): S {
	const places = 10 ** Math.ceil(1 - Math.log10(step));
	const round = (value: number) => Math.round(value * places) / places;
	const { points } = stroke;
	let last = points[0];
	const kept = points.filter((point, i) => {
		const far = Math.hypot(point.x - last.x, point.y - last.y) >= step;
		if (i && i < points.length - 1 && !far) return false;
		last = point;
		return true;
	});
	return { ...stroke, points: kept.map(({ x, y }) => ({ x: round(x), y: round(y) })) };
}
