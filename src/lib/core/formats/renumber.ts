import type { Take } from '$lib/core/schema';

/** Takes in the order of their numbers; what has the number of another gets one that none had. */
export function renumbered(takes: readonly Take[]): Take[] {
	const ordered = [...takes].sort((a, b) => a.number - b.number || a.createdAt - b.createdAt);
	let last = ordered.at(-1)?.number ?? 0;
	const used = new Set<number>();
	const out = ordered.map((take) => {
		const number = used.has(take.number) ? ++last : take.number;
		used.add(number);
		return number === take.number ? take : { ...take, number };
	});
	return out.sort((a, b) => a.number - b.number);
}
