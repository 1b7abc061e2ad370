/** A count with its word: 1 take, 12 takes. */
export function many(count: number, one: string, more = `${one}s`): string {
	return `${count} ${count === 1 ? one : more}`;
}

/** Parts as a sentence lists them: a, b and c. */
export const listed = (parts: readonly string[]): string =>
	parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : (parts[0] ?? '');
