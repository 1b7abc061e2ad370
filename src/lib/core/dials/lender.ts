import { z } from 'zod';
import type { ReferenceUse } from '$lib/core/contract';
import { defineDial, stopKey, type Dial, type DialSpec, type Draft, type Made } from './dial';
import { share, shareScale } from './share';
import { partsOf, together } from './together';

/** The stop for nothing lent: the words alone say it. */
const NO_LENDER = '';

/** More pictures than this lend nothing to one take. */
const MOST_LENDERS = 8;

const lent = ({ settings }: Made | Draft, use: ReferenceUse) =>
	(settings.references ?? []).filter((one) => one.use === use);

const USES: readonly ReferenceUse[] = ['content', 'outline', 'look', 'palette'];

/** Settings with what lends one thing set, in an order of its own: equal settings are written alike. */
function withLenders(draft: Draft, use: ReferenceUse, images: string[], weight: number): Draft {
	const { references = [], ...settings } = draft.settings;
	const all = [
		...references.filter((one) => one.use !== use),
		...images.map((image) => ({ image, use, weight }))
	].sort((a, b) => USES.indexOf(a.use) - USES.indexOf(b.use));
	return { ...draft, settings: { ...settings, ...(all.length ? { references: all } : {}) } };
}

type Lender<Id extends string> = Pick<
	DialSpec<Id, string>,
	'id' | 'label' | 'many' | 'explained' | 'order'
> & {
	use: ReferenceUse;
	/** What a model cannot do that does not offer it: "take the colours of a picture". */
	cannot: string;
};

/** A dial whose stops are pictures that lend one thing: a picture each, or several together. */
export const lender = <const Id extends string>({
	use,
	cannot,
	...spec
}: Lender<Id>): Dial<Id, string> & { rest: string } =>
	defineDial<Id, string>({
		/** SHA-256 of the pictures' bytes. */
		stop: z.string().max(1000),
		rest: NO_LENDER,
		restYields: true,
		read: (made) => together(lent(made, use).map(({ image }) => image)),
		// Its weight is turned after it.
		write: (draft, stop) =>
			withLenders(draft, use, partsOf(stopKey(stop)), lent(draft, use)[0]?.weight ?? 0.7),
		said: (draft) => lent(draft, use).length > 0,
		restIn: ({ settings }) => settings.model !== undefined,
		idle: (made) => !lent(made, use).length,
		format: (stop) => {
			const ids = partsOf(stopKey(stop));
			return ids.length ? `picture ${together(ids.map((id) => id.slice(0, 6)))}` : 'from the words';
		},
		compare: () => 0,
		extra: { label: spec.label },
		pictures: (stop) => partsOf(stopKey(stop)),
		lends: MOST_LENDERS,
		problemsOf: (card, { stops }) =>
			stops.some((stop) => stop !== NO_LENDER) && !card.features.includes(`reference:${use}`)
				? [
						{
							says: `${card.name} cannot ${cannot}.`,
							mend: { says: 'Leave it to the words', change: { [spec.id]: [NO_LENDER] } }
						}
					]
				: [],
		problems: ({ stops }) =>
			stops.some((stop) => partsOf(stop).length > MOST_LENDERS)
				? [
						{
							says: `${spec.label}: no more than ${MOST_LENDERS} pictures lend at once. Take some off.`
						}
					]
				: [],
		control: { kind: 'pictures', none: 'from the words' },
		...spec
	});

/** The weight of what one dial's pictures lend. */
export const lenderWeight = <const Id extends string>({
	of,
	use,
	...spec
}: Pick<DialSpec<Id, number>, 'id' | 'label' | 'many' | 'explained' | 'order' | 'moves'> & {
	of: { id: string; label: string };
	use: ReferenceUse;
}): Dial<Id, number> & { rest: number } =>
	defineDial<Id, number>({
		...share,
		rest: 0.7,
		read: (made) => lent(made, use)[0]?.weight ?? 0,
		write: (draft, stop) => {
			const images = lent(draft, use).map(({ image }) => image);
			return images.length ? withLenders(draft, use, images, Number(stop)) : draft;
		},
		said: (draft) => lent(draft, use).length > 0,
		idle: (made) => !lent(made, use).length,
		follows: {
			dial: of.id,
			alone: `No picture lends here, so its weight changes nothing: choose one under ${of.label}, or hold the weight.`,
			beside:
				'Without a picture every weight is the same: take \u201cfrom the words\u201d off, a weight of 0 lends nothing.'
		},
		control: shareScale({ top: '1 as much as there is', bottom: '0 nothing of it' }),
		...spec
	});
