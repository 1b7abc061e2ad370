import { takeCredits, takeSeconds } from '$lib/core/plan';
import type { ModelCard } from '$lib/core/schema';

/** What is asked of models; what is left out is not asked. */
export interface RosterFilter {
	goodAt?: string;
	family?: string;
	feature?: string;
	/** Most credits for a usual take. */
	maxCredits?: number;
	/** Most seconds for a usual take. */
	maxSeconds?: number;
	/** Words that stand in its name or summary. */
	text?: string;
}

export type RosterOrder = 'name' | 'price' | 'speed';

/** A take as a model is usually asked for one: its first own size, the middle of its good steps. */
export function usualTake({ nativeSizes: [size], steps }: ModelCard) {
	return { ...size, steps: Math.round((steps.from + steps.to) / 2) };
}

/** Price of a usual take, in credits. */
export const usualCredits = (card: ModelCard): number => takeCredits(card, usualTake(card));

/** Time of a usual take by the model's card, in seconds. */
export const usualSeconds = (card: ModelCard): number => takeSeconds(card, usualTake(card));

/** Whether a model has all that is asked for. */
function fits(card: ModelCard, filter: RosterFilter): boolean {
	const { goodAt, family, feature, maxCredits, maxSeconds, text } = filter;
	const said = `${card.name} ${card.summary} ${card.goodAt.join(' ')}`.toLowerCase();
	return (
		(goodAt === undefined || card.goodAt.includes(goodAt)) &&
		(family === undefined || card.family === family) &&
		(feature === undefined || card.features.includes(feature)) &&
		(maxCredits === undefined || usualCredits(card) <= maxCredits) &&
		(maxSeconds === undefined || usualSeconds(card) <= maxSeconds) &&
		(text ?? '')
			.toLowerCase()
			.split(/\s+/)
			.every((word) => said.includes(word))
	);
}

/** The models that have all that is asked for, in an order. */
export function chooseModels(
	cards: readonly ModelCard[],
	filter: RosterFilter,
	order: RosterOrder = 'name'
): ModelCard[] {
	const by: Record<RosterOrder, (a: ModelCard, b: ModelCard) => number> = {
		name: (a, b) => a.name.localeCompare(b.name),
		price: (a, b) => usualCredits(a) - usualCredits(b),
		speed: (a, b) => usualSeconds(a) - usualSeconds(b)
	};
	return cards.filter((card) => fits(card, filter)).sort(by[order]);
}

/** What models can be asked for, each once, in the order of the alphabet. */
export function choicesAmong(cards: readonly ModelCard[]) {
	const each = (of: (card: ModelCard) => string[]) =>
		[...new Set(cards.flatMap(of))].sort((a, b) => a.localeCompare(b));
	return {
		goodAt: each(({ goodAt }) => goodAt),
		families: each(({ family }) => [family]),
		features: each(({ features }) => features)
	};
}

const featureNames: Record<string, string> = {
	negative: 'negative prompt',
	batch: 'batches',
	variation: 'variation',
	start: 'start picture',
	mask: 'repainting under a mask',
	extend: 'extending the frame',
	enlarge: 'enlarging',
	teach: 'adapters of your own',
	unprompted: 'works without a prompt',
	'reference:look': 'reference for the look',
	'reference:outline': 'reference for outlines',
	'reference:content': 'reference for content',
	'reference:palette': 'reference for colours'
};

/** A feature of a card in words. */
export const featureName = (feature: string): string => featureNames[feature] ?? feature;

/** A line of a comparison: what it is about, and what each model has. */
export interface FactRow {
	about: string;
	values: string[];
	/** Whether not all have the same. */
	differs: boolean;
}

const forms = { sentences: 'sentences', keywords: 'keywords', either: 'sentences or keywords' };

/** Models side by side, a line for each thing that matters when one is chosen. */
export function compareModels(cards: readonly ModelCard[]): FactRow[] {
	const range = ({ from, to }: { from: number; to: number }) => `${from} to ${to}`;
	const facts: [string, (card: ModelCard) => string][] = [
		['good at', ({ goodAt }) => goodAt.join(', ')],
		['a usual take', (card) => `${usualCredits(card)} credits, ${usualSeconds(card).toFixed(1)} s`],
		['good guidance', ({ guidance }) => range(guidance)],
		['good steps', ({ steps }) => range(steps)],
		[
			'own sizes',
			({ nativeSizes }) => nativeSizes.map((s) => `${s.width}\u00d7${s.height}`).join(', ')
		],
		['largest frame', ({ maxPixels }) => `${(maxPixels / 1e6).toFixed(1)} megapixels`],
		['reads', ({ promptForm, promptWords }) => `${forms[promptForm]}, ${promptWords} words`],
		['samplers', ({ samplers }) => `${samplers.length}`],
		['adapters', ({ adapters }) => adapters.map(({ name }) => name).join(', ') || 'none'],
		['can', ({ features }) => features.map(featureName).join(', ') || 'nothing besides']
	];
	return facts.map(([about, of]) => {
		const values = cards.map(of);
		return { about, values, differs: new Set(values).size > 1 };
	});
}
