import { uninvited } from './repertoire/uninvited';
import type { SceneBook } from './book';
import type { Tag } from './reading';
import { leadsOf } from './standing';
import type { Trace } from './take';

/** Share of a take's picture that shows something, 0 to 1: of its settings, or all of it by its actors. */
export function shareShowing(trace: Trace, book: SceneBook, tag: Tag): number {
	const { weights, field } = trace;
	if (ofActors(tag)) return field.arranged.cast.tags.has(tag) ? 1 : 0;
	let sum = 0;
	field.arranged.scenes.forEach((scene, k) => {
		if (scene.tags.has(tag)) for (const w of weights[k]) sum += w;
	});
	return sum / (book.latentWidth * book.latentHeight);
}

/** Whether something is shown by who acts, and not by what stands round them. */
const ofActors = (tag: Tag): boolean =>
	tag.startsWith('subject:') ||
	uninvited.some(({ id, where }) => where === 'actors' && tag === `uninvited:${id}`);

/**
 * How many separate subjects a take shows: the leads of the scene that lends its actors, those nearer
 * than half a subject to each other counted once.
 */
export function countSubjects({ field }: Trace, { width, height }: SceneBook): number {
	const found: { x: number; y: number; size: number }[] = [];
	for (const lead of leadsOf(field.arranged.cast, width, height)) {
		const near = found.some(
			({ x, y, size }) =>
				Math.hypot((lead.x - x) * (width / height), lead.y - y) < Math.max(size, lead.size) / 2
		);
		if (!near) found.push(lead);
	}
	return found.length;
}
