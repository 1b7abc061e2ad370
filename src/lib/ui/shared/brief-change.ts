import { dialOf, isDialId } from '$lib/core/dials';
import { changedFields, fieldsOf, type Brief, type Fields } from '$lib/core/schema';
import * as store from '$lib/store';
import { undo } from './undo.svelte';

/** What a field of a brief is called when its change is undone. */
const NAMES: Record<string, string> = {
	name: 'the name',
	purpose: 'the purpose',
	allowance: 'the budget',
	design: 'the design',
	colours: 'the palette',
	destinations: 'the destinations',
	narrowing: 'narrowing down',
	wishes: 'the frames'
};

/** What was changed, in a few words. */
function nameOf(paths: readonly string[]): string {
	const parts = paths.map((path) => {
		const [field, dial] = path.split('.').slice(path.startsWith('rack.own.') ? 1 : 0);
		if (dial && isDialId(dial)) return dialOf(dial).label.toLowerCase();
		return field === 'words' || field === 'prompt' || field === 'negative'
			? 'the words'
			: (NAMES[field] ?? 'the dials');
	});
	const names = [...new Set(parts)];
	return names.length > 2 ? 'several dials' : names.join(' and ');
}

/** Writes fields of a brief. Resolves once they are stored. */
export type Write = (fields: Fields) => Promise<void>;

const writing =
	({ id }: Brief): Write =>
	(fields) =>
		store.updateBrief(id, fields, Date.now());

/**
 * Changes a brief so that undo puts back the fields that were changed, and nothing else.
 *
 * @param told what was done, as a sentence to be shown with an Undo button
 */
export async function changeBrief(
	before: Brief,
	next: Partial<Brief>,
	{ told, write = writing(before) }: { told?: string; write?: Write } = {}
): Promise<void> {
	const fields = changedFields(before, { ...before, ...next });
	const paths = Object.keys(fields);
	if (!paths.length) return;
	const old = fieldsOf(before, paths);
	undo.push({
		says: told ? told.replace(/\.$/, '').toLowerCase() : nameOf(paths),
		...(told ? { told } : { of: `${before.id} ${paths.join(' ')}` }),
		back: () => write(old),
		again: () => write(fields)
	});
	await write(fields);
}
