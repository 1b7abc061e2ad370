import { dialOf, dials, stopKey, toldStop, type DialId } from '$lib/core/dials';
import { editsSay } from '$lib/core/edits';
import type { LineStep, ModelCard, Take } from '$lib/core/schema';
import { listed, many } from '$lib/core/wording';
import { wayOf } from './ways';

/** A take before another one in its line. */
interface Ancestor {
	/** Null when it was deleted. */
	take: Take | null;
	number: number;
	/** How the next one came from it, and what was changed, in words. */
	says: string;
	/** The others that the next one came from, too. */
	beside: LineStep[];
}

/** Takes that came from one in one run. */
export interface Offspring {
	planId: string;
	takes: Take[];
	/** How they came from it, with what was turned: "varied: variation 0.15, 0.3 and 0.5". */
	says: string;
}

/** Where a take came from, the oldest first, and what came of it, in the order of the runs. */
export interface Lineage {
	before: Ancestor[];
	after: Offspring[];
}

/** Ancestors beyond this are not followed: a line that came in from elsewhere may be a ring. */
const MOST = 100;

/** As what an edited picture came from its original. */
export const EDIT = 'edit';
export const wayLabel = (as: string): string => (as === EDIT ? 'edited' : (wayOf(as)?.as ?? as));

/** The dials on which two takes were made otherwise, but for what the first one handed on. */
const changedDials = (a: Take, b: Take): DialId[] =>
	dials
		.filter(({ read, extra }) => !extra?.brought && stopKey(read(a)) !== stopKey(read(b)))
		.map(({ id }) => id);

/** What parts a take from the one that it came from, in words. */
function changesSay(from: Take, to: Take, cards: readonly ModelCard[]): string {
	if (to.edits) return editsSay(to.edits);
	return changedDials(from, to)
		.flatMap((id) => {
			const dial = dialOf(id);
			if (dial.ofWords) return `other ${dial.many}`;
			// Of pictures that come along the line shows those that are takes.
			if (dial.pictures) return [];
			const [before, after] = [from, to].map((take) => toldStop(dial, take, cards));
			return dial.chance || dial.rest !== undefined
				? `${dial.label.toLowerCase()} ${after}`
				: `${dial.label.toLowerCase()} ${before} \u2192 ${after}`;
		})
		.join(', ');
}

/** The stops that takes of one run have on the dials that part them, or part them all from their parent. */
function stopsSay(parent: Take, takes: readonly Take[], cards: readonly ModelCard[]): string {
	if (takes[0]?.edits)
		return [...new Set(takes.map(({ edits }) => editsSay(edits ?? [])))].join('; or ');
	return [...new Set(takes.flatMap((take) => changedDials(parent, take)))]
		.flatMap((id) => {
			const dial = dialOf(id);
			const stops = new Map(
				[...takes]
					.sort((a, b) => dial.compare(dial.read(a), dial.read(b)))
					.map((take) => [stopKey(dial.read(take)), toldStop(dial, take, cards)])
			);
			if (dial.pictures && stops.size < 2) return [];
			if (dial.chance || dial.ofWords || dial.pictures)
				return stops.size > 1
					? `${stops.size} ${dial.many}`
					: `another ${dial.label.toLowerCase()}`;
			return `${dial.label.toLowerCase()} ${listed([...stops.values()])}`;
		})
		.join('; ');
}

export function lineOf(
	take: Take,
	takes: readonly Take[],
	cards: readonly ModelCard[] = []
): Lineage {
	const byId = new Map(takes.map((one) => [one.id, one]));
	const before: Ancestor[] = [];
	const met = new Set([take.id]);
	let at: Take | null = take;
	while (at?.line?.length && before.length < MOST) {
		const [step, ...beside]: LineStep[] = at.line;
		if (met.has(step.take)) break;
		met.add(step.take);
		const parent: Take | null = byId.get(step.take) ?? null;
		const changes = parent ? changesSay(parent, at, cards) : '';
		before.unshift({
			take: parent,
			number: step.number,
			says: changes ? `${wayLabel(step.as)}: ${changes}` : wayLabel(step.as),
			beside
		});
		at = parent;
	}
	const runs = new Map<string, Take[]>();
	for (const one of takes)
		if (one.line?.some((step) => step.take === take.id))
			runs.set(one.planId, [...(runs.get(one.planId) ?? []), one]);
	const after = [...runs].map(([planId, of]): Offspring => {
		const as = of[0].line!.find((step) => step.take === take.id)!.as;
		const stops = stopsSay(take, of, cards);
		return { planId, takes: of, says: stops ? `${wayLabel(as)}: ${stops}` : wayLabel(as) };
	});
	return { before, after };
}

/** How many takes came of one, in words. */
export const offspringSay = ({ takes }: Offspring, kept: number): string =>
	`${many(takes.length, 'take')}${kept ? `, ${kept} kept` : ''}`;
