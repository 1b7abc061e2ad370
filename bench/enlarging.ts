/**
 * Measures whether enlarging keeps a picture: `npm run models`. Every model that can enlarge, two
 * subjects, pictures made at both ends of the good range, enlarged twice and four times. Writes the table
 * of `docs/models.md`.
 */
import { luma, shrink, ssim } from '../src/lib/core/measure';
import { prepare } from '../src/lib/service/http/pictures';
import { characters, type Character } from '../src/lib/service/standins';
import { forgetBooks, makeTake, shared } from './make-take';
import { putSection } from './page';

const SIDE = 384;
const strengths = [0.1, 0.2, 0.3, 0.4, 0.5];
const prompts = ['a fox in a meadow, autumn', 'a teapot on a table, morning light'];

/** Share of channel values at either end of the range. */
const clipped = (pixels: Uint8Array): number =>
	pixels.reduce((sum, value) => sum + (value === 0 || value === 255 ? 1 : 0), 0) / pixels.length;

interface Kept {
	ssim: number;
	/** How much larger the share of clipped values became. */
	clips: number;
}

/** What enlarging keeps of a picture, scaled back down. */
async function kept(
	character: Character,
	{
		prompt,
		made,
		times,
		guidance,
		strength
	}: Record<'made' | 'times' | 'guidance' | 'strength', number> & { prompt: string }
): Promise<Kept> {
	const size = { width: SIDE, height: SIDE };
	const { pixels: small } = makeTake(character, { prompt, seed: 3, guidance: made, ...size });
	const large = { width: SIDE * times, height: SIDE * times };
	const settings = {
		prompt,
		...large,
		seed: 9,
		guidance,
		start: { image: '', strength, fit: 'enlarge' as const }
	};
	const materials = await prepare(settings as never, {
		start: shared({ ...size, pixels: small })
	});
	const { pixels } = makeTake(character, settings, materials);
	return {
		ssim: ssim(
			luma(small, size.width, size.height),
			shrink(luma(pixels, large.width, large.height), times)
		),
		clips: clipped(pixels) - clipped(small)
	};
}

const rows: string[] = [];
for (const character of characters) {
	const { card } = character;
	if (!card.features.includes('enlarge')) continue;
	const { min, from, to } = card.guidance;
	for (const times of [2, 4]) {
		for (const [guidance, says] of [
			[min, `${min}, as Enlarge begins`],
			[to, `${to}, the top of the good range`]
		] as const) {
			const cells: string[] = [];
			let clips = -Infinity;
			for (const strength of strengths) {
				const all: Kept[] = [];
				for (const prompt of prompts) {
					for (const made of [from, to])
						all.push(await kept(character, { prompt, made, times, guidance, strength }));
					forgetBooks();
				}
				cells.push(Math.min(...all.map((one) => one.ssim)).toFixed(3));
				if (strength <= 0.3) clips = Math.max(clips, ...all.map((one) => one.clips));
			}
			rows.push(
				`| ${card.name} | ${times} times | ${says} | ${cells.join(' | ')} | ${(100 * clips).toFixed(1)}% |`
			);
			console.log(rows.at(-1));
		}
	}
}

putSection(
	'enlarging',
	`## Enlarged pictures keep what they show

Pictures of ${SIDE}x${SIDE} (${prompts.map((one) => `\u201c${one}\u201d`).join(', ')}), made at both ends of each model's good range of guidance, enlarged and scaled back down. The figures are the lowest of four SSIM values to the picture, by the strength. At least 0.95 is asked up to 0.3. The last column is the largest rise in the share of clipped values, up to a strength of 0.3.

| model | enlarged | guidance | ${strengths.join(' | ')} | clipped |
| --- | --- | --- | ${strengths.map(() => '---').join(' | ')} | --- |
${rows.join('\n')}`
);
