import type { Archive } from './archive';

/** The same brief under ids of its own, so that it can stand beside the one it was made from. */
export function withFreshIds(
	{ whole, pictures, starts, thumbnails = new Map(), measured = new Map() }: Archive,
	newId: () => string
): Archive {
	const ids = new Map<string, string>();
	const fresh = (old: string): string => {
		const id = ids.get(old) ?? newId();
		ids.set(old, id);
		return id;
	};
	const briefId = fresh(whole.brief.id);
	return {
		whole: {
			brief: { ...whole.brief, id: briefId },
			plans: whole.plans.map((p) => ({ ...p, id: fresh(p.id), briefId })),
			takes: whole.takes.map((t) => ({
				...t,
				id: fresh(t.id),
				copyOf: t.copyOf ?? t.id,
				planId: fresh(t.planId),
				briefId,
				...(t.line ? { line: t.line.map((one) => ({ ...one, take: fresh(one.take) })) } : {})
			})),
			marks: whole.marks.map((m) => ({ ...m, takeId: fresh(m.takeId), briefId })),
			remarks: whole.remarks.map((r) => ({ ...r, takeId: fresh(r.takeId), briefId })),
			answers: whole.answers.map((a) => ({
				...a,
				id: fresh(a.id),
				left: fresh(a.left),
				right: fresh(a.right),
				briefId
			})),
			// Ballots keep their names where they are read back: a copy has given none out.
			ballots: [],
			taught: whole.taught,
			// What was spent was spent once, however often the brief is copied: it keeps its name.
			spendings: whole.spendings.map((one) => ({ ...one, briefId })),
			picks: whole.picks.map((p) => ({
				...p,
				id: fresh(p.id),
				briefId,
				from: p.from.kind === 'take' ? { ...p.from, takeId: fresh(p.from.takeId) } : p.from
			}))
		},
		pictures: new Map([...pictures].map(([id, bytes]) => [fresh(id), bytes])),
		thumbnails: new Map([...thumbnails].map(([id, bytes]) => [fresh(id), bytes])),
		measured: new Map([...measured].map(([id, one]) => [fresh(id), one])),
		...(starts ? { starts } : {})
	};
}
