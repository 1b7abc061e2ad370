import { dials, sentStop, stopKey, type Stop } from '$lib/core/dials';
import { sizeAfter } from '$lib/core/edits';
import { labOfHex, type LabColour } from '$lib/core/measure';
import type { MarkKind, Measured, Remark, Take } from '$lib/core/schema';

/** What the library knows of a take: what it is found by, and how it hangs on the wall. */
export interface Entry {
	id: string;
	briefId: string;
	number: number;
	model: string;
	/** Pixels of its picture. */
	width: number;
	height: number;
	/** When it was made, or brought in, in milliseconds. */
	at: number;
	starred: boolean;
	mark: MarkKind | null;
	faults: readonly string[];
	tags: readonly string[];
	/** Whether a pick is made of it. */
	picked: boolean;
	/** Whether it came from elsewhere. */
	elsewhere: boolean;
	/** Whether it is another take with edits: it was not made by a service. */
	edited: boolean;
	/** The take that it is a copy of. */
	copyOf?: string;
	/** Its words, settings, note, tags and names, to be searched. */
	text: string;
	/** Its dials that are figures, its sides and price, and what was measured in it, each by its id. */
	figures: Readonly<Record<string, number>>;
	/** The colours that it is made of, and the shape of what it shows; null until it was measured. */
	seen: { colours: readonly { lab: LabColour; share: number }[]; hash: string } | null;
}

/** What is known of a take besides its row. */
export interface Around {
	mark?: MarkKind;
	remark?: Pick<Remark, 'faults' | 'note' | 'tags'>;
	measured?: Measured;
	picked: boolean;
	elsewhere: boolean;
	/** What its brief and its run are called, where that is known. */
	names: readonly string[];
}

const figureDials = dials.filter(({ figures, chance }) => figures && !chance);
/** Figures of a take that are no settings: what its picture measures in pixels, and what it cost. */
const ownFigures: readonly {
	id: string;
	label: string;
	of: (take: Take, size: { width: number; height: number }) => number;
}[] = [
	{ id: 'width', label: 'Width in pixels', of: (_, { width }) => width },
	{ id: 'height', label: 'Height in pixels', of: (_, { height }) => height },
	{ id: 'credits', label: 'Price in credits', of: ({ credits }) => credits ?? 0 }
];

const wordDials = dials.filter(({ figures, pictures }) => !figures && !pictures);

export function entryOf(take: Take, around: Around): Entry {
	const { settings, edits } = take;
	const { mark, remark, measured, picked, elsewhere, names } = around;
	const size = sizeAfter(settings, edits);
	const figures: Record<string, number> = { ...measured?.values };
	for (const { id, of } of ownFigures) figures[id] = of(take, size);
	for (const { id, read } of figureDials) {
		const stop = sentStop(read(take));
		if (typeof stop === 'number') figures[id] = stop;
	}
	return {
		id: take.id,
		briefId: take.briefId,
		number: take.number,
		model: settings.model,
		...size,
		at: take.madeAt ?? take.createdAt,
		starred: take.starred !== undefined,
		mark: mark ?? null,
		faults: remark?.faults ?? [],
		tags: remark?.tags ?? [],
		picked,
		elsewhere,
		edited: !!edits?.length,
		...(take.copyOf ? { copyOf: take.copyOf } : {}),
		text: textOf(take, [remark?.note ?? '', ...(remark?.tags ?? []), ...names]),
		figures,
		seen: measured
			? {
					colours: measured.palette.map(({ hex, share }) => ({ lab: labOfHex(hex), share })),
					hash: measured.hash
				}
			: null
	};
}

function textOf(take: Take, noted: readonly string[]): string {
	const said = wordDials.map(({ read, format, rest }) => {
		const stop = read(take);
		// What it has nothing of is not what it is found by.
		if (stop === rest || (rest != null && stopKey(stop) === stopKey(rest as Stop))) return '';
		return typeof stop === 'string' ? stop : format(stop, []);
	});
	const { prompt, negative } = take.settings;
	return [...new Set([prompt, negative, ...said, ...noted, ...Object.values(take.columns ?? {})])]
		.filter(Boolean)
		.join('\n');
}

/** The figures that takes can be asked for by a range: dials in their order, then what is no setting. */
export const rangedFigures: readonly { id: string; label: string }[] = [
	...figureDials.filter(({ id }) => id !== 'frame').map(({ id, label }) => ({ id, label })),
	...ownFigures.map(({ id, label }) => ({ id, label }))
];
