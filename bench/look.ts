/**
 * A contact sheet to look at while the repertoire is worked on:
 * `node build/bench/look.mjs OUT COLUMNS CELL SIZE paint|take MODEL[,MODEL] PROMPT...`
 */
import { writeFileSync } from 'node:fs';
import {
	characterOf,
	openBook,
	paintScene,
	readPrompt,
	renderTake
} from '../src/lib/service/standins';
import { makeSurface } from '../src/lib/service/http/surface';
import { contactSheet, type Print } from './contact';

const [out, columns, cell, size, way, models, ...prompts] = process.argv.slice(2);
const [width, height = width] = size.split('x').map(Number);
const prints: Print[] = [];
for (const prompt of prompts) {
	for (const model of models.split(',')) {
		const [text, settings = ''] = prompt.split('@');
		const extra = Object.fromEntries(
			settings
				.split(';')
				.filter(Boolean)
				.map((part) => part.split('='))
				.map(([k, v]) => [k, Number.isNaN(Number(v)) ? v : Number(v)])
		) as Record<string, number>;
		const character = characterOf(model)!;
		const book = openBook(
			character,
			readPrompt(text, character.card.promptWords),
			width,
			height,
			makeSurface
		);
		const clean = book.scenes.findIndex((s) => s.prompted && s.uninvited.length === 0);
		const { guidance, steps } = character.card;
		const pixels =
			way === 'paint'
				? paintScene(book.scenes[extra.scene ?? clean], width, height, makeSurface)
				: renderTake(
						{
							model,
							prompt: text,
							negative: '',
							width,
							height,
							guidance: (guidance.from + guidance.to) / 2,
							steps: steps.to,
							sampler: 'dpm-solver++(2m)',
							schedule: 'karras',
							seed: 1,
							...extra
						},
						character,
						book
					)!.pixels;
		prints.push({ pixels, width, height, label: `${model}: ${prompt}` });
	}
}
writeFileSync(out, contactSheet(prints, Number(columns), Number(cell)).toBuffer('image/png'));
