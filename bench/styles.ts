/**
 * Makes the small example of every shipped style: one scene, one model, one seed, and the style put
 * to the words. `npm run styles` writes them to `static/styles/`.
 */
import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import { characterOf } from '../src/lib/core/standins';
import { applyStyles, starterStyles } from '../src/lib/core/wording';
import { fileName } from '../src/lib/ui/shared/say';
import { forgetBooks, makeTake } from './make-take';

const character = characterOf('turnstone-2')!;
const words = { prompt: 'a lighthouse on a cliff in the late afternoon', negative: '' };
const side = 512;
mkdirSync('static/styles', { recursive: true });
for (const style of starterStyles) {
	const { pixels } = makeTake(character, {
		...applyStyles(words, [style]),
		width: side,
		height: side,
		guidance: 8,
		seed: 88310
	});
	await sharp(pixels, { raw: { width: side, height: side, channels: 3 } })
		.resize(208)
		.webp({ quality: 78 })
		.toFile(`static/styles/${fileName(style.name)}.webp`);
	forgetBooks();
}
