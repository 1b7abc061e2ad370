import {
	chanceDials,
	dialOf,
	dials,
	isOwnStop,
	stopKey,
	type Dial,
	type DialId,
	type Stop
} from '$lib/core/dials';
import { faults, noEvidence, type Evidence, type EvidenceDial } from '$lib/core/judge';
import { measures } from '$lib/core/measure';
import type { Answer, Mark, Measured, ModelCard, Purse, Remark, Take } from '$lib/core/schema';
import { ownWords } from '$lib/core/wording';

/** What a brief knows that findings can be reckoned from. */
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
	/** Takes are told apart even where no dial does: each is a stop of its own. */
	apart?: boolean;
}

/**
 * Evidence from a brief: its finished takes along the dials that vary among them, and what was said
 * of them. Dials of chance become what takes are matched by.
 */
export function gather(of: Gathered): Evidence {
	// What was changed by hand says nothing of the settings that it was made with.
	const takes = of.takes.filter(({ state, edits }) => state === 'done' && !edits);
	const varied = dials
		.filter(({ id }) => !chanceDials.includes(id))
		.map((dial) => ({ dial, stops: stopsOf(dial, takes) }))
		.filter(({ stops }) => stops.size > 1);
	if (!varied.length && takes.length > 1 && (of.apart || of.answers.length))
		return eachApart(of, takes);
	const places = varied.map(({ stops }) => new Map([...stops.keys()].map((key, i) => [key, i])));
	const there = new Set(takes.map(({ id }) => id));
	const { purse } = of;
	return {
		...noEvidence(),
		dials: varied.map(({ dial, stops }) => evidenceDial(dial, [...stops.values()], of.cards)),
		takes: takes.map((take) => ({
			id: take.id,
			stops: varied.map(({ dial }, d) => places[d].get(stopKey(dial.read(take)))!),
			chance: chanceDials.map((id) => stopKey(dialOf(id).read(take))).join(' '),
			...(take.credits === undefined ? {} : { credits: take.credits }),
			...(take.seconds === undefined ? {} : { seconds: take.seconds }),
			faults: of.remarks.get(take.id)?.faults ?? [],
			measures: of.measured.get(take.id)?.values ?? {}
		})),
		marks: of.marks
			.filter(({ takeId }) => there.has(takeId))
			.map(({ takeId, kind, blind }) => ({ take: takeId, mark: kind, judge: '', blind: !!blind })),
		pairs: of.answers
			.filter(({ left, right }) => there.has(left) && there.has(right))
			.map(({ left, right, answer, judge }) => ({ left, right, answer, judge })),
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
}

/**
 * Evidence about the takes themselves, where no dial tells them apart: pictures that were brought in
 * without settings, or takes of one setting that were compared all the same.
 */
function eachApart(of: Gathered, takes: readonly Take[]): Evidence {
	const { dials: _, ...rest } = gather({ ...of, answers: [], apart: false, takes: [] });
	const place = new Map(takes.map(({ id }, i) => [id, i]));
	return {
		...rest,
		dials: [
			{
				id: 'take',
				label: 'Take',
				kind: 'choice',
				itself: true,
				logarithmic: false,
				stops: takes.map(({ id, number }) => ({ key: id, label: `take ${number}` }))
			}
		],
		takes: takes.map(({ id, credits, seconds }, i) => ({
			id,
			stops: [i],
			chance: '',
			...(credits === undefined ? {} : { credits }),
			...(seconds === undefined ? {} : { seconds }),
			faults: of.remarks.get(id)?.faults ?? [],
			measures: of.measured.get(id)?.values ?? {}
		})),
		marks: of.marks
			.filter(({ takeId }) => place.has(takeId))
			.map(({ takeId, kind, blind }) => ({ take: takeId, mark: kind, judge: '', blind: !!blind })),
		pairs: of.answers
			.filter(({ left, right }) => place.has(left) && place.has(right))
			.map(({ left, right, answer, judge }) => ({ left, right, answer, judge }))
	};
}

/** The stops of a dial among takes, in the dial's order, by their keys. */
function stopsOf({ read, compare }: Dial<DialId>, takes: readonly Take[]): Map<string, Stop> {
	const found = new Map<string, Stop>();
	for (const take of takes) {
		const stop = read(take);
		const key = stopKey(stop);
		if (!found.has(key)) found.set(key, stop);
	}
	return new Map([...found].sort(([, a], [, b]) => compare(a, b)));
}

/** A place on a number dial's scale: a number, or of models' own stops their place. */
const placeOf = (stop: Stop): number | undefined =>
	typeof stop === 'number' ? stop : isOwnStop(stop) ? stop.level : undefined;

function evidenceDial(
	dial: Dial<DialId>,
	stops: readonly Stop[],
	cards: readonly ModelCard[]
): EvidenceDial {
	const own = stops.every(isOwnStop);
	const isNumber =
		dial.moves !== undefined && (own || stops.every((stop) => typeof stop === 'number'));
	const words = dial.text ? ownWords(stops.map(stopKey)) : [];
	const labels = stops.map((stop, i) =>
		dial.text
			? words[i] || (stopKey(stop) ? 'as it stands' : dial.format(stop, cards))
			: dial.format(stop, cards)
	);
	return {
		id: dial.id,
		label: dial.label,
		kind: isNumber ? 'number' : 'choice',
		itself: dial.told === 'itself',
		logarithmic: isNumber && !own && !!dial.logarithmic,
		...(isNumber && !own && dial.step ? { step: dial.step } : {}),
		stops: stops.map((stop, i) => ({
			key: stopKey(stop),
			label: labels[i],
			...(isNumber ? { at: placeOf(stop) } : {})
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
