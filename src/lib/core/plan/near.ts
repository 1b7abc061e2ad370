import { NO_START, rackDials } from '$lib/core/dials';
import type { PlanRack } from '$lib/core/schema';

/** Up to this strength a start picture on its own seed comes out nearly as it is. Our own threshold. */
const LOW = 0.6;

/** A plan whose takes will hardly differ from the picture that they start from. */
export interface NearCopies {
	/** Seeds of the plan on which start pictures of it were made. */
	seeds: number[];
	/** Takes that it concerns. */
	takes: number;
	says: string;
}

/**
 * Says before the run that a start picture on the seed that it was made on gives near-copies at low
 * strengths: the same noise leads back to the same picture.
 *
 * @param seedOf the seed that a start picture was made on, where it is a take
 */
export function nearCopiesOf(
	rack: PlanRack,
	seedOf: (start: string) => number | undefined
): NearCopies | null {
	const low = rack.strength.filter((strength) => strength <= LOW);
	const same = rack.start.flatMap((start) => {
		const seed = start === NO_START ? undefined : seedOf(start);
		return seed !== undefined && rack.seed.includes(seed) ? [seed] : [];
	});
	if (!low.length || !same.length) return null;
	const others = rackDials
		.filter((dial) => !['seed', 'start', 'strength'].includes(dial))
		.reduce((product, dial) => product * rack[dial].length, 1);
	const takes = same.length * low.length * others;
	const seeds = [...new Set(same)];
	return {
		seeds,
		takes,
		says: `The start picture was made on seed ${seeds.join(', ')}: on the same seed at strength ${low.join(', ')} ${takes === 1 ? 'the take comes' : `${takes} takes come`} out nearly as it is.`
	};
}
