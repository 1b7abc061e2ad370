import { LuDecomposition, Matrix } from 'ml-matrix';
import { stream, type Stream } from '$lib/core/random';

/** A fraction of all combinations, and how much it can tell. */
export interface Fraction {
	/** One row a combination, each another: the index of the stop on each dial. */
	rows: number[][];
	/**
	 * D-efficiency, 0 to 1: how precisely all effects of the model are estimated together, against
	 * all combinations run equally often. 1 when it is balanced in every way.
	 */
	efficiency: number;
}

export interface FractionOptions {
	/** Pairs of dials, by index, whose interaction is to be told apart too. @default none */
	pairs?: readonly (readonly [number, number])[];
	/** How often the search is begun anew. @default 6 */
	starts?: number;
	/** Names the random choices: the same name gives the same fraction. @default 'fraction' */
	name?: string;
}

/**
 * A balanced fraction: so many combinations that the effects of the stops are told apart as
 * precisely as can be. Coordinate exchange (Meyer and Nachtsheim 1995) for the determinant of X'X,
 * from several random starts; X has orthonormal contrasts of each dial, so that all combinations
 * together give X'X = N I and an efficiency of 1. No combination stands in it twice: on the same
 * seeds that would be the same pictures.
 *
 * @param levels number of stops of each dial, each at least 2
 * @param size how many combinations; as many as there are effects at least, and as there are
 * combinations at most
 */
export function balancedFraction(
	levels: readonly number[],
	size: number,
	{ pairs = [], starts = 6, name = 'fraction' }: FractionOptions = {}
): Fraction {
	const model = effectsModel(levels, pairs);
	if (size < model.length)
		throw new RangeError(
			`${size} combinations cannot tell ${model.length} effects apart: take ${model.length} at least.`
		);
	const all = levels.reduce((product, n) => product * n, 1);
	if (size > all)
		throw new RangeError(`There are ${all} combinations, not ${size}: take ${all} at most.`);
	let best: Fraction = { rows: [], efficiency: -1 };
	for (let start = 0; start < starts && best.efficiency < 1 - 1e-9; start++) {
		const found = exchange(levels, size, model, stream(`${name}|${start}`));
		if (found.efficiency > best.efficiency) best = found;
	}
	return best;
}

/** How many effects there are to be told apart: the least size of a fraction. */
export const effectsCount = (
	levels: readonly number[],
	pairs: readonly (readonly [number, number])[] = []
): number =>
	1 +
	levels.reduce((sum, n) => sum + n - 1, 0) +
	pairs.reduce((sum, [a, b]) => sum + (levels[a] - 1) * (levels[b] - 1), 0);

/** Orthonormal contrasts of n stops: n rows of n - 1 numbers, each column of mean 0 and square mean 1. */
export function contrasts(n: number): number[][] {
	// Helmert's, scaled: column k sets stop k + 1 against those before it.
	return Array.from({ length: n }, (_, level) =>
		Array.from({ length: n - 1 }, (_, k) => {
			const scale = Math.sqrt(n / ((k + 1) * (k + 2)));
			return level <= k ? -scale : level === k + 1 ? scale * (k + 1) : 0;
		})
	);
}

/**
 * D-efficiency of any settings for the effects of every dial by itself, 0 to 1; 0 when they cannot
 * all be told apart.
 */
export function efficiencyOf(levels: readonly number[], rows: readonly number[][]): number {
	const model = effectsModel(levels, []);
	if (rows.length < model.length) return 0;
	const { logDeterminant } = information(rows, model);
	const efficiency = Math.exp(logDeterminant / model.length) / rows.length;
	return efficiency < 1e-3 ? 0 : efficiency;
}

interface EffectsModel {
	length: number;
	/** Writes the effects of a combination. */
	expand(row: readonly number[], out: Float64Array): void;
}

function effectsModel(
	levels: readonly number[],
	pairs: readonly (readonly [number, number])[]
): EffectsModel {
	const codes = levels.map(contrasts);
	return {
		length: effectsCount(levels, pairs),
		expand(row, out) {
			let at = 0;
			out[at++] = 1;
			row.forEach((level, d) => {
				for (const v of codes[d][level]) out[at++] = v;
			});
			for (const [a, b] of pairs)
				for (const p of codes[a][row[a]]) for (const q of codes[b][row[b]]) out[at++] = p * q;
		}
	};
}

const PASSES = 60;

function exchange(
	levels: readonly number[],
	size: number,
	model: EffectsModel,
	random: Stream
): Fraction {
	const p = model.length;
	const { rows, places } = differentRows(levels, size, random);
	const f = new Float64Array(p);
	const g = new Float64Array(p);
	let { inverse } = information(rows, model);
	const old = new Float64Array(p);
	const next = new Float64Array(p);
	const quadratic = (a: Float64Array, v: Float64Array) => {
		let sum = 0;
		for (let i = 0; i < p; i++) sum += a[i] * v[i];
		return sum;
	};
	for (let pass = 0; pass < PASSES; pass++) {
		let changed = false;
		for (const row of rows) {
			for (let d = 0; d < levels.length; d++) {
				model.expand(row, f);
				multiply(inverse, f, old);
				const dOld = quadratic(f, old);
				const was = row[d];
				let bestGain = 1 + 1e-9;
				let bestLevel = was;
				for (let level = 0; level < levels[d]; level++) {
					if (level === was) continue;
					row[d] = level;
					if (places.has(placeOf(levels, row))) continue;
					model.expand(row, g);
					multiply(inverse, g, next);
					const dNew = quadratic(g, next);
					const cross = quadratic(f, next);
					// Factor of the determinant when one row is exchanged (Fedorov 1972).
					const gain = (1 + dNew) * (1 - dOld) + cross * cross;
					if (gain > bestGain) [bestGain, bestLevel] = [gain, level];
				}
				row[d] = was;
				if (bestLevel === was) continue;
				places.delete(placeOf(levels, row));
				row[d] = bestLevel;
				places.add(placeOf(levels, row));
				changed = true;
				model.expand(row, g);
				multiply(inverse, g, next);
				update(inverse, next, 1 / (1 + quadratic(g, next)));
				multiply(inverse, f, old);
				update(inverse, old, -1 / (1 - quadratic(f, old)));
			}
		}
		if (!changed) break;
		// Rounding does not pile up: the inverse is computed anew.
		({ inverse } = information(rows, model));
	}
	const { logDeterminant } = information(rows, model);
	return { rows, efficiency: Math.exp(logDeterminant / p) / size };
}

/** A combination's place among all of them. */
const placeOf = (levels: readonly number[], row: readonly number[]): number =>
	row.reduce((place, level, d) => place * levels[d] + level, 0);

/** So many combinations by chance, each another, and their places among all. */
function differentRows(levels: readonly number[], size: number, random: Stream) {
	const all = levels.reduce((product, n) => product * n, 1);
	const places = new Set<number>();
	// By Floyd (Bentley 1987): each set is equally likely, and none is drawn in vain.
	for (let last = all - size; last < all; last++) {
		const place = random.below(last + 1);
		places.add(places.has(place) ? last : place);
	}
	const rows = [...places].map((place) => {
		const row = levels.map(() => 0);
		for (let d = levels.length - 1, rest = place; d >= 0; d--) {
			row[d] = rest % levels[d];
			rest = Math.floor(rest / levels[d]);
		}
		return row;
	});
	return { rows, places };
}

/** A row-one change of a symmetric inverse (Sherman and Morrison 1950). */
function update(inverse: Float64Array[], v: Float64Array, scale: number): void {
	for (let i = 0; i < v.length; i++)
		for (let j = 0; j < v.length; j++) inverse[i][j] -= scale * v[i] * v[j];
}

function multiply(matrix: Float64Array[], v: Float64Array, out: Float64Array): void {
	for (let i = 0; i < v.length; i++) {
		let sum = 0;
		const row = matrix[i];
		for (let j = 0; j < v.length; j++) sum += row[j] * v[j];
		out[i] = sum;
	}
}

/** A trace added to X'X, so that a random start is never singular. */
const RIDGE = 1e-9;

/** The inverse of X'X and the logarithm of its determinant. */
function information(rows: readonly number[][], model: EffectsModel) {
	const effects = rows.map((row) => {
		const f = new Float64Array(model.length);
		model.expand(row, f);
		return f;
	});
	const x = new Matrix(effects);
	const a = x.transpose().mmul(x).add(Matrix.eye(model.length).mul(RIDGE));
	const lu = new LuDecomposition(a);
	return {
		inverse: lu
			.solve(Matrix.eye(model.length))
			.to2DArray()
			.map((row) => Float64Array.from(row)),
		logDeterminant: lu.upperTriangularMatrix
			.diagonal()
			.reduce((sum, value) => sum + Math.log(Math.abs(value)), 0)
	};
}
