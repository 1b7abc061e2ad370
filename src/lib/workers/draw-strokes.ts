import { touches, type Stroke } from '$lib/core/area';

/** Draws strokes on a canvas of so many pixels, one after the other: rubbers take away. */
export function drawStrokes(
	context: OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D,
	strokes: readonly Stroke[],
	width: number,
	height: number
): void {
	context.lineCap = 'round';
	context.lineJoin = 'round';
	for (const stroke of strokes) {
		if (!touches(stroke)) continue;
		const { tool, size } = stroke;
		const points = stroke.points.map(({ x, y }) => [x * width, y * height] as const);
		context.globalCompositeOperation = tool === 'rubber' ? 'destination-out' : 'source-over';
		context.lineWidth = Math.max(1, size * Math.min(width, height));
		context.beginPath();
		if (tool === 'box') {
			const [[x0, y0], [x1, y1]] = [points[0], points.at(-1)!];
			context.rect(Math.min(x0, x1), Math.min(y0, y1), Math.abs(x1 - x0), Math.abs(y1 - y0));
			context.fill();
			continue;
		}
		context.moveTo(...points[0]);
		for (const point of points) context.lineTo(...point);
		if (tool === 'lasso') {
			context.closePath();
			context.fill();
		} else context.stroke();
	}
	context.globalCompositeOperation = 'source-over';
}
