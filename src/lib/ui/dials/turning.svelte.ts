import { withoutRest, withStops, type Dial, type DialId, type Stop } from '$lib/core/dials';
import { getContext, setContext } from 'svelte';
import type { Brief, Rack } from '$lib/core/schema';
import { session, undo, useWork } from '$lib/ui/shared';

/** What every control on the rack is given: the dial that it turns. */
export interface ControlProps {
	dial: Dial<DialId>;
}

/** A rack that controls turn instead of that of the open brief. */
export interface Bench {
	readonly brief: Brief;
	setRack(change: Partial<Rack>): void;
}

const BENCH = Symbol('bench');

/** What stands below turns this rack. */
export const provideBench = (bench: Bench): Bench => setContext(BENCH, bench);

/** Turns dials of a rack of rework. It is not kept in the brief: its changes are undone where they were made. */
export function turnBench(bench: Bench, change: Partial<Rack>): void {
	const names = Object.keys(change) as (keyof Rack)[];
	const before = Object.fromEntries(names.map((name) => [name, bench.brief.rack[name]]));
	const turn = (to: Partial<Rack>) => Promise.resolve(bench.setRack(to));
	undo.push({
		says: 'a dial of the rework',
		of: `bench ${names.join(' ')}`,
		heavy: true,
		back: () => turn(before),
		again: () => turn(change)
	});
	bench.setRack(change);
}

/** The rack of the open brief, or the one that was provided, as one of its controls sees it. */
export function useTurning() {
	const work = useWork();
	const bench = getContext<Bench | undefined>(BENCH);
	const brief = $derived(bench?.brief ?? work.brief!);
	const setRack = (change: Partial<Rack>) =>
		bench ? turnBench(bench, change) : work.setRack(change);
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
		set: setRack,
		/** Puts stops on a dial; what follows it is held when nothing is left for it to do. */
		put: (id: DialId, stops: readonly Stop[]) =>
			setRack(
				withStops(rack, id, withoutRest(id, stops, rack[id as keyof Rack] as readonly Stop[]))
			)
	};
}

/** The letter under which a model of the rack stands beside the scales. */
export const letterOf = (place: number): string => String.fromCharCode(65 + place);
