import { undo } from './undo.svelte';

/**
 * Puts something in the place of what is there: it is said, with a button that takes it back.
 *
 * @param now what is there
 * @param told what was done, as a sentence
 */
export async function replacing<Fields extends object>(
	now: Fields,
	next: Partial<Fields>,
	told: string,
	write: (fields: Partial<Fields>) => Promise<void>
): Promise<void> {
	const names = Object.keys(next) as (keyof Fields)[];
	const before = Object.fromEntries(names.map((name) => [name, now[name]])) as Partial<Fields>;
	undo.push({
		says: told.replace(/\.$/, '').toLowerCase(),
		told,
		back: () => write(before),
		again: () => write(next)
	});
	await write(next);
}
