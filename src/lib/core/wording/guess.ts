import { facets, type Facet } from './facets';
import { phraseLists } from './lists';
import { singular, words } from './text';

/** Words that lead into a phrase and say nothing by themselves. */
const leading = new Set(
	'a an the at by in on under above below over behind beside before near with among of from into through across along for to its his her their one'.split(
		' '
	)
);

/** More words that give a facet away, beyond those in the lists. Our own selection. */
const tells: Partial<Record<Facet, string>> = {
	subject:
		'bird boat ship dog cat woman man girl boy child people portrait house tower flower fruit bottle keeper sailor fisherman dragon robot car train bicycle lamp',
	action:
		'standing sitting lying walking running flying swimming looking holding waiting sleeping rising falling',
	place:
		'sea ocean beach marsh harbour harbor forest wood meadow street city village room garden hill hills mountain river lake island coast shore cliff dunes desert sky',
	light:
		'dawn dusk sunrise sunset noon night day light sunlight moonlight lamplight candlelight fog mist rain storm snow shadow shadows backlit sun moon evening morning afternoon twilight weather winter summer autumn spring',
	mood: 'mood calm eerie cheerful atmosphere feeling gloomy',
	framing: 'view shot close-up closeup angle framing composition panorama perspective profile',
	lens: 'lens mm aperture bokeh exposure focus camera film iso',
	medium:
		'painting drawing print photograph photo watercolour watercolor gouache linocut sketch illustration poster collage sculpture render style',
	detail:
		'palette colours colors texture detail detailed outlines edges brushwork background foreground lines reflections'
};

/** What a word or a phrase speaks for, and how strongly. */
interface Entry {
	facet: Facet;
	weight: number;
}

const key = (text: string) => words(text).map(singular).join(' ');
/** A phrase without the words that lead into it. */
const core = (parts: readonly string[]) => {
	let from = 0;
	while (from < parts.length - 1 && leading.has(parts[from])) from++;
	return parts.slice(from);
};

/** Built when a word is first asked about. */
let built: Map<string, Entry> | undefined;
const lexicon = () => (built ??= buildLexicon());

function buildLexicon(): Map<string, Entry> {
	const found = new Map<string, Entry>();
	const learn = (text: string, facet: Facet, weight: number) => {
		if (text && weight > (found.get(text)?.weight ?? 0)) found.set(text, { facet, weight });
	};
	for (const [facet, phrases] of Object.entries(phraseLists) as [Facet, readonly string[]][]) {
		for (const phrase of phrases) {
			const whole = words(phrase).map(singular);
			const inner = core(whole);
			learn(whole.join(' '), facet, 4);
			learn(inner.join(' '), facet, 3);
			// The last word alone is a hint: "marsh", "light", "lens".
			if (inner.length > 1 && inner.at(-1)!.length > 3) learn(inner.at(-1)!, facet, 0.6);
		}
	}
	for (const facet of facets)
		for (const word of tells[facet]?.split(' ') ?? []) learn(key(word), facet, 1.5);
	return found;
}

/** Whether a text has only words that lead into a phrase: "a", "in the". */
export const onlyLeads = (text: string): boolean => words(text).every((word) => leading.has(word));

const LONGEST = 5;

/**
 * The facet that a phrase speaks for by the shipped word lists, the longest known phrases counting
 * most; `other` when nothing in it is known.
 */
export function facetOf(phrase: string): Facet {
	const parts = words(phrase).map(singular);
	const votes = new Map<Facet, number>();
	for (let i = 0; i < parts.length;) {
		let length = Math.min(LONGEST, parts.length - i);
		for (; length > 0; length--) {
			const entry = lexicon().get(parts.slice(i, i + length).join(' '));
			if (!entry) continue;
			votes.set(entry.facet, (votes.get(entry.facet) ?? 0) + entry.weight * length);
			break;
		}
		i += Math.max(1, length);
	}
	// What is described outweighs how: "a red kite" is a subject, "red" a trait.
	if (votes.has('subject') && !/^(?:in|on|at|under|with)\b/i.test(phrase.trim()))
		votes.set('subject', votes.get('subject')! + 3);
	return [...votes].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'other';
}
