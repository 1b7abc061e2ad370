import { leadsOf } from './painting';
import type { SceneBook } from './book';
import type { MakeSurface } from './pen';
import type { Tag } from './reading';
import type { Trace } from './take';

/** Share of a take's picture that comes from scenes which show something, 0 to 1. */
export function shareShowing(trace: Trace, book: SceneBook, tag: Tag): number {
	const { weights } = trace;
	let sum = 0;
	book.scenes.forEach((scene, k) => {
		if (scene.tags.has(tag)) for (const w of weights[k]) sum += w;
	});
	return sum / (book.latentWidth * book.latentHeight);
}

/** A scene shows its subject when it holds this share of the picture round the subject's middle. */
const HELD = 0.5;

/**
 * How many separate subjects a take shows: places at which a prompted scene holds the picture where
 * its own subject stands, those nearer than half a subject to each other counted once.
 */
export function countSubjects(trace: Trace, book: SceneBook, makeSurface: MakeSurface): number {
	const { latentWidth: width, latentHeight: height } = book;
	const surface = makeSurface(8, 8);
	const found: { x: number; y: number; size: number }[] = [];
	book.scenes.forEach((scene, k) => {
		if (!scene.prompted) return;
		const weights = trace.weights[k];
		for (const { x, y, size } of leadsOf(scene, book.width, book.height, surface)) {
			const [cx, cy] = [Math.floor(x * width), Math.floor(y * height)];
			const reach = Math.max(1, Math.round((size * height) / 18));
			let held = 0;
			let area = 0;
			for (let v = Math.max(0, cy - reach); v <= Math.min(height - 1, cy + reach); v++)
				for (let u = Math.max(0, cx - reach); u <= Math.min(width - 1, cx + reach); u++, area++)
					held += weights[v * width + u];
			if (area === 0 || held / area < HELD) continue;
			const near = found.some(
				(other) => Math.hypot((other.x - x) * (width / height), other.y - y) < size / 2
			);
			if (!near) found.push({ x, y, size });
		}
	});
	return found.length;
}
