import { type BackedBrief } from '$lib/core/formats';
import { FileProblem } from '$lib/core/problem';
import * as store from '$lib/store';
import { exportBrief, otherStarts, restoreBrief, restoreStarts } from '$lib/ui/briefs';
import { openBackup, packBackup } from '$lib/workers';

/** How a long job is followed, and given up. */
export interface Following {
	/** Told what is being done, and which share of all is done, 0 to 1. */
	onStep: (says: string, share: number) => void;
	/** Gives the job up after the brief that it is at. */
	cut: AbortSignal;
}

/** Packs everything into one file: brief after brief, then what belongs to no brief. */
export async function backUp({ onStep, cut }: Following): Promise<Blob> {
	const all = await store.briefs();
	const briefs: BackedBrief[] = [];
	for (const [i, { id, name }] of all.entries()) {
		cut.throwIfAborted();
		const step = (share: number) =>
			onStep(`Packing \u201c${name}\u201d`, (i + share) / (all.length + 1));
		step(0);
		briefs.push({ name, zip: await exportBrief(id, (done, of) => step(done / Math.max(1, of))) });
	}
	onStep('Packing all of them together', all.length / (all.length + 1));
	const starts = await otherStarts();
	return packBackup({ at: Date.now(), briefs, starts, house: await store.house() });
}

/** The result of bringing a backup back. */
export interface BroughtBack {
	takes: number;
	/** What could not be read, a sentence for each part. */
	damaged: string[];
	/** Whether all of the file was gone through. */
	whole: boolean;
}

/** Merges a backup into what is here. Nothing doubles, and damage in one brief costs no other. */
export async function bringBack(file: Blob, { onStep, cut }: Following): Promise<BroughtBack> {
	const { briefs, starts, house, damaged = [] } = await openBackup(file);
	const out: BroughtBack = { takes: 0, damaged: [...damaged], whole: true };
	if (house.ledger) await store.adoptLedger(house.ledger);
	await store.addHouse(house);
	out.damaged.push(...(await restoreStarts(starts)));
	for (const [i, { name, zip }] of briefs.entries()) {
		if (cut.aborted) return { ...out, whole: false };
		onStep(`Bringing \u201c${name}\u201d back`, i / briefs.length);
		try {
			const brought = await restoreBrief(zip);
			out.takes += brought.takes;
			out.damaged.push(...brought.damaged.map((says) => `\u201c${name}\u201d: ${says}`));
		} catch (cause) {
			if (!(cause instanceof FileProblem)) throw cause;
			out.damaged.push(`\u201c${name}\u201d did not come back. ${cause.message}`);
		}
	}
	return out;
}
