/** Where painted scenes lie: in a take's own memory, or in one that threads share. */
export interface SceneMemory {
	/** Places for paintings of one size, by name; the same name is the same place. */
	places(names: readonly string[], bytes: number): Place[];
	/** Says that these are likely to be asked for: whoever has nothing to do may paint them. */
	expect(names: readonly string[], bytes: number): void;
}

/** A place for one painting. */
export interface Place {
	/**
	 * What was painted here; it is painted now when nobody has. Null when another is at it, unless
	 * that is to be waited for. What `paint` throws leaves the place empty.
	 */
	get(paint: () => Uint8Array, wait: boolean): Uint8Array | null;
}

/**
 * Everything that places hold, in their order. Whoever comes first paints; what others are at is left
 * to them and waited for at the end, so that several paint different ones.
 */
export function gather(places: readonly Place[], paint: (i: number) => Uint8Array): Uint8Array[] {
	const first = places.map((place, i) => place.get(() => paint(i), false));
	return places.map((place, i) => first[i] ?? place.get(() => paint(i), true)!);
}

/** Memory of one's own, which goes when it is let go. */
export function ownMemory(): SceneMemory {
	const painted = new Map<string, Uint8Array>();
	return {
		expect: () => undefined,
		places: (names) =>
			names.map((name) => ({
				get(paint) {
					let here = painted.get(name);
					if (!here) painted.set(name, (here = paint()));
					return here;
				}
			}))
	};
}
