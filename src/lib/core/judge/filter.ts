import { dialOf, dials, sentStop, stopKey, type DialId } from '$lib/core/dials';
import { valueOf, type MeasureId } from '$lib/core/measure';
import type { MarkKind, Measured, Remark, Take } from '$lib/core/schema';

/** Which takes are wanted; what is left out is not asked. */
export interface TakeFilter {
	/** A mark, or `none` for those that have none yet. */
	mark?: MarkKind | 'none';
	/** The id of a fault that was noted, `any` for at least one, `none` for none. */
	fault?: string;
	/** A measure and the least or most that it may be. */
	measure?: { id: MeasureId; least?: number; most?: number };
	/** A dial and the stop on it, as its key. */
	stop?: { dial: DialId; key: string };
	/** Words that stand in its settings, its note or its tags. */
	text?: string;
}

/** What is known of a take besides its settings. */
export interface Judged {
	mark?: MarkKind;
	remark?: Pick<Remark, 'faults' | 'note' | 'tags'>;
	measured?: Measured;
}

/** Whether a filter asks for anything. */
export const asks = (filter: TakeFilter): boolean =>
	Object.values(filter).some((value) => value !== undefined && value !== '');

/** Whether a take has all that is asked for. One that was not measured yet has no measure. */
export function wanted(take: Take, judged: Judged, filter: TakeFilter): boolean {
	const { mark, fault, measure, stop, text } = filter;
	if (stop && stopKey(dialOf(stop.dial).read(take)) !== stop.key) return false;
	if (mark !== undefined && (judged.mark ?? 'none') !== mark) return false;
	const faults = judged.remark?.faults ?? [];
	if (fault === 'any' && !faults.length) return false;
	if (fault === 'none' && faults.length) return false;
	if (fault && fault !== 'any' && fault !== 'none' && !faults.includes(fault)) return false;
	if (measure) {
		const value = valueOf(judged.measured, measure.id);
		if (value === undefined) return false;
		if (measure.least !== undefined && value < measure.least) return false;
		if (measure.most !== undefined && value > measure.most) return false;
	}
	if (text?.trim()) {
		const said = [
			String(take.number),
			judged.remark?.note ?? '',
			...(judged.remark?.tags ?? []),
			take.settings.prompt,
			...dials.map((dial) => stopKey(sentStop(dial.read(take)))),
			...Object.values(take.columns ?? {})
		]
			.join('\n')
			.toLowerCase();
		if (
			!text
				.toLowerCase()
				.trim()
				.split(/\s+/)
				.every((word) => said.includes(word))
		)
			return false;
	}
	return true;
}
