import { diffArrays, diffWordsWithSpace } from 'diff';
import { joining } from './text';

/** A piece of a comparison: in both texts, only in the first, or only in the second. */
export interface WordChange {
	text: string;
	kind: 'same' | 'out' | 'in';
}

/** What changes from one text to another, word by word (Myers 1986, by `diff`). */
export function compareWords(from: string, to: string): WordChange[] {
	const changes = diffWordsWithSpace(from, to).map(({ value, added, removed }): WordChange => ({
		text: value,
		kind: added ? 'in' : removed ? 'out' : 'same'
	}));
	// Where only a space is the same between two changes, they are read as one.
	const joined: WordChange[] = [];
	let [out, into] = ['', ''];
	const finish = () => {
		if (out) joined.push({ text: out, kind: 'out' });
		if (into) joined.push({ text: into, kind: 'in' });
		[out, into] = ['', ''];
	};
	changes.forEach((change, i) => {
		const space = change.kind === 'same' && !change.text.trim() && i > 0 && i + 1 < changes.length;
		if (change.kind === 'same' && !space) {
			finish();
			joined.push(change);
		} else {
			if (change.kind !== 'in') out += change.text;
			if (change.kind !== 'out') into += change.text;
		}
	});
	finish();
	return joined;
}

const pieces = (text: string): string[] => text.match(/[\p{L}\p{M}\p{N}'\u2019-]+/gu) ?? [];
const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/**
 * Of several texts, only the words in which each differs from what all have in common, in their
 * order, with an ellipsis where common words lie between. A text without words of its own gives ''.
 */
export function ownWords(texts: readonly string[]): string[] {
	const split = texts.map(pieces);
	const common = split.reduce(
		(shared, next) =>
			diffArrays(shared, next, { comparator: same })
				.filter(({ added, removed }) => !added && !removed)
				.flatMap(({ value }) => value),
		split[0] ?? []
	);
	return split.map((own) => {
		let out = '';
		let between = false;
		for (const { added, removed, value } of diffArrays(common, own, { comparator: same })) {
			if (removed) continue;
			if (!added) {
				between = true;
				continue;
			}
			// What only joins, like "a" or "on the", is no difference worth a label.
			if (value.every((word) => joining.has(word.toLowerCase()))) {
				between = true;
				continue;
			}
			out += (out ? (between ? ' \u2026 ' : ' ') : '') + value.join(' ');
			between = false;
		}
		return out;
	});
}
