import { madeElsewhere, type Refused } from '$lib/core/formats';
import { FileProblem } from '$lib/core/problem';
import { chosenFrom, rackOfMany } from '$lib/core/plan';
import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { newPlan } from '$lib/ui/shared';
import { admitPicture, openPictures, madeCarried } from '$lib/workers';

/** What bringing in came to. */
export interface BroughtIn {
	added: number;
	/** Files that could not be used, or not in full, and pictures that came in changed: each with the reason. */
	refused: Refused[];
	changed: Refused[];
}

/**
 * Brings pictures made elsewhere into a brief, as takes of a run of their own. A table says which
 * had which settings; without one, a picture's own settings count. Nothing is written before all
 * is read, and then all of it at once.
 *
 * @param onStep told how many of how many were read
 */
export async function bringIn(
	briefId: string,
	chosen: readonly File[],
	onStep: (done: number, all: number) => void
): Promise<BroughtIn> {
	const { pictures, refused } = await openPictures(
		chosen.map((file) => ({ name: file.webkitRelativePath || file.name, file }))
	);
	const changed: Refused[] = [];
	const rows: Parameters<typeof store.addMade>[1][number][] = [];
	const now = Date.now();
	const planId = crypto.randomUUID();
	for (const [i, { name, picture: given, told }] of pictures.entries()) {
		onStep(i, pictures.length);
		try {
			const { picture, thumbnail, width, height, moves } = await admitPicture(given);
			if (moves) changed.push({ file: name, why: 'It moves. Its first frame came in.' });
			const carried = await madeCarried(picture);
			const take: Take = {
				id: crypto.randomUUID(),
				briefId,
				planId,
				number: i + 1,
				...madeElsewhere(told ?? { stops: {} }, { width, height }, carried ?? undefined),
				...(told && Object.keys(told.besides).length ? { columns: told.besides } : {}),
				state: 'done',
				credits: 0,
				createdAt: now,
				madeAt: now
			};
			rows.push({ take, picture: { picture, thumbnail }, note: `from ${name}` });
		} catch (cause) {
			const why = cause instanceof FileProblem ? cause.message : 'It cannot be read.';
			refused.push({ file: name, why });
		}
	}
	if (rows.length) {
		const made = rows.map(({ take }) => take);
		const rack = rackOfMany(made);
		const chosen = chosenFrom(rack, made);
		const plan = newPlan(briefId, { design: { kind: 'all' }, rack, chosen }, true);
		await store.addMade({ ...plan, id: planId }, rows);
	}
	return { added: rows.length, refused, changed };
}
