import type { TakeSettings } from '../src/lib/core/schema';
import {
	openBook,
	readPrompt,
	renderTake,
	type Bitmap,
	type Character,
	type Materials,
	type SceneBook
} from '../src/lib/service/standins';
import { makeSurface } from '../src/lib/service/http/surface';

const middle = ({ from, to }: { from: number; to: number }) => (from + to) / 2;

/** Settings at the middle of a model's good ranges. */
export function settingsFor({ card }: Character, change: Partial<TakeSettings>): TakeSettings {
	return {
		model: card.id,
		prompt: '',
		negative: '',
		width: 512,
		height: 512,
		guidance: middle(card.guidance),
		steps: Math.round(middle(card.steps)),
		sampler: 'dpm-solver++(2m)',
		schedule: 'karras',
		seed: 1,
		...change
	};
}

const books = new Map<string, SceneBook>();

/** A model's scenes for some settings, opened once. Every model is asked in the form that it wants. */
export function bookFor(character: Character, settings: TakeSettings): SceneBook {
	const { prompt, width, height, adapters = [] } = settings;
	const key = JSON.stringify([character.card.id, prompt, width, height, adapters]);
	let book = books.get(key);
	if (!book) {
		const form = character.card.promptForm === 'keywords' ? 'keywords' : 'sentences';
		book = openBook(character, { ...readPrompt(prompt), form }, width, height, makeSurface, {
			inUse: adapters
		});
		books.set(key, book);
	}
	return book;
}

/** Lets all scenes go. */
export const forgetBooks = (): void => books.clear();

/** One take, at the middle of its model's good ranges but for what is changed. */
export function makeTake(
	character: Character,
	change: Partial<TakeSettings>,
	materials: Materials = {}
) {
	const settings = settingsFor(character, change);
	return renderTake(settings, character, bookFor(character, settings), { materials })!;
}

/** A picture as the service hands it to its threads. */
export const shared = ({ pixels, width, height }: Bitmap) => {
	const buffer = new SharedArrayBuffer(pixels.length);
	new Uint8Array(buffer).set(pixels);
	return { width, height, pixels: buffer };
};
