import type { NegativeSet, Style } from '$lib/core/schema';
import { db, type KeptPrompt } from './db';

export const ownStyles = (): Promise<Style[]> => db.styles.orderBy('name').toArray();

export async function keepStyle(style: Style): Promise<void> {
	await db.styles.put(style);
}

export async function forgetStyle(name: string): Promise<void> {
	await db.styles.delete(name);
}

export const ownSets = (): Promise<NegativeSet[]> => db.sets.orderBy('name').toArray();

export async function keepSet(set: NegativeSet): Promise<void> {
	await db.sets.put(set);
}

export async function forgetSet(name: string): Promise<void> {
	await db.sets.delete(name);
}

/**
 * Prompts that were run in any brief, the starred ones first, then the latest.
 * @param search words that must all stand in it; empty for all
 */
export async function keptPrompts(search: string, limit: number): Promise<KeptPrompt[]> {
	const wanted = search.toLowerCase().split(/\s+/).filter(Boolean);
	const found = await db.prompts
		.orderBy('runAt')
		.reverse()
		.filter(({ text }) => {
			const lower = text.toLowerCase();
			return wanted.every((word) => lower.includes(word));
		})
		.toArray();
	return found.sort((a, b) => b.starred - a.starred).slice(0, limit);
}

export async function starPrompt(text: string, starred: boolean): Promise<void> {
	await db.prompts.update(text, { starred: starred ? 1 : 0 });
}
