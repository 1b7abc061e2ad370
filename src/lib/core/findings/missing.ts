import type { Evidence } from '$lib/core/judge';
import { settingsOf } from '$lib/core/judge';
import { many } from './words';

/** What stands in the way of an answer, and where to go to mend it. */
export interface Missing {
	says: string;
	offer: { says: string; view: 'dials' | 'sheet' | 'pairs' };
	/** Whether nothing can be said at all, or only little. */
	nothing: boolean;
}

/** Judgements that a setting should have before much is said. */
const FEW = 2;

/** What is missing before findings are worth much; null when enough is there. */
export function missingOf(evidence: Evidence): Missing | null {
	const { takes, marks, pairs } = evidence;
	if (!takes.length)
		return {
			says: 'Nothing is made yet: put stops on the dials, and run them.',
			offer: { says: 'To the dials', view: 'dials' },
			nothing: true
		};
	const settings = settingsOf(evidence).length;
	if (settings < 2)
		return {
			says: `All ${many(takes.length, 'take')} were made with the same settings: nothing varies but chance. Put a second stop on a dial to compare.`,
			offer: { says: 'To the dials', view: 'dials' },
			nothing: true
		};
	const judged = marks.length + pairs.length;
	if (!judged)
		return {
			says: `${many(takes.length, 'take')} of ${many(settings, 'setting')} are made, and none is judged. Blind pairs are the surest way; marks on the sheet count, too.`,
			offer: { says: 'Judge pairs', view: 'pairs' },
			nothing: true
		};
	if (judged < settings * FEW && judged < 20)
		return {
			says: `${many(judged, 'judgement')} of ${many(settings, 'setting')}: what follows is little more than a guess, and says how wide it is.`,
			offer: { says: 'Judge pairs', view: 'pairs' },
			nothing: false
		};
	return null;
}
