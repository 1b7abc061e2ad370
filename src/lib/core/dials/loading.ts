import { stopKey, type Draft, type Made, type Stop } from './dial';
import { dials, type DialId } from './register';

/** The dials that change nothing of something: an adapter, a start picture, a batch that it has not. */
export const idleDials = (made: Made): DialId[] =>
	dials.filter(({ idle }) => idle?.(made)).map(({ id }) => id);

/** The dials of which settings that are not whole say something worth showing. */
export const pickedDials = (draft: Draft): DialId[] =>
	dials
		.filter(({ said, read, rest, follows }) => {
			if (!said(draft)) return false;
			if (rest === undefined || follows) return true;
			return stopKey(read(draft as Made)) !== stopKey(rest as Stop);
		})
		.map(({ id }) => id);

/**
 * The stop that settings hold each dial at: those that they say, and rest where they would say it if
 * there were something. What they leave open is not there.
 */
export function settingsOnto(draft: Draft): Map<DialId, Stop> {
	const stops = new Map<DialId, Stop>();
	for (const { id, said, read, rest, restIn } of dials)
		if (said(draft)) stops.set(id, read(draft as Made));
		else if (rest !== undefined && restIn?.(draft)) stops.set(id, rest as Stop);
	return stops;
}
