import {
	dialOf,
	isAtRest,
	planRack,
	rackPlaces,
	type Dial,
	type DialId,
	type Stop
} from '$lib/core/dials';
import type { Brief } from '$lib/core/schema';

/** Dials that are put on the rack when they are wanted. */
export const extraDials: readonly (Dial<DialId> & { extra: { label: string } })[] = rackPlaces
	.map(dialOf)
	.flatMap((dial) => (dial.extra ? { ...dial, extra: dial.extra } : []));

/** The dials that stand on the rack: those that always do, and extras that are in use or asked for. */
export function shownDials(brief: Brief, asked: readonly string[]): Dial<DialId>[] {
	const rack = planRack(brief);
	const shows = ({ id, extra, follows }: Dial<DialId>): boolean => {
		if (extra?.brought) return rack[id].length > 1 || !isAtRest(dialOf(id), rack[id]);
		if (follows) return shows(dialOf(follows.dial as DialId));
		if (!extra || asked.includes(id)) return true;
		const stops: readonly Stop[] = rack[id];
		return stops.length > 1 || (!extra.varied && !isAtRest(dialOf(id), stops));
	};
	return rackPlaces.map(dialOf).filter(shows);
}
