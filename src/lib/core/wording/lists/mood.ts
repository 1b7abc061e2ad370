import { list } from './list';

/** The feeling of the whole. */
export const mood = list(`
	calm, quiet, peaceful, serene, still, tranquil, cheerful, playful, joyful, bright and airy
	dreamy, tender, warm-hearted, wistful, nostalgic, melancholy, lonely, solemn, austere
	mysterious, eerie, ominous, tense, dramatic, wild, fierce, heroic, majestic, solitary
	hopeful, expectant, restless, brooding, stormy-hearted, homely, festive, humorous
	whimsical, mischievous, reverent, hushed, bleak, weightless
`);
