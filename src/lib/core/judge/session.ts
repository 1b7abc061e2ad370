import { dialLoss, pairsLeft } from './ahead';
import { chooserOf, nextPair, type Asked, type Shown } from './choose';
import type { Evidence, EvidencePair } from './evidence';
import { MANY } from './climb';
import { answersIn, fit, type Fit } from './fit';
import { SETTLED } from './settings';
import { wantedFor } from './wanted';

/** What pairs are asked for. */
export interface PairsAsked {
	evidence: Evidence;
	/** One dial alone, by its id; null for which settings are best. */
	dial: string | null;
	/** Answers of the one who judges now, in order, and pairs that were skipped. */
	before: readonly Pick<EvidencePair, 'left' | 'right'>[];
	skipped: readonly Pick<EvidencePair, 'left' | 'right'>[];
	/** Pairs that are shown or decoded already: the next ones come after them. */
	ahead: readonly Shown[];
}

/** How far an answer is settled. */
export interface PairsKnown {
	next: Shown | null;
	/** Every dial, from 0 for nothing known to 1 for decided. */
	dials: { id: string; label: string; settled: number }[];
	settled: boolean;
	/** About how many pairs more; null when that is more than can be said. */
	left: number | null;
}

/** Score that is lost where nothing is known of a dial: the scale of progress. */
const NOTHING_KNOWN = 0.8;

/** Progress of a dial before the answer is decided, at most. */
const NOT_YET = 0.95;

/** How far a loss is on its way to settled, 0 to 1; both ends on a scale of factors. */
const progress = (loss: number): number =>
	Math.max(0, Math.min(1, Math.log(NOTHING_KNOWN / loss) / Math.log(NOTHING_KNOWN / SETTLED)));

/** One sitting of judging. */
export class Sitting {
	/** The last fit, and what it may go on from: takes and dials. */
	#last: { shape: string; fit: Fit } | undefined;
	#whole: { key: string; fit: Fit } | undefined;

	/**
	 * The fit that pairs are chosen from: that of Findings, so that both say the same. With many answers it
	 * goes on from the last one, as a whole fit would keep the artist waiting.
	 */
	#next(evidence: Evidence): Fit {
		if (answersIn(evidence) < MANY) return this.whole(evidence);
		const { dials, takes } = evidence;
		const shape = JSON.stringify([dials, takes.length, takes.at(-1)?.id]);
		const last = this.#last?.shape === shape ? this.#last.fit : undefined;
		const next = last ? fit(evidence, last.wanted, last) : this.whole(evidence);
		this.#last = { shape, fit: next };
		return next;
	}

	/**
	 * The fit of evidence as it comes out whatever was fitted before: the same evidence, the same
	 * figures. Kept for as long as evidence stays the same.
	 */
	whole(evidence: Evidence): Fit {
		const key = JSON.stringify(evidence);
		if (this.#whole?.key !== key) this.#whole = { key, fit: fit(evidence, wantedFor(evidence)) };
		return this.#whole.fit;
	}

	/** The next pair, and how far the answer is decided. */
	pairs({ evidence, dial, before, skipped, ahead }: PairsAsked): PairsKnown {
		let chooser = chooserOf(this.#next(evidence));
		// Only the fit that Findings uses may say that it is decided.
		if (chooser.standing.settled) chooser = chooserOf(this.whole(evidence));
		const { fit: fitted, scores, standing } = chooser;
		const place = evidence.dials.findIndex(({ id }) => id === dial);
		const asked: Asked = place < 0 ? null : { dial: place };
		const left = pairsLeft(fitted, scores, standing);
		return {
			next: nextPair(chooser, asked, [...before, ...ahead], skipped),
			dials: evidence.dials.map(({ id, label }, d) => ({
				id,
				label,
				// No dial counts as decided before the whole answer is.
				settled: standing.settled ? 1 : Math.min(NOT_YET, progress(dialLoss(fitted, d)))
			})),
			settled: standing.settled,
			left: Number.isFinite(left) ? left : null
		};
	}
}
