import type { Facet } from '$lib/core/contract';

/** What tells the members of one facet apart: a linear score for each of them. */
export interface LearnedFacet {
	facet: Facet;
	/** Ids of the members, as the repertoire has them. */
	ids: string[];
	/** Scores are divided by this before they become probabilities. */
	temperature: number;
	/** Score of a member: `offset + sum of weight * feature`. */
	offsets: Float32Array;
	/** `ids.length * FEATURES` weights. */
	weights: Float32Array;
}

/** The same as it is kept in a file: weights as whole numbers -127 to 127 times a scale, in base64. */
export interface StoredFacet {
	facet: string;
	ids: string[];
	temperature: number;
	offsets: number[];
	scales: number[];
	weights: string;
}

export interface StoredLearning {
	/** Subtracted from the features, and what they are then divided by. */
	means: number[];
	deviations: number[];
	facets: StoredFacet[];
	/** Of the agreement of contours with each subject, in the order of the facet: mean, deviation, weights. */
	contours: { means: number[]; deviations: number[]; byLooks: number; byContours: number };
}

/** Reads the weights of a stored facet. */
export function unpackFacet(stored: StoredFacet): LearnedFacet {
	const bytes = Uint8Array.from(atob(stored.weights), (c) => c.charCodeAt(0));
	const size = bytes.length / stored.ids.length;
	return {
		facet: stored.facet as Facet,
		ids: stored.ids,
		temperature: stored.temperature,
		offsets: Float32Array.from(stored.offsets),
		weights: Float32Array.from(
			bytes,
			(byte, i) => ((byte << 24) >> 24) * stored.scales[Math.floor(i / size)]
		)
	};
}
