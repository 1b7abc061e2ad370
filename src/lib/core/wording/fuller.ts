import { stream, type Stream } from '$lib/core/random';
import type { Facet, FullerRequest, FullerVersion } from '$lib/core/contract';
import { leftOutBy, sayingKey } from './leave-out';
import { phraseLists } from './lists';
import { readStack } from './phrases';
import { sceneKind, suits } from './scene-kind';
import { countWords, joining, words } from './text';

/** Facets in which versions are made to differ, in turn. */
const differing = ['light', 'framing', 'mood', 'medium'] as const;

/** Facets that are filled besides, when there is room. */
const filling = ['place', 'detail', 'detail'] as const;

/** How often a phrase is drawn anew when it will not do. */
const TRIES = 40;

type Added = FullerVersion['added'];

/**
 * Makes fuller versions of a plain line: each says all that the line says and adds light, framing,
 * mood and medium where the line leaves them open, differently in each version. Nothing that is
 * added contradicts the negative prompt. The same request gives the same versions.
 *
 * @returns as many as were asked for; fewer when the word limit leaves no room to differ
 */
export function fullerVersions(request: FullerRequest): FullerVersion[] {
	const { line, negative = '', form, maxWords, count, seed } = request;
	const plain = line.trim().replace(/(?<![\s,;.])[\s,;.]+$/u, '');
	const phrases = readStack(plain, () => '').phrases;
	const said = new Set(phrases.map(({ facet }) => facet));
	const random = stream(`fuller|${seed}|${plain}`);
	const open = differing.filter((facet) => !said.has(facet));
	// A line that says all four still gets another detail in each version.
	const turns: readonly Facet[] = open.length ? open : ['detail', 'lens'];
	const used = new Map<Facet, Set<string>>();
	const leftOut = leftOutBy(negative);
	const kind = sceneKind(plain);
	/** What the line says, worked out once: it may be long. */
	const saidKeys = new Set(phrases.map(({ text }) => sayingKey(text)));
	const saidWords = new Set(words(plain));
	const length = {
		true: countWords(write(plain, [], true)),
		false: countWords(write(plain, [], false))
	};
	const versions: FullerVersion[] = [];
	for (let i = 0; i < count * 3 && versions.length < count; i++) {
		const own = random.branch(`version${i}`);
		const sentences = form === 'sentences' || (form === 'either' && versions.length % 2 === 0);
		// The facet whose turn it is comes first, so that it is there however little room there is.
		const lead = turns[versions.length % turns.length];
		const rest = own.shuffle(turns.filter((facet) => facet !== lead));
		const extras = filling.filter((facet) => facet !== 'place' || !said.has('place'));
		const added: Added = [];
		for (const facet of [lead, ...rest, ...extras]) {
			const there = added.map((a) => a.phrase);
			const keys = new Set(there.map(sayingKey));
			const others = new Set(there.flatMap(words));
			const phrase = draw(
				facet,
				own,
				used,
				(drawn) =>
					suits(drawn, kind) &&
					!leftOut(drawn) &&
					!saidKeys.has(sayingKey(drawn)) &&
					!keys.has(sayingKey(drawn)) &&
					!clashes(drawn, saidWords) &&
					!clashes(drawn, others)
			);
			if (!phrase) continue;
			const next = [...added, { facet, phrase }];
			if (length[`${sentences}`] + countWords(write('', next, sentences)) > maxWords) continue;
			added.push({ facet, phrase });
		}
		const text = write(plain, added, sentences);
		if (!added.length || versions.some((other) => other.text === text)) continue;
		versions.push({ text, added });
		for (const { facet, phrase } of added)
			used.set(facet, (used.get(facet) ?? new Set()).add(phrase));
	}
	return versions;
}

/** A phrase of a facet that no version has yet, and that will do beside what is there. */
function draw(
	facet: Facet,
	random: Stream,
	used: Map<Facet, Set<string>>,
	willDo: (phrase: string) => boolean
): string | undefined {
	const list = phraseLists[facet as keyof typeof phraseLists];
	for (let i = 0; i < TRIES; i++) {
		const phrase = random.pick(list);
		if (used.get(facet)?.has(phrase) && used.get(facet)!.size < list.length) continue;
		if (willDo(phrase)) return phrase;
	}
	return undefined;
}

/** Words of which a picture can have one of each group at most. */
const exclusive = [
	'night midnight moonlight noon sunshine sunrise dawn dusk sunset twilight stars starlight',
	'summer winter autumn snow blizzard sandstorm heat',
	'calm storm squall still wild',
	'warm cool',
	'high low',
	'muted rich',
	'outlines'
].map((line) => new Set(line.split(' ')));

function clashes(phrase: string, others: ReadonlySet<string>): boolean {
	const own = words(phrase);
	return exclusive.some(
		(group) => own.some((word) => group.has(word)) && [...group].some((word) => others.has(word))
	);
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A line with what is added, as sentences or as keywords. */
function write(line: string, added: Added, sentences: boolean): string {
	const of = (facet: Facet) => added.filter((a) => a.facet === facet).map((a) => a.phrase);
	if (!sentences)
		return [keywords(line), ...added.map(({ phrase }) => keywords(phrase))].join(', ');
	const where = [...of('place'), ...of('light')].join(', ');
	const [framing, mood, medium] = (['framing', 'mood', 'medium'] as const).map((f) => of(f)[0]);
	const look = [...of('detail'), ...of('lens')];
	return [
		`${capital(line)}${where ? `${/[,;]$/.test(line) ? '' : ','} ${where}` : ''}.`,
		framing
			? `${capital(framing)}${mood ? `, ${mood} in mood` : ''}.`
			: mood
				? `${capital(mood)} in mood.`
				: '',
		medium
			? `Made as ${article(medium)}${look.length ? `, with ${look.join(' and ')}` : ''}.`
			: look.length
				? `With ${look.join(' and ')}.`
				: ''
	]
		.filter(Boolean)
		.join(' ');
}

const uncounted =
	/(?:ink|gouache|watercolour|acrylic|tempera|pastel|chalk|crayon|charcoal|graphite|paper|collage|origami|felt|knitted|stained glass|marquetry|embroidery|line)$/;
const article = (medium: string) =>
	uncounted.test(medium) ? medium : `${/^[aeio]/.test(medium) ? 'an' : 'a'} ${medium}`;

/** A phrase without the words that only join: "a heron in a salt marsh" as "heron, salt marsh". */
export function keywords(text: string): string {
	// Lettering in quotes stays as it is.
	const quoted: string[] = [];
	const plain = text.replace(
		/["\u201c\u00ab][^"\u201d\u00bb]*["\u201d\u00bb]/gu,
		(one) => `\ue000${quoted.push(one) - 1}`
	);
	return plain
		.split(
			/(?<!\s)\s+(?:in|on|at|by|with|under|above|over|beside|near|among|of|from|through|and(?=\s+an?\s))\s+|(?<!\s)\s*[,;]\s*|[,;]\s*/iu
		)
		.map((part) =>
			part
				.split(/\s+/)
				.filter((word) => word.toLowerCase() === 'and' || !joining.has(word.toLowerCase()))
				.join(' ')
				.trim()
		)
		.filter(Boolean)
		.join(', ')
		.replace(/\ue000(\d+)/g, (_, i) => quoted[Number(i)]);
}
