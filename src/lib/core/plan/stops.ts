import { restRack } from '$lib/core/dials';
import type { ModelCard, Rack } from '$lib/core/schema';

/** What a typed list of numbers came to: the stops, or a sentence that says what is wrong. */
export type ReadStops = { stops: number[] } | { problem: string };

/** More stops than this on one dial are taken for a slip. */
const MOST_STOPS = 24;

/**
 * Reads typed stops: "3, 5, 7" or "2 to 8 by 2".
 * @param range smallest and largest stop allowed, and whether stops are whole numbers
 */
export function readStops(
	text: string,
	range: { min: number; max: number; whole?: boolean }
): ReadStops {
	const found: number[] = [];
	for (const part of text.split(/[,;]/).map((p) => p.trim())) {
		if (!part) continue;
		const series = /^(\S+)\s*(?:to|\u2013|\.\.)\s*(\S+?)(?:\s+by\s+(\S+))?$/i.exec(part);
		if (series) {
			const [from, to, by] = [Number(series[1]), Number(series[2]), Number(series[3] ?? 1)];
			if (![from, to, by].every(Number.isFinite) || by <= 0) {
				return {
					problem: `\u201c${part}\u201d is not a series: write it like \u201c2 to 8 by 2\u201d.`
				};
			}
			if ((to - from) / by > MOST_STOPS)
				return {
					problem: `\u201c${part}\u201d makes too many stops: use a larger \u201cby\u201d.`
				};
			for (let i = 0; from + i * by <= to + 1e-9; i++) found.push(from + i * by);
			continue;
		}
		// Spaces stand between thousands; anywhere else they part two stops, or are a slip.
		const plain = part.replace(/(?<=\d)[\s\u2009\u202f](?=\d{3}(\D|$))/g, '');
		if (/\s/.test(plain))
			return {
				problem: `\u201c${part}\u201d is not one number: put a comma between two stops.`
			};
		const value = Number(plain);
		if (!Number.isFinite(value)) return { problem: `\u201c${part}\u201d is not a number.` };
		found.push(value);
	}
	if (!found.length) return { problem: 'Write at least one number, like \u201c3, 5, 7\u201d.' };
	if (found.length > MOST_STOPS)
		return { problem: `That makes ${found.length} stops; a dial takes up to ${MOST_STOPS}.` };
	const stops = [...new Set(found.map((v) => Math.round(v * 1000) / 1000))].sort((a, b) => a - b);
	for (const stop of stops) {
		if (stop < range.min || stop > range.max)
			return { problem: `${stop} is outside ${range.min} to ${range.max}.` };
		if (range.whole && !Number.isInteger(stop))
			return { problem: `${stop} is not a whole number.` };
	}
	return { stops };
}

/** A first rack for a new brief: two models on two seeds at three guidance values. */
export function firstRack(cards: readonly ModelCard[], seeds: readonly number[]): Rack {
	const models = cards.slice(0, 2);
	return {
		...restRack(),
		model: models.map(({ id }) => id),
		frame: [{ width: 768, height: 768 }],
		guidance: [2, 6, 12],
		steps: [20],
		sampler: [models[0]?.samplers[0] ?? 'euler'],
		schedule: [models[0]?.schedules[0] ?? 'karras'],
		seed: [...seeds]
	};
}
