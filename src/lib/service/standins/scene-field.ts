import type { TakeSettings } from '$lib/core/contract';
import { LATENT_SCALE, toLatent, type Arranged, type MoreScenes, type SceneBook } from './book';
import type { Bitmap, Materials } from './materials';
import { readNegative } from './reading';
import { agreementOf, contours } from './references';
import { madeAnew } from './anew';
import { contentOf, stagedLike } from './restaging';
import { negativePriors, priors, type Scene } from './scenes';
import { between, type Composition, type Layout } from './composition';
import { stagingOf } from './staging';
import { SHARE } from './toning';

/** All scenes that a take is made from: the model's own, and the pictures that it brings along. */
export interface SceneField {
	/** Latent width and height. */
	width: number;
	height: number;
	latents: Float32Array[];
	/** Scenes at the frame's full size, `width * height * 3` bytes each. */
	paintings(ks: readonly number[]): Uint8Array[];
	/** Says that these are likely to be asked for, the likeliest first. */
	expect(ks: readonly number[]): void;
	prior: Float64Array;
	negativePrior: Float64Array;
	/** Weights of the scenes that show the prompt, and of those that do not, for the signals. */
	showing: Float64Array;
	straying: Float64Array;
	/** Deviations of scenes that are only loosely meant. */
	ownSpread: ReadonlyMap<number, number>;
	/** Who acts, and the scenes that settings are from, in the order of the first latents. */
	arranged: Arranged;
	/** The row above which a picture's scene is its sky's, and below which its ground's; 0 for one of both. */
	parted: number;
	/** The start picture's latent. */
	start?: Float32Array;
}

/** The c of a start picture's deviation, set so that a strength of one half keeps about half of it. */
const LOOSENING = 1.6;

/** The same for a picture that is enlarged: up to a strength of 0.3 it keeps what it shows. Measured, see `docs/models.md`. */
const LOOSENING_ENLARGED = 0.1;

/** From this strength on a start picture is no scene itself: what is staged like it stands for it. */
const GIVEN_UP = 0.35;

/**
 * How far scenes that were made for an area are ahead of all others, in logarithms of odds at a strength
 * of one half.
 */
const STAGED = 45;
const MOST_STAGED = 8;
const stagedOdds = (strength: number): number =>
	Math.exp(STAGED * Math.min(MOST_STAGED, ((1 - strength) / strength) ** 2)) - 1;

/**
 * A picture lends place and light as long as its noise turns the layout by less than this: to the last
 * where the words name none; where they do, one sooner and one later, as chance has it.
 */
const LENDS = { silent: 1.25, from: 0.1, over: 0.25 };

/** How much less a picture's content says about where things stand than its outline. */
const BY_CONTENT = 0.6;

/**
 * A composition after what pictures have to say about it: an outline and a content by their weight, a
 * start picture by what its noise leaves of it.
 * @param kept how much of the start picture's staging is left, as an angle: see `between`
 */
function composedWith(
	book: SceneBook,
	own: Composition,
	{ start, fit = 'fill', mask, references = [] }: Materials,
	kept: number
): Composition {
	let composition = own;
	const towards = (layout: Layout, angle: number) => {
		composition = { ...composition, layout: between(layout, composition.layout, angle) };
	};
	for (const { bitmap, use, weight } of references) {
		if (weight === 0 || (use !== 'outline' && use !== 'content')) continue;
		const share = use === 'content' ? BY_CONTENT * weight : weight;
		const content = use === 'content' && composition.chance < weight ? contentOf(book, bitmap) : {};
		towards(stagedLike(book, bitmap, content).layout, ((1 - share) * Math.PI) / 2);
		if (content.subject || content.cutting)
			composition = {
				...composition,
				left: { ...composition.left, subject: undefined },
				lent: { ...composition.lent, ...content }
			};
	}
	// An enlarged picture keeps its composition, and an area gets scenes of its own.
	if (!start || mask || fit === 'enlarge' || kept >= Math.PI / 2) return composition;
	const { place, light } = stagingOf(start, book.makeSurface);
	const until = (named: boolean, chance: number) =>
		named ? LENDS.from + LENDS.over * chance : LENDS.silent;
	const { reading } = book;
	const lent = {
		place: kept < until(!!reading.place, own.chance) ? place : null,
		light: kept < until(!!reading.light, 1 - own.chance) ? light : null
	};
	const { layout, box, goesOn } = stagedLike(book, start, lent);
	towards(layout, kept);
	return {
		...composition,
		lent: { ...lent, ...composition.lent },
		toned: { bitmap: start, but: box, share: SHARE * Math.cos(kept) },
		round: goesOn ? { bitmap: start, box } : null
	};
}

/** Number of the prompt's settings that a picture which leaves words out is compared with. */
const TOLD_BY = 4;

/** How firmly an outline moves weight to scenes whose contours agree. */
const OUTLINE = 10;

/** Whether a scene's sky and ground belong together: it is tall, its water mirrors the sun, or a frame goes round it. */
const inOne = ({ place, light, uninvited }: Scene): boolean =>
	!!place.tall ||
	!!(place.wet && light.disc && light.glowStrength >= 0.3) ||
	uninvited.some(({ allRound }) => allRound);

/**
 * Gathers the scenes of a take and their weights.
 *
 * They are the settings of its composition with its actors. The pictures that taught an adapter are
 * scenes themselves, by weight; a repainted area calls up scenes that go on from what is kept
 * beside it. At low strengths a start picture is a scene itself, too, weighed as if pictures stood
 * c s/(1-s) round it for a strength s: the stronger, the more of it gives way where the prompt's scenes
 * come near. An outline also multiplies each scene's weight by the exponential of how its contours agree.
 *
 * @param own the composition of the noise alone
 * @param kept how much of a start picture's staging is left, as an angle: see `between`
 */
export function sceneField(
	settings: TakeSettings,
	book: SceneBook,
	own: Composition,
	materials: Materials = {},
	kept = Math.PI / 2
): SceneField {
	const { start, fit = 'fill', mask, references = [], taught = [] } = materials;
	const composition = composedWith(book, own, materials, kept);
	const arranged = book.arranged(composition);
	// Who acts is certain from the start, the setting is not.
	arranged.expect([]);
	const latents = [...arranged.latents];
	/** Where each scene's painting comes from, and which it is there. */
	const sources: { from: Pick<MoreScenes, 'paintings'>; own: number }[] = latents.map((_, own) => ({
		from: arranged,
		own
	}));
	const prior = [...priors(arranged.scenes)];
	const negativePrior = [...negativePriors(arranged.scenes, readNegative(settings.negative))];
	const astray = Object.values(composition.left).some((which) => which !== undefined);
	const showing = prior.map((weight) => (astray ? 0 : weight));
	const straying = prior.map((weight) => (astray ? weight : 0));
	const prompted = prior.reduce((sum, weight) => sum + weight, 0);
	const asLatent = (bitmap: Bitmap) =>
		toLatent(bitmap.pixels, book.latentWidth, book.latentHeight, LATENT_SCALE);
	// A picture weighs the same on both sides of guidance, which then neither seeks nor shuns it.
	const bring = (
		latent: Float32Array,
		from: Pick<MoreScenes, 'paintings'>,
		own: number,
		weight: number
	) => {
		sources.push({ from, own });
		latents.push(latent);
		prior.push(weight);
		negativePrior.push(weight);
		showing.push(weight);
		straying.push(0);
		return latents.length - 1;
	};
	const picture = (bitmap: Bitmap, weight: number) =>
		bring(asLatent(bitmap), { paintings: (ks) => ks.map(() => bitmap.pixels) }, 0, weight);
	const callUp = (more: MoreScenes, weight: number) =>
		more.latents.forEach((latent, k) => bring(latent, more, k, weight / more.latents.length));
	/** A share of all weights as odds against the rest. */
	const odds = (share: number) => share / Math.max(0.02, 1.02 - share);

	for (const { bitmap, use, weight } of references) {
		if (use === 'outline') {
			const wanted = contours(asLatent(bitmap), book.latentWidth, book.latentHeight);
			const agree = arranged.latents.map((latent) =>
				agreementOf(wanted, contours(latent, book.latentWidth, book.latentHeight))
			);
			const most = Math.max(...agree);
			// Weight moves among the scenes of the prompt: together they keep their share.
			const moved = agree.map((value, k) => prior[k] * Math.exp(OUTLINE * weight * (value - most)));
			const after = moved.reduce((sum, own) => sum + own, 0);
			moved.forEach((own, k) => (prior[k] = (own * prompted) / after));
		}
	}
	for (const { pictures, weight } of taught) {
		if (weight === 0) continue;
		for (const one of pictures) picture(one, (prompted * odds(weight)) / pictures.length);
	}
	const ownSpread = new Map<number, number>();
	const strength = settings.start?.strength ?? 1;
	if (start && mask && strength > 0)
		callUp(
			madeAnew(book, start, mask, fit === 'extend' ? 'round' : 'within'),
			prompted * stagedOdds(Math.min(strength, 0.5))
		);
	if (start && strength < 1) {
		const staged = strength > 0 && fit !== 'enlarge';
		// Round a picture there is nothing of it that could be kept.
		const left = fit === 'extend' ? 0 : 1 - strength / GIVEN_UP;
		if (left > 0 || !staged)
			ownSpread.set(
				picture(start, prompted * (staged ? left : 1)),
				((fit === 'enlarge' ? LOOSENING_ENLARGED : LOOSENING) * strength) / (1 - strength)
			);
	}
	const alone = latents.length === arranged.latents.length;
	/** Scenes that no picture is made from: they say what it shows, and what not. */
	const compare = (others: MoreScenes, shows: number, strays: number) =>
		others.latents.forEach((latent, k) => {
			bring(latent, others, k, 0);
			showing[showing.length - 1] = shows;
			straying[straying.length - 1] = strays;
		});
	compare(book.strays, 0, 1);
	if (astray) compare(book.arranged({ ...composition, left: {} }, TOLD_BY), 1, 0);

	return {
		width: book.latentWidth,
		height: book.latentHeight,
		latents,
		paintings: (ks) => {
			const out: Uint8Array[] = [];
			// Those of one source are asked for together.
			for (const from of new Set(ks.map((k) => sources[k].from))) {
				const places = ks.flatMap((k, i) => (sources[k].from === from ? [i] : []));
				from
					.paintings(places.map((i) => sources[ks[i]].own))
					.forEach((painting, n) => (out[places[n]] = painting));
			}
			return out;
		},
		expect: (ks) =>
			arranged.expect(ks.flatMap((k) => (sources[k].from === arranged ? sources[k].own : []))),
		arranged,
		parted:
			alone && !arranged.scenes.some(inOne)
				? Math.round(arranged.marks.horizon * book.latentHeight)
				: 0,
		prior: Float64Array.from(prior),
		negativePrior: Float64Array.from(negativePrior),
		showing: Float64Array.from(showing),
		straying: Float64Array.from(straying),
		ownSpread,
		start: start && asLatent(start)
	};
}
