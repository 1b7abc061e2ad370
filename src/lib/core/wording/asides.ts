import { splitPhrases } from './text';

/**
 * Something in a text that is not about the picture: talk to whoever was asked for a prompt, or a
 * thing that is not wanted, which belongs to what is left out.
 */
export interface Aside {
	kind: 'talk' | 'unwanted';
	/** As it stands in the text, with what goes with it when it is taken out. */
	found: string;
	/** What is to be left out, as phrases; none of talk. */
	leaveOut: string[];
}

/** How answers begin that bring a prompt, and how they end. Our own selection. */
const talk = [
	/^\s*(?:sure|certainly|of course|absolutely|okay|ok|great|here (?:is|are|you go)|here['\u2019]s|i(?:['\u2019]ve| have)? (?:made|written|created)|below is|this is)\b[^\n:.!]{0,160}[:.!]+\s*/iu,
	/^\s*(?:prompt|positive prompt|final prompt|image prompt|description)\s*:\s*/iu,
	/^\s*(?:please\s+)?(?:make|create|generate|draw|paint|render|produce|design|give|show)\s+(?:me\s+)?(?:a|an|the)\s+(?:picture|image|drawing|photo|photograph|illustration|painting|rendering|artwork)\s+(?:of|with|showing)\s+/iu,
	/^\s*(?:i(?:['\u2019]d| would)? (?:want|like|need)|can you|could you|would you)\b[^\n:.!?]{0,60}?\b(?:picture|image|drawing|photo|photograph|illustration|painting)\s+(?:of|with|showing)\s+/iu,
	/\s*(?:let me know|feel free|i hope|hope (?:this|that) helps|would you like|do you want|enjoy|happy to)\b[^\n]{0,240}$/iu
];

/** Where something unwanted is asked away, up to the next seam. */
const unwanted =
	/(?<![\p{L}\p{N}])(?:(?:and|but)\s+)?(?:please\s+)?(?:no|without(?: any)?|avoid(?:ing)?|don['\u2019]t (?:add|include|show|draw|put)(?: any)?|do not (?:add|include|show|draw|put)(?: any)?|exclude|leave out|not any)\s+((?:(?!\b(?:at|in|on|under|above|by|with|but)\b)[^\s,;.!?\n]+\s*){1,6})(?:please)?/giu;

const QUOTED = /["\u201c\u201e\u00ab][^"\u201c\u201d\u00bb\n]{1,200}["\u201d\u00bb]/gu;

/** What "no" says nothing unwanted of. Our own selection. */
const innocent = /^(?:one|longer|more|less|outlines?|matter|doubt|end|man's|ordinary|wind)\b/i;

/** Finds what in a text is not about the picture, in the order in which it stands there. */
export function asides(text: string): Aside[] {
	const found: (Aside & { at: number })[] = [];
	let from = 0;
	// One after the other: "Sure! Prompt: a picture of a crab" has three.
	for (let again = true; again;) {
		again = false;
		for (const find of talk.slice(0, -1)) {
			const hit = find.exec(text.slice(from, from + 400));
			if (!hit || hit[0].length === 0) continue;
			found.push({ kind: 'talk', found: hit[0], leaveOut: [], at: from });
			from += hit[0].length;
			again = true;
		}
	}
	const tail = Math.max(from, text.length - 400);
	const end = talk.at(-1)!.exec(text.slice(tail));
	if (end) found.push({ kind: 'talk', found: end[0], leaveOut: [], at: tail + end.index });
	// Lettering in quotes asks nothing away.
	const plain = text.replace(QUOTED, (quoted) => '\u00a6'.repeat(quoted.length));
	for (const hit of plain.matchAll(unwanted)) {
		const [whole, what] = hit;
		const things = splitPhrases(what.replace(/\s+(?:or|and|nor)\s+(?:no\s+)?/giu, ', ')).filter(
			(thing) => !innocent.test(thing)
		);
		if (!things.length || found.some(({ at, found: one }) => at === hit.index && one)) continue;
		found.push({ kind: 'unwanted', found: whole.trimEnd(), leaveOut: things, at: hit.index });
	}
	return found
		.sort((a, b) => a.at - b.at)
		.map(({ kind, found: one, leaveOut }) => ({ kind, found: one, leaveOut }));
}

/** A text without one of its asides, and without the seam that is then doubled. */
export function withoutAside(text: string, { found }: Aside): string {
	const at = text.indexOf(found);
	if (at < 0) return text;
	const before = text.slice(0, at);
	const after = text.slice(at + found.length);
	if (!before.trim()) return after.replace(/^[\s,;.]+/u, '');
	const rest = after.replace(/^[\s,;]+/u, '');
	const joined = before.replace(/[\s,;]+$/u, '');
	if (!rest) return joined;
	return /^[.!?]/.test(rest)
		? `${joined.replace(/[.!?]$/u, '')}${rest}`
		: `${joined}${/[.!?]$/.test(joined) ? ' ' : ', '}${rest}`;
}
