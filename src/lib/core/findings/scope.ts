import { hash32 } from '$lib/core/random';
import type { PickScope, Plan, Take } from '$lib/core/schema';
import { comparable } from './gather';

/** Takes that are judged together. */
export interface Scope {
	id: string;
	kind: 'all' | 'chosen' | 'words' | 'run' | 'brought';
	/** By id; null for all of the brief. */
	takes: string[] | null;
	count: number;
	/** What all of them were made with, or the most of them, where that is what they have in common. */
	words?: string;
	/** How many wordings that were compared with each other they were made with. @default 1 */
	wordings?: number;
	/** When their run was begun. */
	at?: number;
	/** Its place among those of its kind, from 1. */
	place: number;
}

const wordsOf = ({ words, settings }: Take): string => words?.wording ?? settings.prompt;

/**
 * Takes that can be judged together, those that usually are first: of several subjects the one of the
 * most takes, with all wordings that runs compared it by; else all.
 *
 * @param chosen takes that were chosen elsewhere, by id
 */
export function scopesOf(
	plans: readonly Pick<Plan, 'id' | 'createdAt' | 'elsewhere'>[],
	done: readonly Take[],
	chosen: readonly string[] = []
): Scope[] {
	const there = new Map(done.map((take) => [take.id, take]));
	const picked = comparable(chosen.flatMap((id) => there.get(id) ?? []));
	const settings = comparable(done);
	const words = new Map<string, Take[]>();
	const runs = new Map<string, Take[]>();
	const put = (into: Map<string, Take[]>, key: string, take: Take) => {
		const known = into.get(key);
		if (known) known.push(take);
		else into.set(key, [take]);
	};
	for (const take of settings) put(words, wordsOf(take), take);
	for (const take of done) if (!take.edits?.length) put(runs, take.planId, take);
	const subjects = subjectsOf(
		words,
		[...runs.values()].filter(([first]) => settings.includes(first))
	);
	const ids = (takes: readonly Take[]) => takes.map(({ id }) => id);
	const all: Scope = { id: 'all', kind: 'all', takes: null, count: settings.length, place: 1 };
	const byWords = [...words]
		.filter(([, takes]) => words.size > 1 && takes.length > 1)
		.sort(([, a], [, b]) => b.length - a.length)
		.map(([text, takes], i): Scope => ({
			id: `words-${hash32(text).toString(36)}`,
			kind: 'words',
			takes: ids(takes),
			count: takes.length,
			words: text,
			place: i + 1
		}));
	const bySubject = subjects
		.filter(({ takes }) => subjects.length > 1 && takes.length > 1)
		.map(({ takes, wordings, most }, i): Scope => ({
			id:
				wordings > 1
					? `subject-${hash32(most).toString(36)}`
					: byWords.find((one) => one.words === most)!.id,
			kind: 'words',
			takes: ids(takes),
			count: takes.length,
			words: most,
			...(wordings > 1 ? { wordings } : {}),
			place: i + 1
		}));
	const alone = byWords.filter(({ id }) => !bySubject.some((one) => one.id === id));
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
			? [
					{
						id: 'chosen',
						kind: 'chosen' as const,
						takes: ids(picked),
						count: picked.length,
						place: 1
					}
				]
			: []),
		...(bySubject.length < 2 ? [all, ...byWords] : [...bySubject, all, ...alone]),
		...byRun
	];
}

/** Takes by subject, the one of the most takes first: wordings that a run compared are of one subject. */
function subjectsOf(words: ReadonlyMap<string, Take[]>, runs: Iterable<readonly Take[]>) {
	const subjectOf = new Map([...words.keys()].map((text) => [text, new Set([text])]));
	for (const run of runs) {
		const [first, ...others] = new Set(run.map(wordsOf));
		const subject = subjectOf.get(first)!;
		for (const other of others)
			for (const text of subjectOf.get(other)!) {
				subject.add(text);
				subjectOf.set(text, subject);
			}
	}
	return [...new Set(subjectOf.values())]
		.map((texts) => {
			const of = [...texts].sort((a, b) => words.get(b)!.length - words.get(a)!.length);
			const takes = of.flatMap((text) => words.get(text)!).sort((a, b) => a.number - b.number);
			return { takes, wordings: texts.size, most: of[0] };
		})
		.sort((a, b) => b.takes.length - a.takes.length);
}

/** The takes of a scope; all where there is none. */
export function takesOf(scope: Scope | undefined, done: readonly Take[]): readonly Take[] {
	if (!scope?.takes) return done;
	const within = new Set(scope.takes);
	return done.filter(({ id }) => within.has(id));
}

/** The first scope in which a take is compared with others: what Findings shows first, if it's in that. */
export const scopeWith = (scopes: readonly Scope[], take: Take): Scope =>
	scopes.find(
		({ kind, takes }) => kind !== 'chosen' && (takes ? takes.includes(take.id) : !take.line?.length)
	) ?? scopes[0];

/** A scope as a pick keeps it, to be found again when there are more takes. */
export const storedScope = ({ id, kind, takes }: Scope, judge: string | null): PickScope => ({
	id,
	...(kind === 'chosen' && takes ? { takes } : {}),
	...(judge === null ? {} : { judge })
});
