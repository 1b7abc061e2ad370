import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Brief } from '$lib/core/schema';
import { alder, birch, sampleBrief } from '$lib/core/testing';
import type { Work } from '$lib/ui/shared';
import { WordsDesk } from './desk.svelte';

/** What the services say of a prompt, by model; a model that is not in it doesn't answer. */
let readings: Record<string, string[]> = {};

vi.mock('$lib/ui/shared', async (whole) => ({
	...(await whole<object>()),
	whenReleased: (go: () => void) => go(),
	session: {
		cards: [alder, birch],
		routes: {
			of: (id: string) => ({
				model: id,
				client: {
					read: () =>
						id in readings ? Promise.resolve({ unread: readings[id] }) : Promise.reject(new Error())
				}
			})
		}
	}
}));

let brief = $state.raw<Brief>(sampleBrief('b1'));
/** What was said when something was replaced. */
const replaced: string[] = [];
const change = (to: Partial<Brief>) => void (brief = { ...brief, ...to });
const work = {
	get brief() {
		return brief;
	},
	change,
	replace(to: Partial<Brief>, says: string) {
		replaced.push(says);
		change(to);
	},
	setRack: (to: Partial<Brief['rack']>) => change({ rack: { ...brief.rack, ...to } })
} as unknown as Work;
const phrases = () => brief.words.stack.phrases.map(({ text }) => text);
const desk = () => new WordsDesk(work);

beforeEach(() => {
	vi.useFakeTimers();
	brief = {
		...sampleBrief('b1'),
		rack: { ...sampleBrief('b1').rack, model: [alder.id, birch.id] }
	};
	replaced.length = 0;
	readings = {};
	desk().replace('');
	replaced.length = 0;
});
afterEach(() => void vi.useRealTimers());

describe('a prompt that is typed', () => {
	it('goes into the phrases when the typing rests, and stands in the field at once', () => {
		const words = desk();
		words.type('a jar of honey');
		expect([words.prompt, brief.prompt]).toEqual(['a jar of honey', '']);
		vi.advanceTimersByTime(100);
		words.type('a jar of honey, on oak');
		vi.advanceTimersByTime(179);
		expect(phrases()).toEqual([]);
		vi.advanceTimersByTime(1);
		expect(phrases()).toEqual(['a jar of honey', 'on oak']);
		expect(brief.prompt).toBe('a jar of honey, on oak');
	});

	it('goes into them before anything else is done with them', () => {
		const words = desk();
		words.type('a jar of honey');
		words.add('soft light');
		expect(phrases()).toEqual(['a jar of honey', 'soft light']);
		// What was typed does not come once more.
		vi.advanceTimersByTime(500);
		expect(phrases()).toEqual(['a jar of honey', 'soft light']);
	});

	it('is replaced with a way back where there was one, and without a word where there was none', () => {
		const words = desk();
		words.replace('a jar of honey');
		expect(replaced).toEqual([]);
		words.type('a jar of jam');
		words.replace('a loaf of bread');
		vi.advanceTimersByTime(500);
		expect(replaced).toEqual(['The prompt was replaced.']);
		expect(phrases()).toEqual(['a loaf of bread']);
	});
});

describe('what is marked in a prompt', () => {
	it('are words that models have no notion of, each with the models', async () => {
		const words = desk();
		words.replace('a honey jar on oak');
		readings = { [alder.id]: ['honey'], [birch.id]: ['honey', 'oak'] };
		await words.ask(new AbortController().signal);
		const marked = words.marked.filter(({ kind }) => kind === 'unread');
		expect(marked.map(({ from, to, says }) => [brief.prompt.slice(from, to), says])).toEqual([
			['honey', `${alder.name}, ${birch.name}: not known`],
			['oak', `${birch.name}: not known`]
		]);
	});

	it('is nothing while one types, and nothing of a model that does not answer', async () => {
		const words = desk();
		words.replace('a honey jar on oak');
		readings = { [alder.id]: ['honey'] };
		await words.ask(new AbortController().signal);
		expect(words.unread).toEqual({ [alder.id]: ['honey'], [birch.id]: [] });
		words.type('a honey jar on oak,');
		expect(words.marked).toEqual([]);
	});

	it('is not of an answer that came after the words were changed', async () => {
		const words = desk();
		const asking = new AbortController();
		readings = { [alder.id]: ['honey'], [birch.id]: [] };
		const asked = words.ask(asking.signal);
		asking.abort();
		await asked;
		expect(words.unread).toEqual({});
	});

	it('is what a model does not read any more, and what is wanted and left out at once', () => {
		const words = desk();
		brief = { ...brief, rack: { ...brief.rack, model: [alder.id] } };
		words.replace(`${'sea, '.repeat(alder.promptWords)}boats`);
		words.leaveOut({ leaveOut: 'boats' });
		const marked = words.marked;
		expect(marked.find(({ kind }) => kind === 'over')).toMatchObject({
			to: brief.prompt.length,
			says: `${alder.name} does not read this far (${alder.id})`
		});
		const clash = marked.find(({ kind }) => kind === 'clash')!;
		expect(brief.prompt.slice(clash.from, clash.to)).toBe('boats');
	});
});

describe('whole prompts on the wording dial', () => {
	it('are put there and taken off by the same press', () => {
		const words = desk();
		words.toggleVersion('a jar');
		words.toggleVersion('a bottle');
		expect(brief.words.versions).toEqual(['a jar', 'a bottle']);
		words.toggleVersion('a jar');
		expect(brief.words.versions).toEqual(['a bottle']);
	});

	it('leave one empty style where none is left', () => {
		const words = desk();
		words.setStyles([[{ name: 'Ink', add: ['ink line'], leaveOut: [] }]]);
		expect(words.styles).toHaveLength(1);
		words.setStyles([]);
		expect(brief.rack.style).toEqual([[]]);
	});
});
