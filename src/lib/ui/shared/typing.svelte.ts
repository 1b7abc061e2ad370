import { whenReleased } from './pressed';
import { whenLeft } from './when-left';

/** After how long without a key a text has come to rest, in milliseconds. */
const RESTS = 300;

/** A text while it is typed. */
export interface Typing {
	/** What stands in the field; null where nothing was typed since it was left. */
	readonly text: string | null;
	readonly type: (text: string) => void;
	/** The field is left. */
	readonly leave: () => void;
}

/**
 * Has a text kept when its typing comes to rest, and when its field, its view or its page is left. Called with a
 * component.
 */
export function typing(keep: (text: string) => void): Typing {
	let text = $state<string | null>(null);
	let kept: string | null = null;
	let timer: ReturnType<typeof setTimeout> | undefined;
	const rest = () => {
		clearTimeout(timer);
		if (text === null || text === kept) return;
		kept = text;
		keep(text);
	};
	whenLeft(rest);
	return {
		get text() {
			return text;
		},
		type(next) {
			text = next;
			clearTimeout(timer);
			timer = setTimeout(() => whenReleased(rest), RESTS);
		},
		leave() {
			rest();
			text = kept = null;
		}
	};
}
