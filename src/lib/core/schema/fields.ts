/** Fields of a record by their paths, such as `rack.guidance`. A field that is taken away is undefined. */
export type Fields = Readonly<Record<string, unknown>>;

/** Fields that are records themselves: a change of one part leaves the others alone. */
const NESTED = ['rack', 'rack.own', 'words', 'narrowing'];

const isRecord = (value: unknown): value is Record<string, unknown> =>
	typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Returns the fields that differ between two states of a record, with their values in the later state.
 * Values are compared as JSON.
 */
export function changedFields(before: object, after: object, path = ''): Fields {
	const [was, is] = [before, after] as Record<string, unknown>[];
	const out: Record<string, unknown> = {};
	for (const name of new Set([...Object.keys(was), ...Object.keys(is)])) {
		const at = path + name;
		const [one, other] = [was[name], is[name]];
		if (JSON.stringify(one) === JSON.stringify(other)) continue;
		if (NESTED.includes(at) && isRecord(one) && isRecord(other))
			Object.assign(out, changedFields(one, other, `${at}.`));
		else out[at] = other;
	}
	return out;
}

/** Returns the values that some fields have in a record. */
export const fieldsOf = (record: object, paths: Iterable<string>): Fields =>
	Object.fromEntries(
		[...paths].map((path) => [
			path,
			path.split('.').reduce<unknown>((at, name) => (isRecord(at) ? at[name] : undefined), record)
		])
	);

/** Returns a record with some of its fields changed. The record itself stays as it is. */
export function withFields<T extends object>(record: T, fields: Fields): T {
	const out = { ...record } as Record<string, unknown>;
	for (const [path, value] of Object.entries(fields)) {
		const names = path.split('.');
		let at = out;
		for (const name of names.slice(0, -1)) {
			at[name] = { ...(at[name] as object) };
			at = at[name] as Record<string, unknown>;
		}
		if (value === undefined) delete at[names.at(-1)!];
		else at[names.at(-1)!] = value;
	}
	return out as T;
}
