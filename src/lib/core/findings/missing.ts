import type { Evidence } from '$lib/core/judge';
import { settingsOf } from '$lib/core/judge';
import { many } from './words';

/** Why there is no answer yet, or only a weak one, and where to go next. */
export interface Missing {
	says: string;
	offer: { says: string; view: 'dials' | 'sheet' | 'pairs' };
	/** Whether nothing can be said at all; otherwise only little. */
	nothing: boolean;
}

/** Judgements per setting below which little can be said. */
const FEW = 2;

/** Says what is missing before findings are worth much; null when enough is there. */
export function missingOf(evidence: Evidence): Missing | null {
	const { takes, marks, pairs } = evidence;
	if (!takes.length)
		return {
			says: 'Nothing has been made yet. Put stops on the dials and run them.',
			offer: { says: 'Open the dials', view: 'dials' },
			nothing: true
		};
	const settings = settingsOf(evidence).length;
	if (settings < 2)
		return {
			says: `${takes.length === 1 ? 'The only take was' : `All ${many(takes.length, 'take')} were`} made with the same settings, so there is nothing to compare. Put a second stop on a dial.`,
			offer: { says: 'Open the dials', view: 'dials' },
			nothing: true
		};
	const judged = marks.length + pairs.length;
	if (!judged)
		return {
			says: `You have ${many(takes.length, 'take')} of ${many(settings, 'setting')}, and nobody has judged one yet. Blind pairs are the surest way. Marks on the sheet count, too.`,
			offer: { says: 'Judge pairs', view: 'pairs' },
			nothing: true
		};
	if (judged < settings * FEW && judged < 20)
		return {
			says: `There are only ${many(judged, 'judgement')} for ${many(settings, 'setting')}, so these figures are little more than a guess.`,
			offer: { says: 'Judge pairs', view: 'pairs' },
			nothing: false
		};
	return null;
}
