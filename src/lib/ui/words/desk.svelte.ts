import { createContext } from 'svelte';
import type { ModelCard, NegativeSet, PhraseStack, Style } from '$lib/core/schema';
import {
	asides,
	contradictions,
	duplicates,
	findWords,
	insertPhrase,
	modelNotes,
	splitPhrases,
	withoutAside,
	wordingStops,
	wordLimit,
	withLeaveOut,
	withStack,
	withText,
	type Aside,
	type Facet
} from '$lib/core/wording';
import { session, whenReleased, type Work } from '$lib/ui/shared';
import type { Marked } from './editor';

const newId = () => crypto.randomUUID();

/** Typing goes into the text at once, and this long after the last key, in milliseconds, into the phrases. */
const SETTLES = 180;

/** The words of the brief that is open, as this view turns them. */
export class WordsDesk {
	readonly #work: Work;
	/** What was typed and has not gone into the phrases yet. */
	#typed = $state.raw<string | null>(null);
	#timer: ReturnType<typeof setTimeout> | undefined;
	/** Words that each chosen model has no notion of. */
	unread = $state.raw<Readonly<Record<string, string[]>>>({});

	readonly #settle = () => this.settle();

	constructor(work: Work) {
		this.#work = work;
	}

	readonly brief = $derived.by(() => this.#work.brief!);
	readonly words = $derived.by(() => this.brief.words);
	readonly stack = $derived.by(() => this.words.stack);
	readonly models: ModelCard[] = $derived.by(() =>
		session.cards.filter(({ id }) => this.brief.rack.model.includes(id))
	);
	readonly prompt: string = $derived.by(() => this.#typed ?? this.brief.prompt);
	readonly notes = $derived.by(() =>
		modelNotes(this.brief.prompt, this.brief.negative, this.models)
	);
	readonly wanted = $derived.by(() =>
		this.stack.phrases.filter(({ off }) => !off).map(({ text }) => text)
	);
	readonly clashes = $derived.by(() => contradictions(this.wanted, this.brief.negative));
	/** What in the prompt is not about the picture. */
	readonly asides: Aside[] = $derived.by(() =>
		this.#typed === null ? asides(this.brief.prompt) : []
	);
	readonly repeated = $derived.by(() => duplicates(this.wanted).map(({ phrase }) => phrase));
	readonly wordings = $derived.by(() => wordingStops(this.words));

	/** What is marked in the text: words that nobody reads, those over a limit, contradictions. */
	readonly marked: Marked[] = $derived.by(() => {
		const text = this.brief.prompt;
		if (this.#typed !== null) return [];
		const name = (id: string) => this.models.find((card) => card.id === id)?.name ?? id;
		const by = new Map<string, string[]>();
		for (const [model, words] of Object.entries(this.unread))
			for (const word of words) by.set(word, [...(by.get(word) ?? []), name(model)]);
		const marks = findWords(text, by.keys()).map(([from, to]): Marked => {
			const models = by.get(text.slice(from, to).toLowerCase().normalize('NFKC')) ?? [];
			return { from, to, kind: 'unread', says: `${models.join(', ')}: not known` };
		});
		for (const { id, name: called, promptWords } of this.models) {
			const from = wordLimit(text, promptWords);
			if (from !== null)
				marks.push({
					from,
					to: text.length,
					kind: 'over',
					says: `${called} does not read this far (${id})`
				});
		}
		for (const { wanted, leftOut } of this.clashes) {
			const from = text.indexOf(wanted);
			if (from >= 0)
				marks.push({
					from,
					to: from + wanted.length,
					kind: 'clash',
					says: `Left out as \u201c${leftOut}\u201d`
				});
		}
		return marks;
	});

	/** Takes text as it is typed. */
	type(text: string): void {
		this.#typed = text;
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => whenReleased(this.#settle), SETTLES);
	}

	/** Puts into the phrases what was typed. */
	settle(): void {
		clearTimeout(this.#timer);
		if (this.#typed === null) return;
		const text = this.#typed;
		this.#work.change(withText(this.words, text, newId));
		this.#typed = null;
	}

	/** Changes the phrases. */
	restack(change: (stack: PhraseStack) => PhraseStack): void {
		this.settle();
		this.#work.change(withStack(this.words, change(this.stack)));
	}

	add(phrase: string, facet?: Facet): void {
		this.restack((stack) => insertPhrase(stack, phrase, newId(), facet));
	}

	replace(text: string): void {
		clearTimeout(this.#timer);
		this.#typed = null;
		const change = withText(this.words, text, newId);
		if (this.brief.prompt.trim()) this.#work.replace(change, 'The prompt was replaced.');
		else this.#work.change(change);
	}

	/** Takes an aside out of the prompt; what it does not want goes to what is left out. */
	takeOut(aside: Aside): void {
		this.settle();
		const change = withText(this.words, withoutAside(this.brief.prompt, aside), newId);
		this.#work.change(change);
		if (!aside.leaveOut.length) return;
		const words = { ...this.words, ...change.words };
		const there = splitPhrases(words.leaveOut);
		const leaveOut = [...there, ...aside.leaveOut.filter((one) => !there.includes(one))].join(', ');
		this.#work.change({ ...change, ...withLeaveOut(words, { leaveOut }) });
	}

	leaveOut(change: { sets?: NegativeSet[]; leaveOut?: string }): void {
		this.#work.change(withLeaveOut(this.words, change));
	}

	setVersions(versions: string[]): void {
		this.settle();
		this.#work.change({ words: { ...this.words, versions } });
	}

	/** Puts a whole prompt on the wording dial, or takes it off. */
	toggleVersion(text: string): void {
		const { versions } = this.words;
		this.setVersions(
			versions.includes(text) ? versions.filter((other) => other !== text) : [...versions, text]
		);
	}

	readonly styles: Style[][] = $derived.by(() => this.brief.rack.style);

	setStyles(style: Style[][]): void {
		this.#work.setRack({ style: style.length ? style : [[]] });
	}

	/** Asks the service which words the chosen models have no notion of. */
	async ask(signal: AbortSignal): Promise<void> {
		const { prompt } = this.brief;
		const answers = await Promise.all(
			this.models.map(async ({ id }) => {
				const route = session.routes.of(id);
				const answer = await route?.client
					.read({ model: route.model, prompt })
					.catch(() => undefined);
				return [id, answer?.unread ?? []] as const;
			})
		);
		whenReleased(() => {
			if (!signal.aborted) this.unread = Object.fromEntries(answers);
		});
	}
}

const [use, provide] = createContext<WordsDesk>();
export { use as useDesk, provide as provideDesk };
