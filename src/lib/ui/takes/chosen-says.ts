import type { Take } from '$lib/core/schema';
import { listed } from '$lib/core/wording';

/** Briefs that are named; of more their number is told. */
const MOST_NAMED = 2;

/**
 * Names what is chosen, with the briefs of takes that are not looked at: "3 chosen, 2 of them in March
 * cover".
 *
 * @param here ids of the briefs that are looked at; all takes are, where there are none
 */
export function chosenSays(
	takes: readonly Pick<Take, 'briefId'>[],
	here: ReadonlySet<string>,
	nameOf: (briefId: string) => string
): string {
	const all = `${takes.length} chosen`;
	const away = here.size ? takes.filter(({ briefId }) => !here.has(briefId)) : [];
	if (!away.length) return all;
	const briefs = [...new Set(away.map(({ briefId }) => briefId))];
	const names =
		briefs.length > MOST_NAMED ? `${briefs.length} other briefs` : listed(briefs.map(nameOf));
	if (away.length < takes.length) return `${all}, ${away.length} of them in ${names}`;
	return `${all}, ${takes.length > 1 ? 'all of them ' : ''}in ${names}`;
}
