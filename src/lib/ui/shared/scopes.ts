import type { Scope } from '$lib/core/findings';
import { many } from './say';

const clock = (at: number): string =>
	new Date(at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false });

const MOST_WORDS = 34;

/**
 * A scope in words.
 * @param blind whether nothing may be said of settings: then words are told apart by a letter
 */
export function scopeSays(
	{ kind, count, words, wordings = 1, at, place }: Scope,
	blind = false
): string {
	const takes = many(count, 'take');
	if (kind === 'chosen') return `${takes} that were chosen`;
	if (kind === 'words') {
		if (blind && wordings > 1) return `${takes}, ${wordings} wordings`;
		if (blind) return `${takes}, wording ${String.fromCharCode(64 + Math.min(26, place))}`;
		const text = words!.trim() || 'no words';
		const short = text.length > MOST_WORDS ? `${text.slice(0, MOST_WORDS).trimEnd()} …` : text;
		return `${takes} of \u201c${short}\u201d${wordings > 1 ? ` and ${many(wordings - 1, 'other wording')}` : ''}`;
	}
	if (kind === 'run') return `${takes} run at ${clock(at!)}`;
	if (kind === 'brought') return `${takes} brought in at ${clock(at!)}`;
	return `all ${takes}`;
}
