import type { Plan, Take } from '$lib/core/schema';

/** Takes that pairs are made from, under a name that gives no setting away. */
export interface Source {
	id: string;
	says: string;
	/** By id; null for all of the brief. */
	takes: string[] | null;
}

const clock = (at: number): string =>
	new Date(at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false });

/** All takes, those that were chosen elsewhere, and those of every run, the latest first. */
export function sourcesOf(
	plans: readonly Plan[],
	done: readonly Take[],
	chosen: string | null
): Source[] {
	const there = new Set(done.map(({ id }) => id));
	const picked = (chosen ?? '').split(',').filter((id) => there.has(id));
	const runs = [...plans]
		.sort((a, b) => b.createdAt - a.createdAt)
		.flatMap(({ id, createdAt, elsewhere }): Source[] => {
			const takes = done.filter(({ planId }) => planId === id).map((take) => take.id);
			if (takes.length < 2) return [];
			const what = elsewhere ? 'brought in' : 'run';
			return [{ id, says: `${takes.length} takes ${what} at ${clock(createdAt)}`, takes }];
		});
	return [
		...(picked.length > 1
			? [{ id: 'chosen', says: `${picked.length} takes that were chosen`, takes: picked }]
			: []),
		{ id: 'all', says: `all ${done.length} takes`, takes: null },
		...(runs.length > 1 ? runs : [])
	];
}
