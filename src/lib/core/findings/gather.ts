import {
	chanceDials,
	dialOf,
	dials,
	sentStop,
	stopKey,
	type Dial,
	type DialId,
	type Made,
	type Stop
} from '$lib/core/dials';
import { faults, noEvidence, pictureOf, type Evidence, type EvidenceDial } from '$lib/core/judge';
import { measures } from '$lib/core/measure';
import type { Answer, Mark, Measured, ModelCard, Purse, Remark, Take } from '$lib/core/schema';
import { ownWords } from '$lib/core/wording';

/** What a brief knows that findings can be worked out from. */
export interface Gathered {
	takes: readonly Take[];
	marks: readonly Mark[];
	answers: readonly Answer[];
	remarks: ReadonlyMap<string, Remark>;
	measured: ReadonlyMap<string, Measured>;
	cards: readonly ModelCard[];
	/** Faults that the artist added to those that ship. */
	ownFaults?: readonly { id: string; label: string }[];
	purse?: Purse;
	/** Settings that may be made: their stops stand on the dials, too. */
	also?: readonly Made[];
	/** Whether each take is a stop of its own if no dial tells takes apart. */
	apart?: boolean;
}

/**
 * Returns the takes that are compared with each other: those that the dials made. Takes of a run in which
 * every take came from another one (extended, repainted, enlarged, varied ...) are reworked. They are
 * compared only among themselves. Edited takes are left out, as no settings made them.
 */
export function comparable(takes: readonly Take[]): readonly Take[] {
	const made = takes.filter(({ state, edits }) => state === 'done' && !edits?.length);
	const dialRuns = new Set(made.filter(({ line }) => !line?.length).map(({ planId }) => planId));
	const fromDials = made.filter(({ planId }) => dialRuns.has(planId));
	return fromDials.length ? fromDials : made;
}

/**
 * Evidence from a brief: its finished takes along the dials that vary among them, and what was said of
 * them. Dials of chance become what takes are matched by. Per-model values are compared by their numbers.
 */
export function gather(of: Gathered): Evidence {
	const takes = comparable(of.takes);
	const varied = dials
		.filter(({ id }) => !chanceDials.includes(id))
		.map((dial) => ({ dial, stops: stopsOf(dial, [...takes, ...(of.also ?? [])]) }))
		.filter(({ stops }) => stops.size > 1);
	// Without a dial that tells takes apart, each may be compared as a stop of its own: pictures that
	// were brought in without settings, or takes of one setting that were compared all the same.
	const apart = !varied.length && takes.length > 1 && (of.apart || of.answers.length > 0);
	const places = varied.map(({ stops }) => new Map([...stops.keys()].map((key, i) => [key, i])));
	const { purse } = of;
	const whole: Evidence = {
		...noEvidence(),
		dials: apart
			? [
					{
						id: 'take',
						label: 'Take',
						kind: 'choice',
						itself: true,
						logarithmic: false,
						stops: takes.map(({ id, number }) => ({ key: id, label: `take ${number}` }))
					}
				]
			: varied.map(({ dial, stops }) => evidenceDial(dial, [...stops.values()], of.cards)),
		takes: takes.map((take, i) => ({
			id: take.id,
			stops: apart ? [i] : varied.map(({ dial }, d) => places[d].get(keyOf(dial, take))!),
			chance: apart ? '' : chanceDials.map((id) => keyOf(dialOf(id), take)).join(' '),
			// A service that says nothing of pixels may make another picture each time.
			picture: take.pixels ?? take.id,
			...(take.credits === undefined ? {} : { credits: take.credits }),
			...(take.seconds === undefined ? {} : { seconds: take.seconds }),
			faults: of.remarks.get(take.id)?.faults ?? [],
			measures: of.measured.get(take.id)?.values ?? {}
		})),
		marks: [...of.marks]
			.sort((a, b) => a.at - b.at)
			.map(({ takeId, kind, blind }) => ({ take: takeId, mark: kind, judge: '', blind: !!blind })),
		pairs: of.answers.map(({ left, right, answer, judge, open }) => ({
			...{ left, right, answer, judge },
			...(open ? { open } : {})
		})),
		names: {
			faults: Object.fromEntries(
				[...faults, ...(of.ownFaults ?? [])].map(({ id, label }) => [id, label])
			),
			measures: Object.fromEntries(measures.map(({ id, label }) => [id, label.toLowerCase()]))
		},
		...(purse?.creditPrice
			? { money: { perCredit: purse.creditPrice, currency: purse.currency } }
			: {})
	};
	return eachOnce(whole);
}

/**
 * Evidence in which every picture stands once, and with the last mark of each judge. What was said of
 * copies is said of the first one.
 */
export function eachOnce(evidence: Evidence): Evidence {
	const copies = new Map<string, Evidence['takes']>();
	const standsFor = new Map<string, string>();
	for (const take of evidence.takes) {
		const key = pictureOf(take);
		const known = copies.get(key);
		if (known) known.push(take);
		else copies.set(key, [take]);
		standsFor.set(take.id, copies.get(key)![0].id);
	}
	const marks = new Map<string, Evidence['marks'][number]>();
	for (const mark of evidence.marks) {
		const take = standsFor.get(mark.take);
		if (take) marks.set(JSON.stringify([take, mark.judge]), { ...mark, take });
	}
	return {
		...evidence,
		takes: [...copies.values()].map((alike) =>
			alike.length > 1
				? { ...alike[0], faults: [...new Set(alike.flatMap(({ faults: seen }) => seen))] }
				: alike[0]
		),
		marks: [...marks.values()],
		pairs: evidence.pairs.flatMap((pair) => {
			const [left, right] = [standsFor.get(pair.left), standsFor.get(pair.right)];
			return left && right && left !== right ? [{ ...pair, left, right }] : [];
		})
	};
}

/** What was sent to a model by a dial, as a key. */
export const keyOf = ({ read }: Dial<DialId>, take: Made): string => stopKey(sentStop(read(take)));

/** The stops of a dial among takes, in the dial's order, by their keys. */
function stopsOf(dial: Dial<DialId>, takes: readonly Made[]): Map<string, Stop> {
	const found = new Map<string, Stop>();
	for (const take of takes) {
		const key = keyOf(dial, take);
		if (!found.has(key)) found.set(key, sentStop(dial.read(take)));
	}
	return new Map([...found].sort(([, a], [, b]) => dial.compare(a, b)));
}

/** Words are quoted up to this length. */
const MOST_QUOTED = 48;

const quoted = (text: string): string =>
	`\u201c${text.length > MOST_QUOTED ? `${text.slice(0, MOST_QUOTED).trimEnd()} \u2026` : text}\u201d`;

function evidenceDial(
	dial: Dial<DialId>,
	stops: readonly Stop[],
	cards: readonly ModelCard[]
): EvidenceDial {
	const isNumber = dial.moves !== undefined && stops.every((stop) => typeof stop === 'number');
	const words = dial.text ? ownWords(stops.map(stopKey)) : [];
	const labels = stops.map((stop, i) => {
		const key = stopKey(stop);
		if (dial.text) return key ? quoted(words[i] || key) : 'none';
		if (Array.isArray(stop) && stop.length) return quoted(dial.format(stop, cards));
		// Pictures that stops bring along are numbered in their order.
		if (dial.pictures?.(stop).length) return `picture ${i + 1}`;
		return dial.format(stop, cards);
	});
	return {
		id: dial.id,
		label: dial.label,
		kind: isNumber ? 'number' : 'choice',
		itself: dial.told === 'itself' || !!dial.namedByWords,
		logarithmic: isNumber && !!dial.logarithmic,
		...(isNumber && dial.step ? { step: dial.step } : {}),
		stops: stops.map((stop, i) => ({
			key: stopKey(stop),
			label: labels[i],
			...(isNumber ? { at: Number(stop) } : {})
		}))
	};
}

/** Evidence from the eyes of one judge alone; of all with null. */
export const ofJudge = (evidence: Evidence, judge: string | null): Evidence =>
	judge === null
		? evidence
		: {
				...evidence,
				marks: evidence.marks.filter((one) => one.judge === judge),
				pairs: evidence.pairs.filter((one) => one.judge === judge)
			};
