import { describe, expect, it } from 'vitest';
import type { TakeSettings } from '$lib/core/contract';
import { makeSurface } from '$lib/service/http/surface';
import {
	characterOf,
	characters,
	countSubjects,
	openBook,
	readPrompt,
	shareShowing,
	traceTake,
	type Character,
	type SceneBook,
	type Tag
} from './index';
import { signalsOf } from './signals';

const SIDE = 256;
const prompts = ['a lighthouse at dusk above a salt marsh', 'a heron in a marsh at dawn'];
const books = new Map<string, SceneBook>();
const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const middle = ({ from, to }: { from: number; to: number }) => (from + to) / 2;

function trace(character: Character, prompt: string, change: Partial<TakeSettings>) {
	const { card } = character;
	const settings: TakeSettings = {
		model: card.id,
		prompt,
		negative: '',
		width: SIDE,
		height: SIDE,
		guidance: middle(card.guidance),
		steps: card.steps.from,
		sampler: 'dpm-solver++(2m)',
		schedule: 'karras',
		seed: 1,
		...change
	};
	const key = `${card.id} ${prompt} ${settings.width}`;
	let book = books.get(key);
	if (!book) {
		const form = card.promptForm === 'keywords' ? ('keywords' as const) : ('sentences' as const);
		const reading = { ...readPrompt(prompt), form };
		book = openBook(character, reading, settings.width, settings.height, makeSurface);
		books.set(key, book);
	}
	return { book, trace: traceTake(settings, character, book)! };
}

const seeds = (count: number) => Array.from({ length: count }, (_, i) => i + 1);

describe.each(characters.map((character) => [character.card.name, character] as const))(
	'%s against its card',
	(_name, character) => {
		const { guidance, steps } = character.card;
		const at = (g: number) => {
			const signals = prompts.flatMap((prompt) =>
				seeds(6).map((seed) => {
					const { trace: t } = trace(character, prompt, { guidance: g, seed });
					return signalsOf(t.latent, t.field, 5, character.spread);
				})
			);
			return {
				agreement: mean(signals.map((s) => s.agreement)),
				burn: mean(signals.map((s) => s.burn))
			};
		};

		it('guidance: agrees more in its good range than at the least, burns more beyond it', () => {
			const least = at(guidance.min);
			const good = at(middle(guidance));
			const beyond = at(Math.min(guidance.max, guidance.to * 2.4));
			expect(good.agreement).toBeGreaterThanOrEqual(least.agreement - 1e-9);
			expect(good.agreement).toBeGreaterThan(11);
			expect(beyond.burn).toBeGreaterThan(good.burn * 1.3);
			expect(good.burn).toBeLessThan(0.1);
		});

		it('steps: the last change inside the good range is under 2 of 255, the first over 8, Gannet\u2019s over 6', () => {
			const change = (from: number, to: number) =>
				mean(
					seeds(6).map((seed) => {
						const [a, b] = [from, to].map(
							(n) => trace(character, prompts[0], { steps: n, seed }).trace.latent
						);
						const clip = (v: number) => Math.min(1, Math.max(-1, v));
						return (
							(a.reduce((sum, v, i) => sum + Math.abs(clip(v) - clip(b[i])), 0) / a.length) * 127.5
						);
					})
				);
			// Most of Gannet's pictures is bare paper, which no step changes.
			const least = character.card.id === 'gannet' ? 6 : 8;
			expect(change(1, Math.max(4, Math.round(steps.from / 2)))).toBeGreaterThan(least);
			expect(change(Math.round(middle(steps)), steps.to)).toBeLessThan(2);
		});

		// Makes some 200 small takes: 7 seconds with a core to itself.
		it(
			'a negative prompt lowers what it names by half at least, over 32 seeds',
			{ timeout: 60_000 },
			() => {
				const { book } = trace(character, prompts[0], { steps: 1 });
				const habits = [...new Set(book.scenes.flatMap((s) => s.uninvited))];
				const rates = habits.map((habit) => {
					const tag: Tag = `uninvited:${habit.id}`;
					const rate = (negative: string) =>
						mean(
							seeds(32).map((seed) => {
								const { trace: t } = trace(character, prompts[0], {
									seed,
									negative,
									steps: Math.min(10, steps.from)
								});
								return shareShowing(t, book, tag);
							})
						);
					return { id: habit.id, without: rate(''), left: rate(habit.words[0]) };
				});
				// What never shows on these seeds cannot show less.
				const shown = rates.filter(({ without }) => without > 0.01);
				expect(shown.length).toBeGreaterThanOrEqual(1);
				for (const { id, without, left } of shown)
					expect(left, `${id}: ${without} to ${left}`).toBeLessThanOrEqual(without / 2);
			}
		);
	}
);

describe('a frame far above a model\u2019s own', () => {
	// Paints large pictures over ten seeds each: 12 seconds.
	it(
		'breaks up, and shows two subjects more often than one of its own size, over seeds',
		{ timeout: 90_000 },
		() => {
			const small = characterOf('turnstone-1')!;
			const shown = (side: number) => {
				const all = prompts.flatMap((prompt) =>
					seeds(10).map((seed) => {
						const size = { width: side, height: side };
						const { book, trace: t } = trace(small, prompt, { ...size, seed, steps: 10 });
						return {
							subjects: countSubjects(t, book),
							wholeness: signalsOf(t.latent, t.field, 5, small.spread).wholeness
						};
					})
				);
				return {
					doubles: mean(all.map(({ subjects }) => (subjects > 1 ? 1 : 0))),
					wholeness: mean(all.map(({ wholeness }) => wholeness))
				};
			};
			const [own, large] = [shown(512), shown(1024)];
			expect(large.wholeness).toBeLessThan(own.wholeness - 0.1);
			expect(large.doubles).toBeGreaterThan(own.doubles * 1.5);
			expect(large.doubles).toBeGreaterThan(0.15);
		}
	);
});
