import type { BackedBrief } from '$lib/core/formats';
import * as store from '$lib/store';
import { exportBrief, restoreBrief } from '$lib/ui/briefs';
import { openBackup, packBackup } from '$lib/workers';

/** How far it is: a sentence, and a share. */
export type OnBackup = (says: string, share: number) => void;

/** Everything in one file: brief after brief, and what holds for all of them. */
export async function backUp(onStep: OnBackup): Promise<Blob> {
	const all = await store.briefs();
	const briefs: BackedBrief[] = [];
	for (const [i, { id, name }] of all.entries()) {
		const step = (share: number) =>
			onStep(`Packing \u201c${name}\u201d`, (i + share) / (all.length + 1));
		step(0);
		briefs.push({ name, zip: await exportBrief(id, (done, of) => step(done / Math.max(1, of))) });
	}
	onStep('Packing all of them together', all.length / (all.length + 1));
	return packBackup({ at: Date.now(), briefs, house: await store.house() });
}

/**
 * Brings a backup in: what is here already stays as it is and is not doubled.
 * @returns how many takes came in
 */
export async function bringBack(file: Blob, onStep: OnBackup): Promise<number> {
	const { briefs, house } = await openBackup(file);
	let takes = 0;
	for (const [i, { name, zip }] of briefs.entries()) {
		onStep(`Bringing \u201c${name}\u201d back`, i / briefs.length);
		takes += await restoreBrief(zip);
	}
	await store.addHouse(house);
	return takes;
}
