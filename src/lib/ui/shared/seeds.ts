/** Seeds that nobody has seen before. Chosen here, since core/ has no chance of its own. */
export function freshSeeds(count: number): number[] {
	return [...crypto.getRandomValues(new Uint32Array(count))].map((word) => word % 100_000);
}
