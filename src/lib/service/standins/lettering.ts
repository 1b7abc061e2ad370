import type { Stream } from '$lib/core/random';
import type { Rgb } from './colour';
import { ADVANCE, LETTER_HEIGHT, letterStrokes } from './letters';
import type { Stage } from './stage';

/** Lettering as one scene has it. */
export interface Lettering {
	/** What was asked for. */
	asked: string;
	/** What this scene makes of it. */
	text: string;
	/** How far it stands from where the model sets lettering, as shares of the frame. */
	shiftX: number;
	shiftY: number;
	/** Multiplies its size. */
	size: number;
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/**
 * One scene's lettering. A model sets lettering well when its scenes agree about where the letters
 * are; where they do not, regions settle on scenes that spell and place it differently.
 * @param skill share of scenes that agree, 0 to 1
 */
export function letteringOf(asked: string, skill: number, random: Stream): Lettering {
	if (random.chance(skill)) return { asked, text: asked, shiftX: 0, shiftY: 0, size: 1 };
	const letters = [...asked];
	const wrong = 1 + random.below(Math.max(1, Math.ceil(letters.length / 4)));
	for (let i = 0; i < wrong; i++) {
		const at = random.below(letters.length);
		const way = random.below(3);
		if (way === 0) letters[at] = random.pick([...ALPHABET]);
		else if (way === 1 && at + 1 < letters.length)
			[letters[at], letters[at + 1]] = [letters[at + 1], letters[at]];
		else letters.splice(at, 0, letters[at]);
	}
	return {
		asked,
		text: letters.join(''),
		shiftX: random.between(-0.05, 0.05),
		shiftY: random.between(-0.05, 0.07),
		size: random.between(0.8, 1.12)
	};
}

/** Breaks a text into lines of about equal length, as many as make it widest. */
function linesOf(text: string, most: number): string[] {
	const words = text.split(/\s+/);
	const lines: string[] = [];
	for (const word of words) {
		const last = lines.at(-1);
		if (last !== undefined && last.length + word.length < most)
			lines[lines.length - 1] += ` ${word}`;
		else lines.push(word);
	}
	return lines;
}

/**
 * Writes a text into a box, as large as it goes, in the stroke alphabet.
 * @param weight thickness of a stroke as a share of a letter's height
 */
export function write(
	stage: Stage,
	text: string,
	box: { x: number; y: number; width: number; height: number },
	colour: Rgb,
	weight = 0.15
): void {
	const choices = [100, 22, 14, 9].map((most) => {
		const lines = linesOf(text, most);
		const longest = Math.max(...lines.map((line) => [...line].length));
		const scale = Math.min(
			box.width / (longest * ADVANCE - (ADVANCE - 4)),
			box.height / (lines.length * LETTER_HEIGHT * 1.35)
		);
		return { lines, scale };
	});
	const { lines, scale } = choices.reduce((a, b) => (b.scale > a.scale * 1.05 ? b : a));
	const lineHeight = LETTER_HEIGHT * 1.35 * scale;
	const top = box.y + (box.height - lines.length * lineHeight) / 2 + LETTER_HEIGHT * 0.17 * scale;
	lines.forEach((line, row) => {
		const letters = [...line];
		const left = box.x + (box.width - (letters.length * ADVANCE - (ADVANCE - 4)) * scale) / 2;
		letters.forEach((letter, i) => {
			for (const points of letterStrokes(letter)) {
				stage.line(
					points.map(([px, py]) => [
						left + (i * ADVANCE + px) * scale,
						top + row * lineHeight + py * scale
					]),
					colour,
					Math.max(1, weight * LETTER_HEIGHT * scale)
				);
			}
		});
	});
}
