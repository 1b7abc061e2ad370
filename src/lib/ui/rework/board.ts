import type { Take } from '$lib/core/schema';
import type { WayBench } from './bench.svelte';

/** What a board beside the dials of a way is given. */
export interface BoardProps {
	bench: WayBench;
	take: Take;
	/** Its own pixels. */
	size: { width: number; height: number };
}
