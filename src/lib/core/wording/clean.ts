/** One kind of thing that does not belong into a prompt, and how to take it out. */
interface Sweep {
	/** Its name for one and for several. */
	one: string;
	many: string;
	find: RegExp;
	/** What stands there afterwards. @default '' */
	put?: string | ((found: string, ...groups: string[]) => string);
}

/** What was taken out of a pasted text: how many of each kind, in words. */
export interface Cleaned {
	text: string;
	/** Like "1 link, 2 list marks"; empty when nothing was changed. */
	taken: string;
}

const LINK = /(?:https?:\/\/|www\.)[^\s<>"'\u201c\u201d)\]]*[^\s<>"'\u201c\u201d)\].,;:!?]/giu;

/**
 * In the order in which they are swept: what can hide another thing comes first. Control and
 * zero-width characters are those of Unicode's categories Cc and Cf; joiners inside emoji and in
 * scripts that need them (U+200C, U+200D between letters or marks) stay, and so do line breaks.
 */
const sweeps: readonly Sweep[] = [
	{
		one: 'invisible character',
		many: 'invisible characters',
		// eslint-disable-next-line no-control-regex -- control characters are what is looked for
		find: /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u00ad\u200b\u200e\u200f\u202a-\u202e\u2060-\u2064\u2066-\u2069\ufeff]|(?<![\p{L}\p{M}\p{Extended_Pictographic}\p{Emoji_Modifier}\ufe0f])[\u200c\u200d]|[\u200c\u200d](?![\p{L}\p{M}\p{Extended_Pictographic}])/gu
	},
	{ one: '', many: '', find: /\r\n?|[\u2028\u2029]/gu, put: '\n' },
	{ one: 'picture link', many: 'picture links', find: /!\[[^\]\n]{0,400}\]\([^)\n]{0,2000}\)/gu },
	{
		one: 'link',
		many: 'links',
		find: /\[([^\]\n]{0,400})\]\([^)\n]{0,2000}\)/gu,
		put: (_found, label) => label
	},
	{ one: 'link', many: 'links', find: new RegExp(`[<(]?${LINK.source}[>)]?`, 'giu') },
	{
		one: 'list mark',
		many: 'list marks',
		find: /^[ \t]*(?:[-*+\u2022\u2023\u25aa\u25cf\u2013\u2014\u00b7]|\(?\d{1,3}[.):]|\(?[a-z][.)])[ \t]+/gimu
	},
	{
		one: 'Markdown mark',
		many: 'Markdown marks',
		find: /^[ \t]*(?:#{1,6}|>+)[ \t]+/gmu
	},
	{
		one: 'Markdown mark',
		many: 'Markdown marks',
		find: /(\*\*\*|\*\*|__|~~|``|`|\*)(?=\S)([^\n]{0,400}?\S)\1/gu,
		put: (_found, _mark, inside) => inside
	},
	{
		one: 'Markdown mark',
		many: 'Markdown marks',
		find: /^[ \t]*(?:-{3,}|\*{3,}|_{3,}|```\w*)[ \t]*$/gmu
	},
	{
		one: 'curly quote',
		many: 'curly quotes',
		find: /[\u201c\u201d\u201e\u201f\u2018\u2019\u201a\u201b]/gu,
		put: (found) => ('\u201c\u201d\u201e\u201f'.includes(found) ? '"' : "'")
	},
	{
		one: 'doubled comma',
		many: 'doubled commas',
		find: /,(?:[ \t]*,)+/gu,
		put: ','
	},
	{ one: '', many: '', find: /(?<![ \t])[ \t]+(?=[,;])/gu },
	{
		one: 'doubled space',
		many: 'doubled spaces',
		find: /[ \t\u00a0\u2000-\u200a\u202f\u3000]{2,}/gu,
		put: ' '
	},
	{ one: '', many: '', find: /[\u00a0\u2000-\u200a\u202f\u3000\t]/gu, put: ' ' },
	{ one: '', many: '', find: /^[ ,;]+|(?<![ ,;])[ ,;]+$/gmu },
	{ one: 'empty line', many: 'empty lines', find: /\n{2,}/gu, put: '\n' },
	{ one: '', many: '', find: /^\n+|\n+$/gu }
];

/** Sweeps until nothing is left to sweep, at most this often: taking one thing out may bare another. */
const ROUNDS = 4;

/**
 * Takes out of a pasted text what comes along by accident: links, list numbers and bullets,
 * Markdown, control and zero-width characters, doubled commas and spaces, curly quotes. A text that
 * has been cleaned is left as it is.
 */
export function clean(text: string): Cleaned {
	const counts = new Map<string, number>();
	const names = new Map<string, string>();
	let current = text;
	for (let round = 0; round < ROUNDS; round++) {
		const before = current;
		for (const { one, many, find, put = '' } of sweeps) {
			current = current.replace(find, (found: string, ...rest: unknown[]) => {
				const groups = rest.filter((part): part is string => typeof part === 'string').slice(0, -1);
				const then = typeof put === 'string' ? put : put(found, ...groups);
				if (one && then !== found) {
					counts.set(one, (counts.get(one) ?? 0) + 1);
					names.set(one, many);
				}
				return then;
			});
		}
		if (current === before) break;
	}
	const taken = [...counts]
		.map(([one, count]) => `${count} ${count === 1 ? one : names.get(one)}`)
		.join(', ');
	return { text: current, taken };
}
