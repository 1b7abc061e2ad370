/** Where the columns, or the rows, of a mat lie: each begins somewhere and is some pixels long. */
export interface Tracks {
	starts: readonly number[];
	sizes: readonly number[];
	/** From the first beginning to the end of the gap after the last, in pixels. */
	whole: number;
}

/** The tracks of one direction of which something is in sight: from one to before another. */
export interface Stretch {
	from: number;
	to: number;
}

/** Lays tracks one after the other, with a gap after each. */
export function layTracks(sizes: readonly number[], gap: number): Tracks {
	let whole = 0;
	const starts = sizes.map((size) => {
		const start = whole;
		whole += size + gap;
		return start;
	});
	return { starts, sizes, whole };
}

/** The track that a place lies in, or in the gap after it; the first or last for one outside, 0 without any. */
export function trackAt({ starts }: Tracks, place: number): number {
	let [from, to] = [0, starts.length];
	while (from < to) {
		const middle = (from + to) >> 1;
		if (starts[middle] <= place) from = middle + 1;
		else to = middle;
	}
	return Math.max(0, from - 1);
}

/**
 * The tracks that a window over them shows.
 * @param start where the window starts, from the first track, in pixels
 * @param length how much it shows, in pixels
 * @param spare tracks beyond each end that are shown as well
 */
export function inSight(tracks: Tracks, start: number, length: number, spare: number): Stretch {
	const count = tracks.starts.length;
	if (!count || start >= tracks.whole) return { from: Math.max(0, count - spare), to: count };
	const end = start + length;
	const last = trackAt(tracks, end);
	// A track that begins where the window ends is not in it.
	const to = tracks.starts[last] < end ? last + 1 : last;
	return {
		from: Math.max(0, trackAt(tracks, start) - spare),
		to: Math.max(0, Math.min(count, to + spare))
	};
}

/**
 * Where a place comes to lie when tracks are laid anew: at the same share of the same track.
 * Beyond the tracks it keeps its distance.
 */
export function placeAnew(before: Tracks, now: Tracks, place: number): number {
	if (!before.starts.length || !now.starts.length || place < 0) return place;
	const at = trackAt(before, place);
	if (at >= now.starts.length) return now.whole;
	const within = place - before.starts[at];
	const next = before.starts[at + 1] ?? before.whole;
	const nextNow = now.starts[at + 1] ?? now.whole;
	if (place >= before.whole) return now.whole + place - before.whole;
	return now.starts[at] + (within / (next - before.starts[at])) * (nextNow - now.starts[at]);
}
