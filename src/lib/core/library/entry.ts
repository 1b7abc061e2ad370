import { dials, stopKey, type DialId, type Stop } from '$lib/core/dials';
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
	/** Whether a pick is made of it. */
	picked: boolean;
	/** Whether it came from elsewhere. */
	elsewhere: boolean;
	credits: number;
	/** Its words, settings, note and names, to be searched. */
	text: string;
	/** Its dials that are figures, and what was measured in it, each by its id. */
	figures: Readonly<Record<string, number>>;
	/** The colours that it is made of, and the shape of what it shows; null until it was measured. */
	seen: { colours: readonly { lab: LabColour; share: number }[]; hash: string } | null;
}

/** What is known of a take besides its row. */
export interface Around {
	mark?: MarkKind;
	remark?: Pick<Remark, 'faults' | 'note'>;
	measured?: Measured;
	picked: boolean;
	elsewhere: boolean;
	/** What its brief and its run are called, where that is known. */
	names: readonly string[];
}

const figureDials = dials.filter(({ figures, chance }) => figures && !chance);
const wordDials = dials.filter(({ figures, pictures }) => !figures && !pictures);

export function entryOf(take: Take, around: Around): Entry {
	const { settings, edits } = take;
	const { mark, remark, measured, picked, elsewhere, names } = around;
	const figures: Record<string, number> = { ...measured?.values };
	for (const { id, read } of figureDials) {
		const stop = read(take);
		if (typeof stop === 'number') figures[id] = stop;
	}
	return {
		id: take.id,
		briefId: take.briefId,
		number: take.number,
		model: settings.model,
		...sizeAfter(settings, edits),
		at: take.madeAt ?? take.createdAt,
		starred: take.starred !== undefined,
		mark: mark ?? null,
		faults: remark?.faults ?? [],
		picked,
		elsewhere,
		credits: take.credits ?? 0,
		text: textOf(take, remark?.note ?? '', names),
		figures,
		seen: measured
			? {
					colours: measured.palette.map(({ hex, share }) => ({ lab: labOfHex(hex), share })),
					hash: measured.hash
				}
			: null
	};
}

function textOf(take: Take, note: string, names: readonly string[]): string {
	const said = wordDials.map(({ read, format, rest }) => {
		const stop = read(take);
		// What it has nothing of is not what it is found by.
		if (stop === rest || (rest != null && stopKey(stop) === stopKey(rest as Stop))) return '';
		return typeof stop === 'string' ? stop : format(stop, []);
	});
	const { prompt, negative } = take.settings;
	return [
		...new Set([prompt, negative, ...said, note, ...names, ...Object.values(take.columns ?? {})])
	]
		.filter(Boolean)
		.join('\n');
}

/** The settings that takes can be asked for by a range, in the order of the dials. */
export const rangedDials: readonly { id: DialId; label: string }[] = figureDials
	.filter(({ id }) => id !== 'frame')
	.map(({ id, label }) => ({ id, label }));
