import { sizeAfter } from '$lib/core/edits';
import { needOf, sameRatio, type Destination } from '$lib/core/frame';
import type { Take } from '$lib/core/schema';

/** What a pick has for one destination, or lacks. */
export interface Lack {
	destination: Destination;
	/** Ready as it is; of the ratio but too small; or of another ratio. */
	state: 'ready' | 'small' | 'other';
	/** The take that is ready, or that comes nearest. */
	take: Take;
	/** How many times that must be enlarged, once it has the ratio; 1 or less where it is enough. */
	enlarge: number;
	/** Share of it that is cut off to come to the ratio, 0 to 1. */
	cropped: number;
}

/** A take and all that came of it, that are made. */
export function withDescendants(take: Take, takes: readonly Take[]): Take[] {
	const found = new Set([take.id]);
	for (let before = 0; before !== found.size;) {
		before = found.size;
		for (const { id, line } of takes) if (line?.some((step) => found.has(step.take))) found.add(id);
	}
	return [take, ...takes.filter(({ id }) => id !== take.id && found.has(id))].filter(
		({ state }) => state === 'done'
	);
}

/** What is there for every destination, among a take and what came of it; the latest where several are. */
export function lacksOf(
	destinations: readonly Destination[],
	take: Take,
	takes: readonly Take[]
): Lack[] {
	const line = withDescendants(take, takes);
	return destinations.map((destination) => {
		const all = line.map((one): Lack => {
			const size = sizeAfter(one.settings, one.edits);
			const { cropped, enlarge } = needOf(size, destination);
			const fits = sameRatio(size, destination.ratio);
			const state = !fits ? 'other' : enlarge <= 1.005 ? 'ready' : 'small';
			return { destination, state, take: one, enlarge, cropped };
		});
		const order = ['ready', 'small', 'other'];
		return all.reduce((best, one) => {
			const by = order.indexOf(one.state) - order.indexOf(best.state);
			if (by) return by < 0 ? one : best;
			if (one.state === 'ready') return one;
			const less = one.state === 'small' ? one.enlarge - best.enlarge : one.cropped - best.cropped;
			return less < -1e-9 ? one : best;
		});
	});
}

/** The same in a few words. */
export function lackSays({ state, take, enlarge, cropped }: Lack): string {
	const times = enlarge > 1.005 ? `enlarge it ${enlarge.toFixed(1)} times` : '';
	if (state === 'ready') return `ready: take ${take.number}`;
	if (state === 'small') return `take ${take.number} has the ratio: ${times}`;
	const cut = `extend take ${take.number}, or crop it: ${Math.round(100 * cropped)}% is cut off`;
	return times ? `${cut}; then ${times}` : cut;
}
