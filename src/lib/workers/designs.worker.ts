/// <reference lib="webworker" />
import { workOut, type WorkedOut } from '$lib/core/designs';
import { offersWithin, type Offer } from '$lib/core/plan';
import type { Design, ModelCard, PlanRack } from '$lib/core/schema';

/** Works designs out, off the page's thread. */

export type DesignTask = { id: number; rack: PlanRack; design: Design } & (
	{ kind: 'work' } | { kind: 'offers'; cards: ModelCard[]; room: number }
);
export type DesignAnswer =
	{ id: number; result: WorkedOut | Offer[] } | { id: number; error: string };

self.onmessage = ({ data }: MessageEvent<DesignTask>) => {
	const { id, rack, design } = data;
	try {
		const result =
			data.kind === 'work'
				? workOut(rack, design)
				: offersWithin({ rack, design }, data.cards, data.room);
		self.postMessage({ id, result } satisfies DesignAnswer);
	} catch (cause) {
		const error = cause instanceof Error ? cause.message : String(cause);
		self.postMessage({ id, error } satisfies DesignAnswer);
	}
};
