import { withoutRest, withStops, type Dial, type DialId, type Stop } from '$lib/core/dials';
import type { Rack } from '$lib/core/schema';
import { session, useWork } from '$lib/ui/shared';

/** What every control on the rack is given: the dial that it turns. */
export interface ControlProps {
	dial: Dial<DialId>;
}

/** The rack of the open brief, as one of its controls sees it. */
export function useTurning() {
	const work = useWork();
	const brief = $derived(work.brief!);
	const rack = $derived(brief.rack);
	const chosen = $derived(rack.model.flatMap((id) => session.card(id) ?? []));
	return {
		get brief() {
			return brief;
		},
		get rack() {
			return rack;
		},
		/** Cards of the models on the rack. */
		get chosen() {
			return chosen;
		},
		work,
		stopsOf: (id: DialId) => rack[id as keyof Rack] as readonly Stop[],
		set: (change: Partial<Rack>) => work.setRack(change),
		/** Puts stops on a dial; what follows it is held when nothing is left for it to do. */
		put: (id: DialId, stops: readonly Stop[]) =>
			work.setRack(
				withStops(rack, id, withoutRest(id, stops, rack[id as keyof Rack] as readonly Stop[]))
			)
	};
}

/** The letter under which a model of the rack stands beside the scales. */
export const letterOf = (place: number): string => String.fromCharCode(65 + place);
