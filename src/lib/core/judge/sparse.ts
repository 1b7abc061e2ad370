/** Where the entries of a sparse symmetric matrix and of its Cholesky factor stand. */
export interface Pattern {
	/** Rows of the matrix. */
	n: number;
	/** The place of every row in the order of elimination, and the row at every place. */
	place: Int32Array;
	order: Int32Array;
	/** Entries below the diagonal, column by column: where a column starts, and the place of each row. */
	start: Int32Array;
	rows: Int32Array;
	/** Columns before a place that reach its row: where its list starts, each column and its entry there. */
	backStart: Int32Array;
	backColumn: Int32Array;
	backEntry: Int32Array;
}

/** The lower triangle by places: a diagonal, and the entries below it. */
export interface Lower {
	diagonal: Float64Array;
	below: Float64Array;
}

const popcount = (word: number): number => {
	let v = word - ((word >>> 1) & 0x55555555);
	v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
	return (((v + (v >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
};

/** Groups of rows that are linked to each other, directly or through others. */
export function componentsOf(n: number, links: readonly (readonly [number, number])[]): number[][] {
	const parent = Int32Array.from({ length: n }, (_, i) => i);
	const root = (i: number): number => {
		while (parent[i] !== i) i = parent[i] = parent[parent[i]];
		return i;
	};
	for (const [i, j] of links) parent[root(i)] = root(j);
	const groups = new Map<number, number[]>();
	for (let i = 0; i < n; i++) {
		const at = root(i);
		const known = groups.get(at);
		if (known) known.push(i);
		else groups.set(at, [i]);
	}
	return [...groups.values()];
}

/**
 * Finds an order of elimination with little fill (minimum degree; Tinney and Walker 1967, from memory),
 * and where the factor has entries. Time and memory grow with the square of the largest component.
 *
 * @param n rows of the matrix
 * @param links pairs of rows with an entry off the diagonal
 */
export function patternOf(n: number, links: readonly (readonly [number, number])[]): Pattern {
	const local = new Int32Array(n);
	const groupOf = new Int32Array(n);
	const groups = componentsOf(n, links);
	groups.forEach((rows, g) =>
		rows.forEach((row, i) => {
			local[row] = i;
			groupOf[row] = g;
		})
	);
	const within: [number, number][][] = groups.map(() => []);
	for (const [i, j] of links) within[groupOf[i]].push([local[i], local[j]]);
	const [place, order] = [new Int32Array(n), new Int32Array(n)];
	const columns: number[][] = [];
	groups.forEach((rows, g) => {
		for (const { row, near } of eliminated(rows.length, within[g])) {
			place[rows[row]] = columns.length;
			order[columns.length] = rows[row];
			columns.push(near.map((i) => rows[i]));
		}
	});
	const start = new Int32Array(n + 1);
	columns.forEach((list, k) => (start[k + 1] = start[k] + list.length));
	const rows = new Int32Array(start[n]);
	columns.forEach((list, k) =>
		rows.set(
			list.map((row) => place[row]).sort((a, b) => a - b),
			start[k]
		)
	);
	const backStart = new Int32Array(n + 1);
	for (const row of rows) backStart[row + 1]++;
	for (let k = 0; k < n; k++) backStart[k + 1] += backStart[k];
	const fill = backStart.slice();
	const [backColumn, backEntry] = [new Int32Array(rows.length), new Int32Array(rows.length)];
	for (let k = 0; k < n; k++)
		for (let entry = start[k]; entry < start[k + 1]; entry++) {
			const at = fill[rows[entry]]++;
			backColumn[at] = k;
			backEntry[at] = entry;
		}
	return { n, place, order, start, rows, backStart, backColumn, backEntry };
}

/** Rows of one component in the order of their elimination, each with those that it is then linked to. */
function eliminated(
	n: number,
	links: readonly (readonly [number, number])[]
): { row: number; near: number[] }[] {
	// A bit for every two rows.
	const words = (n + 31) >>> 5;
	const bits = new Int32Array(n * words);
	const put = (i: number, j: number) => (bits[i * words + (j >>> 5)] |= 1 << (j & 31));
	const clear = (i: number, j: number) => (bits[i * words + (j >>> 5)] &= ~(1 << (j & 31)));
	for (const [i, j] of links)
		if (i !== j) {
			put(i, j);
			put(j, i);
		}
	const count = (i: number) => {
		let sum = 0;
		for (let w = i * words; w < (i + 1) * words; w++) if (bits[w]) sum += popcount(bits[w]);
		return sum;
	};
	const degree = Int32Array.from({ length: n }, (_, i) => count(i));
	const done = new Uint8Array(n);
	return Array.from({ length: n }, () => {
		let row = -1;
		for (let i = 0; i < n; i++) if (!done[i] && (row < 0 || degree[i] < degree[row])) row = i;
		done[row] = 1;
		const near: number[] = [];
		for (let w = 0; w < words; w++)
			for (let word = bits[row * words + w]; word; word &= word - 1)
				near.push(w * 32 + 31 - Math.clz32(word & -word));
		for (const i of near) {
			for (let w = 0; w < words; w++) bits[i * words + w] |= bits[row * words + w];
			clear(i, row);
			clear(i, i);
			degree[i] = count(i);
		}
		return { row, near };
	});
}

/** Where the entry of two different rows stands in `below`. */
export function entryOf({ place, start, rows }: Pattern, i: number, j: number): number {
	const column = Math.min(place[i], place[j]);
	const row = Math.max(place[i], place[j]);
	let [low, high] = [start[column], start[column + 1] - 1];
	while (low < high) {
		const middle = (low + high) >> 1;
		if (rows[middle] < row) low = middle + 1;
		else high = middle;
	}
	return low;
}

/**
 * Factors `A = L L'` in place, column by column, each from those before it.
 *
 * @returns half the logarithm of the determinant; NaN when the matrix isn't positive definite
 */
export function factorSparse(p: Pattern, { diagonal, below }: Lower, work: Float64Array): number {
	const { n, start, rows, backStart, backColumn, backEntry } = p;
	let half = 0;
	for (let j = 0; j < n; j++) {
		let pivot = diagonal[j];
		for (let e = start[j]; e < start[j + 1]; e++) work[rows[e]] = below[e];
		for (let b = backStart[j]; b < backStart[j + 1]; b++) {
			const from = backEntry[b];
			const times = below[from];
			pivot -= times * times;
			const to = start[backColumn[b] + 1];
			for (let e = from + 1; e < to; e++) work[rows[e]] -= below[e] * times;
		}
		if (!(pivot > 0)) return NaN;
		half += 0.5 * Math.log(pivot);
		const root = (diagonal[j] = Math.sqrt(pivot));
		for (let e = start[j]; e < start[j + 1]; e++) below[e] = work[rows[e]] / root;
	}
	return half;
}

/** Solves `L X = B` in place: `wide` numbers a row, rows by place. */
export function forwardSparse(
	{ n, start, rows }: Pattern,
	{ diagonal, below }: Lower,
	b: Float64Array,
	wide: number
): void {
	for (let k = 0; k < n; k++) {
		const at = k * wide;
		const over = 1 / diagonal[k];
		for (let c = 0; c < wide; c++) b[at + c] *= over;
		for (let e = start[k]; e < start[k + 1]; e++) {
			const to = rows[e] * wide;
			const times = below[e];
			for (let c = 0; c < wide; c++) b[to + c] -= times * b[at + c];
		}
	}
}

/** Solves `L' X = B` in place: `wide` numbers a row, rows by place. */
export function backwardSparse(
	{ n, start, rows }: Pattern,
	{ diagonal, below }: Lower,
	b: Float64Array,
	wide: number
): void {
	for (let k = n - 1; k >= 0; k--) {
		const at = k * wide;
		for (let e = start[k]; e < start[k + 1]; e++) {
			const from = rows[e] * wide;
			const times = below[e];
			for (let c = 0; c < wide; c++) b[at + c] -= times * b[from + c];
		}
		const over = 1 / diagonal[k];
		for (let c = 0; c < wide; c++) b[at + c] *= over;
	}
}
