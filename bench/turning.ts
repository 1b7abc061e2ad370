/**
 * Whether dials turn or switch: `npm run turning`. Each dial of each model over its stops, on subjects of
 * the coast and others; how far each step goes, of the way from the first stop to the last.
 */
import sharp from 'sharp';
import {
	characterOf,
	characters,
	renderTake,
	traceTake,
	type Bitmap,
	type Character,
	type Materials
} from '../src/lib/service/standins';
import type { TakeSettings } from '../src/lib/core/schema';
import { luma, ssim, type Grey } from '../src/lib/core/measure';
import { contactSheet, type Print } from './contact';
import { bookFor, forgetBooks, makeTake, settingsFor } from './make-take';
import { putSection } from './page';

const SEEDS = Number(process.env.SEEDS ?? 8);
const only = process.env.MODELS?.split(',');
const side = 512;
const size = { width: side, height: side };

/** What is asked for, and what a picture that is brought along shows. */
const subjects = [
	{ prompt: 'a fox in a meadow, autumn', brought: 'a horse in a meadow on a clear day' },
	{ prompt: 'a teapot on a table, morning light', brought: 'a jug of flowers on a table, night' },
	{ prompt: 'a lighthouse at dusk above a salt marsh', brought: 'a windmill in the dunes, noon' },
	{ prompt: 'an owl in the forest at night', brought: 'a clock in the forest at dusk' },
	{ prompt: 'a red van in the street in the rain', brought: 'a bicycle in the street at night' },
	{ prompt: 'a sailing dinghy on the lake at dawn', brought: 'a swan on the lake, mist' },
	{ prompt: 'a snail in a garden, overcast', brought: 'a cat in the garden, golden hour' },
	{ prompt: 'a seal on the beach, storm', brought: 'a boat on the beach, sunset' }
];

const tenths = (from: number, to: number) =>
	Array.from({ length: Math.round((to - from) * 10) + 1 }, (_, i) => from + i / 10);

interface Dial {
	name: string;
	stops(character: Character): number[];
	/** What of a take each stop sets, and what it brings along. */
	at(stop: number, seed: number, brought: Bitmap): [Partial<TakeSettings>, Materials];
}

const dials: Dial[] = [
	{
		name: 'variation',
		stops: () => tenths(0, 0.8),
		at: (amount, seed) => [{ variation: { seed: seed + 500, amount } }, {}]
	},
	{
		name: 'strength',
		stops: () => tenths(0.1, 0.9),
		at: (strength, _, start) => [{ start: { image: '', strength } }, { start }]
	},
	...(['outline', 'content'] as const).map((use): Dial => ({
		name: use,
		stops: () => tenths(0, 1),
		at: (weight, _, bitmap) => [
			{ references: [{ image: '', use, weight }] },
			{ references: [{ bitmap, use, weight }] }
		]
	})),
	{
		name: 'guidance',
		stops({ card: { guidance } }) {
			const stops = [];
			for (let g = guidance.from / 2; g <= guidance.to * 1.5; g *= 1.4) stops.push(g);
			return stops.map((g) => Math.min(guidance.max, Math.max(guidance.min, g)));
		},
		at: (guidance) => [{ guidance }, {}]
	}
];

const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const percent = (share: number) => `${Math.round(100 * share)}%`;
const rows: string[] = [];
const prints: Print[] = [];
const kept: number[] = [];
const same: number[] = [];
const whole: number[] = [];

for (const character of characters) {
	if (only && !only.includes(character.card.id)) continue;
	const cells: string[] = [];
	for (const dial of dials) {
		const even: number[] = [];
		const near: number[] = [];
		const steps: number[] = [];
		for (const [s, { prompt, brought }] of subjects.entries()) {
			const bitmap = {
				...size,
				pixels: makeTake(characterOf('turnstone-2')!, { prompt: brought, ...size, seed: 2 }).pixels
			};
			for (let seed = 1; seed <= SEEDS; seed++) {
				const takes = dial.stops(character).map((stop) => {
					const [change, materials] = dial.at(stop, seed, bitmap);
					const settings = settingsFor(character, { prompt, ...size, seed, ...change });
					const book = bookFor(character, settings);
					const { pixels, signals } = renderTake(settings, character, book, { materials })!;
					const composed =
						dial.name === 'variation'
							? traceTake({ ...settings, steps: 1 }, character, book)!.field.arranged
							: null;
					if (character.card.id === 'turnstone-2' && seed === 1 && s < 3 && prints.length < 200)
						prints.push({ ...size, pixels, label: `${dial.name} ${stop.toFixed(2)}` });
					return { grey: luma(pixels, side, side), signals, composed };
				});
				while (prints.length % 11)
					prints.push({ ...size, pixels: new Uint8Array(side * side * 3).fill(140), label: '' });
				const apart = (a: { grey: Grey }, b: { grey: Grey }) => 1 - ssim(a.grey, b.grey);
				const gaps = takes.slice(1).map((take, i) => apart(takes[i], take));
				const way = gaps.reduce((sum, gap) => sum + gap, 0);
				even.push(gaps.every((gap) => gap >= 0.03 * way && gap <= 0.35 * way) ? 1 : 0);
				steps.push(...gaps.map((gap) => (gap >= 0.03 && gap <= 0.25 ? 1 : 0)));
				near.push(Math.max(...gaps) / way);
				const plain = takes[0].signals.wholeness;
				if (dial.name !== 'guidance')
					whole.push(...takes.map((take) => plain / Math.max(0.01, take.signals.wholeness)));
				if (dial.name === 'variation') {
					const [first, , little] = takes.map(({ composed }) => composed!);
					const half = takes[5].composed!;
					kept.push(
						Math.abs(little.marks.x - first.marks.x) < 0.05 &&
							Math.abs(little.marks.foot - first.marks.foot) < 0.03
							? 1
							: 0
					);
					same.push(half.cast.lead.subject === first.cast.lead.subject ? 1 : 0);
				}
			}
			forgetBooks();
		}
		cells.push(
			dial.name === 'guidance'
				? percent(mean(steps))
				: `${percent(mean(even))} (${percent(mean(near))})`
		);
		console.log(character.card.name, dial.name, cells.at(-1));
	}
	rows.push(`| ${character.card.name} | ${cells.join(' | ')} |`);
}
const says = `## Dials turn

${subjects.length} subjects, half of them not of the coast, ${SEEDS} seeds each, at ${side}x${side}. A dial is gone through by its stops: variation 0 to 0.8, strength 0.1 to 0.9, the weight of an outline and of a content 0 to 1, each in tenths. A sequence turns when every step makes between 3% and 35% of the way, the sum of 1 - SSIM from each stop to the next. In brackets: how much of the way the largest step makes, on average. Guidance goes from half the low end of the good range to one and a half times its high end, each stop 1.4 times the one before; its figure is the share of steps with 1 - SSIM from 0.03 to 0.25.

| model | variation | strength | outline | content | guidance |
| --- | --- | --- | --- | --- | --- |
${rows.join('\n')}

Up to a variation of 0.2 the main thing stays within 5% of the frame's width and 3% of its height of where it stood in ${percent(mean(kept))}; at 0.5 it is still the same thing in ${percent(mean(same))}. But for guidance, a take is at least 1/1.2 as whole as the first of its sequence in ${percent(mean(whole.map((times) => (times <= 1.2 ? 1 : 0))))}.

![Dials of Turnstone 2 at their stops](models/turning.jpg)`;
console.log(says);
if (!only) putSection('turning', says);
if (prints.length)
	await sharp(contactSheet(prints, 11, 150).toBuffer('image/png'))
		.jpeg({ quality: 84, mozjpeg: true })
		.toFile('docs/models/turning.jpg');
