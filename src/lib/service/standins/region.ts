/**
 * The places of the largest region of equal owners, joined along edges.
 * @param but an owner whose regions do not count
 */
export function largestRegion(
	owner: ArrayLike<number>,
	width: number,
	height: number,
	but?: number
): number[] {
	const seen = new Uint8Array(owner.length);
	let largest: number[] = [];
	for (let start = 0; start < owner.length; start++) {
		if (seen[start] || owner[start] === but) continue;
		const reached = [start];
		seen[start] = 1;
		// Places are added while the list is gone through.
		for (const p of reached) {
			const x = p % width;
			const visit = (q: number) => {
				if (!seen[q] && owner[q] === owner[start]) {
					seen[q] = 1;
					reached.push(q);
				}
			};
			if (x > 0) visit(p - 1);
			if (x + 1 < width) visit(p + 1);
			if (p >= width) visit(p - width);
			if (p + width < width * height) visit(p + width);
		}
		if (reached.length > largest.length) largest = reached;
	}
	return largest;
}
