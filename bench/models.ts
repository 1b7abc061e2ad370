/**
 * Measures every simulated model against its card and paints a sheet of each:
 * `npm run models` writes docs/models.md and the sheets beside it.
 */
import { fork } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import type { TakeSettings } from '../src/lib/core/schema';
import {
	characterOf,
	characters,
	countSubjects,
	shareShowing,
	traceTake,
	type Character,
	type Tag
} from '../src/lib/service/standins';
import { signalsOf } from '../src/lib/service/standins/signals';
import { contactSheet, type Print } from './contact';
import { bookFor, forgetBooks, makeTake, settingsFor } from './make-take';
import { sections } from './page';

const prompts = [
	'a lighthouse at dusk above a salt marsh',
	'a heron in a marsh at dawn',
	'a sailing dinghy on the lake, golden hour',
	'a fox in the forest, autumn afternoon',
	'a steam train at the station in the snow',
	'a cat on a chair by a window',
	'a red van in the street at night',
	'three sheep in a meadow on a clear day',
	'a windmill in the dunes, storm, low angle',
	'a jug of flowers on the table, overcast light',
	'a whale in the sea under the northern lights',
	'a tide table in the harbour, blue hour "HIGH WATER"'
];

const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const middle = (range: { from: number; to: number }) => (range.from + range.to) / 2;
const range = (n: number) => Array.from({ length: n }, (_, i) => i);

/** Side of the frames that are measured, in pixels. */
const side = Number(process.env.SIDE ?? 512);

const traced = (character: Character, prompt: string, change: Partial<TakeSettings>) => {
	const settings = settingsFor(character, { prompt, width: side, height: side, ...change });
	const book = bookFor(character, settings);
	return { book, trace: traceTake(settings, character, book)! };
};

/** Agreement and burn at one guidance, over prompts and seeds. */
function atGuidance(character: Character, guidance: number) {
	const signals = prompts.slice(0, 3).flatMap((prompt) =>
		range(8).map((seed) => {
			const { trace } = traced(character, prompt, { guidance, seed: seed + 1 });
			return signalsOf(trace.latent, trace.field, 5, character.spread);
		})
	);
	return {
		agreement: mean(signals.map((s) => s.agreement)),
		burn: mean(signals.map((s) => s.burn))
	};
}

/** What a picture is worth by its signals alone: how much of it shows the prompt, less what is burnt. */
export const worth = ({ agreement, burn }: { agreement: number; burn: number }) =>
	(agreement + 20) / 40 - 3 * burn;

const flags = process.argv.slice(2).filter((a) => a.startsWith('--'));
const figuresOnly = flags.includes('--figures');
const guidanceOnly = flags.includes('--guidance');

function guidanceRow(character: Character) {
	const { guidance } = character.card;
	const stops = [
		1,
		guidance.from / 2,
		guidance.from,
		middle(guidance),
		guidance.to,
		guidance.to * 1.6,
		guidance.to * 2.4
	]
		.map((g) => Math.min(guidance.max, Math.max(1, Math.round(g * 100) / 100)))
		.filter((g, i, all) => all.indexOf(g) === i);
	return stops.map((g) => ({ g, ...atGuidance(character, g) }));
}

/** Mean change of the latent between step counts, of 255, median over seeds. */
function stepsRow(character: Character) {
	const { steps } = character.card;
	const stops = [1, 2, 4, 8, 12, 16, 24, 32, 48].filter((n) => n <= Math.max(steps.to * 1.5, 8));
	const latents = stops.map((n) =>
		range(8).map(
			(seed) => traced(character, prompts[seed % 3], { steps: n, seed: seed + 1 }).trace.latent
		)
	);
	return stops.slice(1).map((n, i) => {
		const changes = latents[i]
			.map((a, s) => {
				const b = latents[i + 1][s];
				let sum = 0;
				for (let j = 0; j < a.length; j++)
					sum += Math.abs(Math.min(1, Math.max(-1, a[j])) - Math.min(1, Math.max(-1, b[j])));
				return (sum / a.length) * 127.5;
			})
			.sort((a, b) => a - b);
		return { from: stops[i], to: n, change: (changes[3] + changes[4]) / 2 };
	});
}

/** How often a bad habit shows without and with its name in the negative prompt. */
function negativeRow(character: Character) {
	return prompts.slice(0, 3).flatMap((prompt) => {
		const small = { width: side / 2, height: side / 2 };
		const { book } = traced(character, prompt, { steps: 1, ...small });
		const habits = [...new Set(book.scenes.flatMap((s) => s.uninvited))];
		return habits.map((habit) => {
			const tag: Tag = `uninvited:${habit.id}`;
			const rate = (negative: string) =>
				mean(
					range(32).map((seed) =>
						shareShowing(
							traced(character, prompt, { seed: seed + 1, negative, ...small }).trace,
							book,
							tag
						)
					)
				);
			return { id: habit.id, without: rate(''), left: rate(habit.words[0]) };
		});
	});
}

/** How often more than one subject shows, at the model's own size and far above it. */
function doublesRow(character: Character) {
	const { nativeSizes, maxPixels } = character.card;
	const native = nativeSizes[0].width;
	const longest = Math.max(...nativeSizes.flatMap(({ width, height }) => [width, height]));
	const rate = (side: number) =>
		mean(
			range(8).map((seed) => {
				const { book, trace } = traced(character, prompts[seed % 2], {
					width: side,
					height: side,
					seed: seed + 1,
					steps: 12
				});
				return countSubjects(trace, book) > 1 ? 1 : 0;
			})
		);
	// Half as long again as the longest side that it was made for, or as large as it goes.
	const large = Math.min(Math.ceil((longest * 1.5) / 64) * 64, Math.sqrt(maxPixels));
	return { native, large, own: rate(native), off: rate(large) };
}

async function sheet(character: Character) {
	const size = { width: 512, height: 512 };
	const prints = prompts.map((prompt, i): Print => {
		return { ...makeTake(character, { prompt, seed: 11 + i, ...size }), ...size, label: '' };
	});
	const png = contactSheet(prints, 4, 250).toBuffer('image/png');
	await sharp(png)
		.jpeg({ quality: 84, mozjpeg: true })
		.toFile(`docs/models/${character.card.id}.jpg`);
}

const number = (v: number, digits = 2) => v.toFixed(digits);

/** Measures one model, prints what it finds, and gives its part of the page. */
async function measure(character: Character): Promise<string> {
	const { card } = character;
	if (flags.includes('--doubles')) {
		console.log(card.name, doublesRow(character));
		return '';
	}
	if (!figuresOnly) await sheet(character);
	const guidance = guidanceRow(character);
	const best = guidance.reduce((a, b) => (worth(b) > worth(a) ? b : a));
	console.log(
		`\n${card.name}: guidance ${card.guidance.from} to ${card.guidance.to}, best at ${best.g}`
	);
	console.table(
		guidance.map((row) => ({
			guidance: row.g,
			agreement: number(row.agreement),
			burn: number(row.burn, 4),
			worth: number(worth(row), 3)
		}))
	);
	if (guidanceOnly) return '';
	const steps = stepsRow(character);
	console.table(
		steps.map(({ from, to, change }) => ({ steps: `${from} to ${to}`, change: number(change) }))
	);
	const negative = negativeRow(character);
	console.table(
		negative.map(({ id, without, left }) => ({
			id,
			without: number(without, 3),
			left: number(left, 3)
		}))
	);
	const doubles = doublesRow(character);
	console.log(`doubles at ${doubles.native}: ${doubles.own}, at ${doubles.large}: ${doubles.off}`);
	forgetBooks();
	return page(character, guidance, steps, negative, doubles);
}

function page(
	{ card }: Character,
	guidance: ReturnType<typeof guidanceRow>,
	steps: ReturnType<typeof stepsRow>,
	negative: ReturnType<typeof negativeRow>,
	doubles: ReturnType<typeof doublesRow>
): string {
	const table = (head: string[], rows: (string | number)[][]) =>
		[
			`| ${head.join(' | ')} |`,
			`|${head.map(() => ' --- ').join('|')}|`,
			...rows.map((r) => `| ${r.join(' | ')} |`)
		].join('\n');
	const total = (key: 'without' | 'left') => mean(negative.map((n) => n[key]));
	return `## ${card.name}

${card.summary}

![Twelve takes by ${card.name}](models/${card.id}.jpg)

Guidance, good from ${card.guidance.from} to ${card.guidance.to}:

${table(
	['guidance', ...guidance.map((r) => String(r.g))],
	[
		['agreement', ...guidance.map((r) => number(r.agreement, 1))],
		['burn', ...guidance.map((r) => number(r.burn, 3))],
		['worth', ...guidance.map((r) => number(worth(r), 3))]
	]
)}

Steps, good from ${card.steps.from} to ${card.steps.to}; mean change of the latent from one stop to the next, of 255:

${table(['steps', ...steps.map((r) => `${r.from} to ${r.to}`)], [['change', ...steps.map((r) => number(r.change, 1))]])}

Left out by name (${negative.length} attributes over three prompts, 32 seeds each): shown in ${number(100 * total('without'), 1)} % of the picture without, ${number(100 * total('left'), 1)} % with. More than one subject at ${doubles.native}×${doubles.native}: ${number(100 * doubles.own, 0)} % of takes; at ${doubles.large}×${doubles.large}: ${number(100 * doubles.off, 0)} %.
`;
}

const only = process.argv.slice(2).filter((a) => !a.startsWith('--'));
mkdirSync('docs/models', { recursive: true });
if (only.length) {
	// Some models by themselves: their parts go to the process that asked for them, if one did.
	const parts: Record<string, string> = {};
	for (const id of only) parts[id] = await measure(characterOf(id)!);
	process.send?.(parts);
} else {
	// All of them, shared out between two processes.
	const ids = characters.map(({ card }) => card.id);
	const found = await Promise.all(
		[0, 1].map(
			(half) =>
				new Promise<Record<string, string>>((done, failed) => {
					const child = fork(process.argv[1], [...flags, ...ids.filter((_, i) => i % 2 === half)]);
					child.on('message', (parts) => done(parts as Record<string, string>));
					child.on('exit', (code) => code && failed(new Error('A measurement failed; see above.')));
				})
		)
	);
	const all = Object.assign({}, ...found) as Record<string, string>;
	const parts = ids.map((id) => all[id]);
	const others = sections();
	writeFileSync(
		'docs/models.md',
		`# The simulated models, measured

Made by \`npm run models\`. Each sheet has the same twelve prompts in the same order, at the middle of the model's good ranges, 512×512, seeds 11 to 22: ${prompts.map((p) => `_${p}_`).join('; ')}.

_Agreement_ is the log-odds of the picture under the scenes that show the prompt against those that do not, per latent pixel, between -20 and 20. _Burn_ is the share of latent values beyond what can be shown. _Worth_ puts both together: (agreement + 20) / 40 − 3 × burn. Guidance is measured over three prompts and eight seeds.

${parts.join('\n')}${others}`
	);
}
