import { beforeAll, describe, expect, it } from 'vitest';
import type { TakeSettings } from '$lib/core/contract';
import { makeSurface } from '$lib/service/http/surface';
import { toLatent } from './book';
import {
	characterOf,
	characters,
	openBook,
	readNegative,
	readPrompt,
	renderTake,
	scenesFor,
	type SceneBook,
	type Tag
} from './index';
import { media } from './repertoire/media';
import { lights } from './repertoire/lights';
import { places } from './repertoire/places';
import { study, subjects } from './repertoire/subjects';
import { uninvited } from './repertoire/uninvited';
import { framings } from './repertoire/framings';
import { moods } from './repertoire/moods';
import { colours, counts } from './repertoire/words';
import { negativePriors, priors } from './scenes';

const turnstone = characterOf('turnstone-2')!;

describe('the repertoire', () => {
	it('has what was promised', () => {
		expect(subjects.length).toBeGreaterThanOrEqual(40);
		expect(places.length).toBeGreaterThanOrEqual(20);
		expect(lights.length).toBeGreaterThanOrEqual(12);
		expect(media.length).toBeGreaterThanOrEqual(14);
		expect(framings.length).toBeGreaterThanOrEqual(10);
		expect(uninvited.length).toBeGreaterThanOrEqual(16);
		expect(new Set(Object.values(colours)).size).toBeGreaterThanOrEqual(20);
		expect(Math.max(...Object.values(counts))).toBe(5);
		for (const set of [subjects, places, lights, media, framings, uninvited, moods])
			expect(new Set(set.map(({ id }) => id)).size).toBe(set.length);
	});

	it('has seven models in five families at least, each told apart by id, medium and touchiness', () => {
		expect(characters).toHaveLength(7);
		expect(new Set(characters.map(({ card }) => card.id)).size).toBe(7);
		expect(new Set(characters.map(({ card }) => card.family)).size).toBeGreaterThanOrEqual(5);
		expect(new Set(characters.map(({ medium }) => medium)).size).toBe(7);
		for (const { card, medium } of characters) {
			expect(media.map(({ id }) => id)).toContain(medium);
			expect(card.guidance.from).toBeGreaterThanOrEqual(card.guidance.min);
			expect(card.guidance.to).toBeLessThanOrEqual(card.guidance.max);
			expect(card.steps.to).toBeLessThanOrEqual(card.steps.max);
		}
	});

	it.each(subjects.map((subject) => [subject.id, subject] as const))(
		'%s can be read from every one of its words, and has a home',
		(id, subject) => {
			for (const word of subject.words) expect(readPrompt(word).lead?.subject.id).toBe(id);
			expect(places.map((place) => place.id)).toContain(subject.home);
		}
	);
});

describe('readPrompt', () => {
	it('takes a sentence apart', () => {
		const read = readPrompt('A red lighthouse at dusk above a salt marsh, wide view, linocut');
		expect(read.lead?.subject.id).toBe('lighthouse');
		expect(read.light?.id).toBe('dusk');
		expect(read.place?.id).toBe('marsh');
		expect(read.framing?.id).toBe('wide');
		expect(read.medium?.id).toBe('linocut');
		expect(read.lead?.accent).toEqual(colours.red);
		expect(read.unread).toEqual([]);
	});

	it('says which words it has no notion of, each once', () => {
		expect(readPrompt('a zeppelin and a lighthouse, zeppelin, baroque').unread).toEqual([
			'zeppelin',
			'baroque'
		]);
	});

	it('leaves out what is beyond the words it reads', () => {
		expect(readPrompt('one two three heron', 3).lead).toBeNull();
	});

	it.each([
		['nothing', ''],
		['blanks', '   '],
		['control characters', '\u0000\u200b'],
		['emoji', '🦀🦀'],
		['right to left', 'ﷺ قلعة'],
		['one very long word', 'x'.repeat(20_000)]
	])('reads %s', (_name, text) => {
		expect(() => readPrompt(text)).not.toThrow();
	});

	it('finds plurals and defects in negative prompts', () => {
		const tags = readNegative('boats, watermark, blurry, extra limbs, people');
		for (const id of ['boat', 'watermark', 'soft', 'extra', 'figure'])
			expect(tags).toContain(`uninvited:${id}`);
	});
});

describe('scenesFor', () => {
	it('depends on the model and the reading alone', () => {
		const reading = readPrompt('heron, marsh, dawn');
		expect(scenesFor(turnstone, reading)).toEqual(scenesFor(turnstone, reading));
		const gannet = scenesFor(characterOf('gannet')!, reading);
		expect(gannet[0].medium.id).toBe('ink');
		expect(gannet[0].key).not.toBe(scenesFor(turnstone, reading)[0].key);
	});

	it('has a few bad habits under each prompt, and every one of them under some', () => {
		const prompts = subjects.slice(0, 30).map(({ label }) => `a ${label} at dusk`);
		const met = new Set<string>();
		for (const character of characters) {
			for (const prompt of prompts) {
				const scenes = scenesFor(character, readPrompt(prompt)).filter((s) => s.prompted);
				const habits = new Set(scenes.flatMap((s) => s.uninvited.map(({ id }) => id)));
				expect(habits.size).toBeGreaterThanOrEqual(4);
				expect(habits.size).toBeLessThanOrEqual(5);
				const clean = scenes.filter((s) => s.uninvited.length === 0).length;
				expect(clean / scenes.length).toBeGreaterThanOrEqual(0.29);
				habits.forEach((id) => met.add(id));
			}
		}
		expect([...met].sort()).toEqual(uninvited.map(({ id }) => id).sort());
	});

	it('makes an unknown subject into a study, not into a known thing', () => {
		const scenes = scenesFor(turnstone, readPrompt('a zeppelin at dusk')).filter((s) => s.prompted);
		expect(scenes.every((s) => s.lead.subject === study)).toBe(true);
	});

	it('moves general weight to what is left out, and keeps the share of the prompt', () => {
		const scenes = scenesFor(turnstone, readPrompt('a lighthouse at dusk'));
		const habit = scenes.flatMap((s) => s.uninvited)[0].id;
		const leftOut = new Set<Tag>([`uninvited:${habit}`]);
		const before = negativePriors(scenes, new Set());
		const after = negativePriors(scenes, leftOut);
		const sum = (w: Float64Array, pick: (s: (typeof scenes)[number]) => boolean) =>
			scenes.reduce((total, s, k) => total + (pick(s) ? w[k] : 0), 0);
		const shows = (s: (typeof scenes)[number]) => s.tags.has(`uninvited:${habit}`);
		expect(sum(after, shows)).toBeGreaterThan(3 * sum(before, shows));
		expect(sum(after, (s) => s.prompted)).toBeCloseTo(
			sum(before, (s) => s.prompted),
			9
		);
		expect(priors(scenes)).toEqual(priors(scenes));
	});
});

describe('toLatent', () => {
	it('averages squares and maps 0..255 to -1..1', () => {
		const bytes = new Uint8Array([0, 255, 0, 255, 255, 0, 255, 255, 0, 0, 255, 255]);
		const latent = toLatent(bytes, 1, 1, 2);
		expect(latent[0]).toBeCloseTo(0, 6);
		expect(latent[1]).toBeCloseTo(1, 6);
		expect(latent[2]).toBeCloseTo(-0.5, 6);
	});
});

describe('renderTake', () => {
	const size = 256;
	const prompt = 'a lighthouse at dusk above a salt marsh';
	let book: SceneBook;
	const settings = (change: Partial<TakeSettings> = {}): TakeSettings => ({
		model: 'turnstone-2',
		prompt,
		negative: '',
		width: size,
		height: size,
		guidance: 6,
		steps: 20,
		sampler: 'dpm-solver++(2m)',
		schedule: 'karras',
		seed: 11,
		...change
	});
	const make = (change: Partial<TakeSettings> = {}, from = book) =>
		renderTake(settings(change), characterOf(change.model ?? 'turnstone-2')!, from)!;
	/** Mean absolute difference of two pictures, 0 to 255. */
	const apart = (a: Uint8Array, b: Uint8Array) =>
		a.reduce((sum, v, i) => sum + Math.abs(v - b[i]), 0) / a.length;

	beforeAll(() => {
		book = openBook(turnstone, readPrompt(prompt), size, size, makeSurface);
	});

	it('gives the same bytes for the same settings, from this book and from a fresh one', () => {
		const first = make();
		make({ seed: 99, guidance: 2 });
		expect(make().pixels).toEqual(first.pixels);
		const fresh = openBook(turnstone, readPrompt(prompt), size, size, makeSurface);
		expect(make({}, fresh).pixels).toEqual(first.pixels);
	});

	it('gives a clearly different picture for another seed', () => {
		const seeds = [1, 2, 3, 4, 5, 6, 7, 8];
		const pictures = seeds.map((seed) => make({ seed }).pixels);
		const near = pictures.filter((a, i) =>
			pictures.some((b, j) => i !== j && apart(a, b) < 2)
		).length;
		expect(near).toBeLessThanOrEqual(4);
	});

	it('settles: 40 steps differ from 20 less than 8 from 4, and 4 from 1 (a smear)', () => {
		const seeds = [1, 2, 3, 4];
		const change = (from: number, to: number) =>
			seeds.reduce(
				(sum, seed) =>
					sum + apart(make({ steps: from, seed }).pixels, make({ steps: to, seed }).pixels),
				0
			);
		const [early, middle, late] = [change(1, 4), change(4, 8), change(20, 40)];
		expect(middle).toBeLessThan(early);
		expect(late).toBeLessThan(middle / 2);
	});

	it('burns as guidance rises, Turnstone 2 sooner than Gannet', () => {
		const gannetBook = openBook(
			characterOf('gannet')!,
			readPrompt('lighthouse, dusk, salt marsh'),
			size,
			size,
			makeSurface
		);
		const burn = (guidance: number, model: 'turnstone-2' | 'gannet') =>
			[1, 2, 3, 4, 5, 6, 7, 8].reduce(
				(sum, seed) =>
					sum +
					make({ guidance, model, seed }, model === 'gannet' ? gannetBook : book).signals.burn / 8,
				0
			);
		expect(burn(8, 'turnstone-2')).toBeGreaterThan(burn(4, 'turnstone-2'));
		expect(burn(16, 'turnstone-2')).toBeGreaterThan(burn(8, 'turnstone-2') * 1.5);
		// How contrast grows with guidance is (g-1) m: the touchier model is ahead everywhere.
		expect(turnstone.touchiness).toBeGreaterThan(characterOf('gannet')!.touchiness);
		expect(burn(16, 'gannet')).toBeGreaterThan(burn(6, 'gannet'));
	});

	it('is loose at guidance 1: agreement with the prompt is lower than at 6, averaged over seeds', () => {
		const mean = (guidance: number) =>
			[1, 2, 3, 4, 5, 6].reduce(
				(sum, seed) => sum + make({ guidance, seed }).signals.agreement / 6,
				0
			);
		expect(mean(1)).toBeLessThan(mean(6));
	});

	it('gives up when told to', () => {
		expect(renderTake(settings(), turnstone, book, { onStep: (step) => step < 3 })).toBeNull();
	});
});
