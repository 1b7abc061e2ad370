import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { makeSurface } from '$lib/service/http/surface';
import { characters, characterOf } from './models';
import { letteringOf } from './lettering';
import { LETTER_HEIGHT, letterStrokes } from './letters';
import { paintScene } from './painting';
import { readPrompt } from './reading';
import { scenesFor } from './scenes';
import { shapeOf } from './path';

describe('the stroke alphabet', () => {
	const alphabet = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'];

	it('has every letter and figure within its grid, no two alike', () => {
		const drawn = alphabet.map((letter) => JSON.stringify(letterStrokes(letter)));
		expect(new Set(drawn).size).toBe(alphabet.length);
		for (const letter of alphabet)
			for (const [x, y] of letterStrokes(letter).flat()) {
				expect(x).toBeGreaterThanOrEqual(0);
				expect(x).toBeLessThanOrEqual(4);
				expect(y).toBeGreaterThanOrEqual(0);
				expect(y).toBeLessThanOrEqual(LETTER_HEIGHT);
			}
	});

	it('takes accents off and draws something for what it does not have', () => {
		expect(letterStrokes('é')).toEqual(letterStrokes('E'));
		expect(letterStrokes('字').length).toBeGreaterThan(0);
		expect(letterStrokes(' ')).toEqual([]);
	});
});

describe('lettering', () => {
	it('is set right by as many scenes as the model has skill', () => {
		for (const skill of [0.2, 0.95]) {
			const right = Array.from({ length: 400 }, (_, i) =>
				letteringOf('HIGH WATER', skill, stream(`l${i}`))
			).filter(({ text, shiftX }) => text === 'HIGH WATER' && shiftX === 0).length;
			expect(right / 400).toBeCloseTo(skill, 1);
		}
	});

	it('goes wrong more often with weaker models: Turnstone 1 before 2 before Sanderling', () => {
		const right = (id: string) => {
			const scenes = ['a ferry', 'a lighthouse', 'a kite', 'an owl'].flatMap((subject) =>
				scenesFor(characterOf(id)!, readPrompt(`${subject} "LOW TIDE"`)).filter((s) => s.prompted)
			);
			return scenes.filter((s) => s.lettering!.text === 'LOW TIDE').length / scenes.length;
		};
		expect(right('turnstone-1')).toBeLessThan(right('turnstone-2'));
		expect(right('turnstone-2')).toBeLessThan(right('sanderling'));
		expect(Math.max(...characters.map(({ lettering }) => lettering))).toBe(
			characterOf('sanderling')!.lettering
		);
	});

	it('stands on the board when a board is asked for, and across the picture otherwise', () => {
		const painted = (prompt: string) => {
			const [scene] = scenesFor(characterOf('sanderling')!, readPrompt(prompt));
			return paintScene({ ...scene, uninvited: [] }, 96, 96, makeSurface);
		};
		const differs = (a: Uint8Array, b: Uint8Array, from: number, to: number) => {
			let sum = 0;
			for (let i = from * 96 * 3; i < to * 96 * 3; i++) sum += Math.abs(a[i] - b[i]);
			return sum;
		};
		const lettered = painted('a ferry on the sea at dusk "MARRAM"');
		const other = painted('a ferry on the sea at dusk "LEVELS"');
		expect(differs(lettered, other, 0, 24)).toBeGreaterThan(2000);
	});
});

describe('shapeOf', () => {
	it('knows how far a shape reaches', () => {
		expect(shapeOf('M-10 0 L30 5 H44 V9 Q0 0 2 2 Z')).toMatchObject({ from: -10, to: 44 });
		expect(shapeOf('E5 0 20 3')).toMatchObject({ from: -15, to: 25 });
	});

	it('refuses what is no path command', () => {
		expect(() => shapeOf('M0 0 a3 3')).toThrow(/not a path command/);
	});
});
