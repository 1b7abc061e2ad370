/// <reference lib="webworker" />
import { workOut, type WorkedOut } from '$lib/core/plan';
import type { Design, PlanRack } from '$lib/core/schema';

/** Works designs out, off the page's thread. */

export interface DesignTask {
	id: number;
	rack: PlanRack;
	design: Design;
}
export type DesignAnswer = { id: number; result: WorkedOut } | { id: number; error: string };

self.onmessage = ({ data }: MessageEvent<DesignTask>) => {
	const { id, rack, design } = data;
	try {
		self.postMessage({ id, result: workOut(rack, design) } satisfies DesignAnswer);
	} catch (cause) {
		const error = cause instanceof Error ? cause.message : String(cause);
		self.postMessage({ id, error } satisfies DesignAnswer);
	}
};
