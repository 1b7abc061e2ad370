import { describe, expect, it } from 'vitest';
import { makeSurface } from '$lib/service/http/surface';
import { characters } from '../models';
import { openBook } from '../book';
import { readPrompt } from '../reading';
import { renderTake } from '../take';
import { FEATURES, featuresOf, lookedAt } from './features';
import { describePicture } from './index';

/** A take at the middle of its model's ranges, and the words that made it. */
function made(i: number) {
	const character = characters[i % characters.length];
	const subject = ['lighthouse', 'heron', 'sailing dinghy', 'windmill', 'cat', 'hot-air balloon'][
		i % 6
	];
	const place = ['salt marsh', 'forest', 'open sea', 'street', 'mountains'][i % 5];
	const light = ['dusk', 'night', 'fog', 'clear day'][i % 4];
	const { card } = character;
	const prompt = `${subject}, ${place}, ${light}`;
	const [width, height] = [384, 384];
	const book = openBook(character, readPrompt(prompt), width, height, makeSurface);
	const settings = {
		model: card.id,
		prompt,
		negative: '',
		width,
		height,
		guidance: (card.guidance.from + card.guidance.to) / 2,
		steps: card.steps.from,
		sampler: 'dpm-solver++(2m)',
		schedule: 'karras',
		seed: 5
	};
	return { place, light, picture: renderTake(settings, character, book)!.pixels, width, height };
}

describe('words from a picture', () => {
	const answers = Array.from({ length: 14 }, (_, i) => {
		const { picture, width, height, ...truth } = made(i);
		return { truth, says: describePicture(picture, width, height, makeSurface).phrases };
	});
	const of = (says: (typeof answers)[number]['says'], facet: string) =>
		says.filter((one) => one.facet === facet);

	it('are what made it, far more often than by chance', () => {
		const share = (facet: 'place' | 'light') =>
			answers.filter(({ truth, says }) =>
				of(says, facet).some(({ phrase }) => phrase.includes(truth[facet]))
			).length / answers.length;
		// By chance four of 23 places and four of 14 kinds of light would be named.
		expect(share('place')).toBeGreaterThan(0.5);
		expect(share('light')).toBeGreaterThan(0.5);
	});

	it('come with how sure they are, the likeliest first, adding up to 1 at most', () => {
		for (const { says } of answers)
			for (const facet of new Set(says.map((one) => one.facet))) {
				const likelihoods = of(says, facet).map(({ likelihood }) => likelihood);
				expect([...likelihoods].sort((a, b) => b - a)).toEqual(likelihoods);
				expect(likelihoods.reduce((sum, v) => sum + v, 0)).toBeLessThanOrEqual(1 + 1e-9);
			}
	});

	it('are the same for the same picture, and given for any picture', () => {
		const grey = new Uint8Array(64 * 40 * 3).fill(128);
		expect(describePicture(grey, 64, 40, makeSurface)).toEqual(
			describePicture(grey, 64, 40, makeSurface)
		);
		expect(() => describePicture(new Uint8Array(3), 1, 1, makeSurface)).not.toThrow();
	});
});

describe('features of a picture', () => {
	it('do not depend on its size', () => {
		const picture = (side: number) => {
			const pixels = new Uint8Array(side * side * 3);
			for (let y = 0; y < side; y++)
				for (let x = 0; x < side; x++)
					for (let c = 0; c < 3; c++)
						pixels[(y * side + x) * 3 + c] = x < side / 2 ? 40 + c * 30 : (y * 255) / side;
			const small = lookedAt(pixels, side, side);
			return featuresOf(small.pixels, small.width, small.height);
		};
		const [a, b] = [picture(192), picture(768)];
		expect(a).toHaveLength(FEATURES);
		a.forEach((v, i) => expect(Math.abs(v - b[i])).toBeLessThan(0.05));
	});
});
