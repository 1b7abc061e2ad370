import { dialOf, rackDials, sentStop, stopKey, type DialId, type Made } from '$lib/core/dials';
import type { PlanRack, Take } from '$lib/core/schema';
import { listed } from '$lib/core/wording';
import { settingAt, type Chosen } from './combine';
import { placeOn } from './kept';

/** The stops of all dials as they are sent. */
const keysOf = (made: Made): string =>
	rackDials.map((dial) => stopKey(sentStop(dialOf(dial).read(made)))).join('\n');

/**
 * Returns the finished takes that a plan would make once more, one for each of its settings and seeds: the
 * service gives the same picture for the same settings. Edited copies are none of these.
 */
export function madeAlready<
	T extends Pick<Take, 'settings' | 'words' | 'levels' | 'state' | 'edits'>
>(rack: PlanRack, { rows, dials }: Chosen, takes: readonly T[]): T[] {
	const wanted = rows && new Set(rows.map((row) => row.join(' ')));
	const found = new Map<string, T>();
	for (const take of takes) {
		if (take.state !== 'done' || take.edits) continue;
		const at = new Map<DialId, number>();
		const stands = rackDials.every((dial) => {
			const place = placeOn(rack, dial, take);
			// A dial that changes nothing of the take may stand anywhere: strength without a start picture.
			at.set(dial, place < 0 && dialOf(dial).idle?.(take) ? 0 : place);
			return at.get(dial)! >= 0;
		});
		if (!stands) continue;
		if (wanted && !wanted.has(dials.map((dial) => at.get(dial)).join(' '))) continue;
		// The rack turned to these places makes the same: a model's own value may be another at the same place.
		const same = settingAt(rack, (dial) => at.get(dial)!);
		if (keysOf(same) !== keysOf(take)) continue;
		const key = [...at.values()].join(' ');
		if (!found.has(key)) found.set(key, take);
	}
	return [...found.values()];
}

/** So many takes are named by their numbers. */
const NAMED = 3;

/** Says which takes of a plan were made already, and what running them again comes to. */
export function madeAlreadySays(numbers: readonly number[], takes: number): string {
	const count = numbers.length;
	const names = count > NAMED ? '' : ` (${listed(numbers.map((one) => `take ${one}`))})`;
	if (count === 1 && takes === 1)
		return `You already have this take${names}. Running it again makes the same picture and costs credits.`;
	if (count === 1)
		return `You already have one of these takes${names}. Running it again makes the same picture and costs credits.`;
	const which =
		count < takes
			? `${count} of these takes`
			: count === 2
				? 'both of these takes'
				: `all ${count} of these takes`;
	return `You already have ${which}${names}. Running them again makes the same pictures and costs credits.`;
}
