import type { Plan, Take } from '$lib/core/schema';

/** Takes that are judged together. */
export interface Scope {
	id: string;
	kind: 'all' | 'chosen' | 'words' | 'run' | 'brought';
	/** By id; null for all of the brief. */
	takes: string[] | null;
	count: number;
	/** What all of them were made with, where that is what they have in common. */
	words?: string;
	/** When their run was begun. */
	at?: number;
	/** Its place among those of its kind, from 1. */
	place: number;
}

const wordsOf = ({ words, settings }: Take): string => words?.wording ?? settings.prompt;

/**
 * Takes that can be judged together, those that usually are first: of several subjects those with the
 * words of the most takes, unless a run compared wordings; else all.
 *
 * @param chosen takes that were chosen elsewhere, by id
 */
export function scopesOf(
	plans: readonly Pick<Plan, 'id' | 'createdAt' | 'elsewhere'>[],
	done: readonly Take[],
	chosen: readonly string[] = []
): Scope[] {
	const there = new Set(done.map(({ id }) => id));
	const picked = chosen.filter((id) => there.has(id));
	const words = new Map<string, Take[]>();
	const runs = new Map<string, Take[]>();
	const put = (into: Map<string, Take[]>, key: string, take: Take) => {
		const known = into.get(key);
		if (known) known.push(take);
		else into.set(key, [take]);
	};
	for (const take of done) {
		put(words, wordsOf(take), take);
		put(runs, take.planId, take);
	}
	const compares = [...runs.values()].some((takes) => new Set(takes.map(wordsOf)).size > 1);
	const ids = (takes: readonly Take[]) => takes.map(({ id }) => id);
	const all: Scope = { id: 'all', kind: 'all', takes: null, count: done.length, place: 1 };
	const byWords = [...words]
		.filter(([, takes]) => words.size > 1 && takes.length > 1)
		.sort(([, a], [, b]) => b.length - a.length)
		.map(([text, takes], i): Scope => ({
			id: `words-${i + 1}`,
			kind: 'words',
			takes: ids(takes),
			count: takes.length,
			words: text,
			place: i + 1
		}));
	const byRun = [...plans]
		.sort((a, b) => b.createdAt - a.createdAt)
		.flatMap(({ id, createdAt, elsewhere }, i): Scope[] => {
			const takes = runs.get(id) ?? [];
			if (takes.length < 2 || runs.size < 2) return [];
			const kind = elsewhere ? 'brought' : 'run';
			return [{ id, kind, takes: ids(takes), count: takes.length, at: createdAt, place: i + 1 }];
		});
	return [
		...(picked.length > 1
			? [{ id: 'chosen', kind: 'chosen' as const, takes: picked, count: picked.length, place: 1 }]
			: []),
		...(compares || byWords.length < 2 ? [all, ...byWords] : [...byWords, all]),
		...byRun
	];
}

/** The takes of a scope; all where there is none. */
export function takesOf(scope: Scope | undefined, done: readonly Take[]): readonly Take[] {
	if (!scope?.takes) return done;
	const within = new Set(scope.takes);
	return done.filter(({ id }) => within.has(id));
}
