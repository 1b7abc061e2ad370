/**
 * Makes the samples that the models' cards show: four prompts a model, the same for all, on the
 * same seeds. `npm run samples` writes them to `static/models/`.
 */
import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import { characters, samplePath, sampleShows, type Picture } from '../src/lib/service/standins';
import { uninvited } from '../src/lib/service/standins/repertoire/uninvited';
import { forgetBooks, makeTake } from './make-take';

const SEEDS = [41207, 88310, 2719];
/** Longest side of the square that samples are made in, in pixels; a smaller model's own is less. */
const MOST = 640;
const negative = uninvited.map(({ words: [word] }) => word).join(', ');
const worth = ({ signals }: Picture) => signals.agreement + 10 * signals.wholeness;

mkdirSync('static/models', { recursive: true });
for (const character of characters) {
	const { id, guidance, nativeSizes } = character.card;
	const side = Math.min(MOST, nativeSizes[0].width, nativeSizes[0].height);
	for (const [i, prompt] of sampleShows.entries()) {
		const takes = SEEDS.map((seed) =>
			makeTake(character, {
				prompt,
				negative,
				width: side,
				height: side,
				guidance: (guidance.from + guidance.to) / 2,
				seed
			})
		);
		const { pixels } = takes.reduce((a, b) => (worth(b) > worth(a) ? b : a));
		await sharp(pixels, { raw: { width: side, height: side, channels: 3 } })
			.resize(320)
			.webp({ quality: 80 })
			.toFile(`static${samplePath(id, i)}`);
	}
	forgetBooks();
	console.log(`static/models/${id}-*.webp`);
}
