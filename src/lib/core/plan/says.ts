import { chanceDials, countRepeats, dialOf } from '$lib/core/dials';
import type { Plan } from '$lib/core/schema';
import { variedDials } from './combine';

/**
 * A plan as a multiplication, in words: "2 models \u00d7 3 guidance values \u00d7 2 seeds"; where it
 * chose among its settings, so many settings times what of chance varies.
 *
 * @param takes how many it has
 */
export function productSays(
	{ design, rack }: Pick<Plan, 'design' | 'rack'>,
	takes: number
): string {
	const factor = ({ dial, count }: ReturnType<typeof variedDials>[number]) =>
		`${count} ${dialOf(dial).many}`;
	const varied = variedDials(rack);
	if (design.kind === 'all') return varied.map(factor).join(' \u00d7 ') || 'one setting';
	const settings = takes / countRepeats(rack);
	return [
		settings === 1 ? 'one setting' : `${settings} settings`,
		...varied.filter(({ dial }) => chanceDials.includes(dial)).map(factor)
	].join(' \u00d7 ');
}
