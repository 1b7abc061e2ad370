import type { Take } from '$lib/core/schema';
import { many } from '$lib/ui/shared';

/** How many of some takes are made, for who hears it: at every eighth of them, and when all are made. */
export function madeSays(takes: readonly Take[]): string {
	const all = takes.length;
	const open = takes.filter(({ state }) => state === 'waiting' || state === 'running').length;
	const step = Math.max(1, Math.ceil(all / 8));
	return open
		? `${Math.floor((all - open) / step) * step} of ${many(all, 'take')} are made`
		: `All ${many(all, 'take')} are made`;
}
