import { describe, expect, it } from 'vitest';
import { asides, formOf, fullerVersions, sceneKind, suits, withoutAside } from './index';

/** A text with everything taken out that is not about the picture, and what is left out instead. */
function settled(text: string): [string, string[]] {
	let current = text;
	const out: string[] = [];
	for (let rounds = 0; rounds < 9; rounds++) {
		const [first] = asides(current);
		if (!first) break;
		out.push(...first.leaveOut);
		current = withoutAside(current, first);
	}
	return [current, out];
}

describe('what is not about the picture', () => {
	it.each([
		['a heron in a marsh, please no people', 'a heron in a marsh', ['people']],
		['a heron, no people, no text, low sun', 'a heron, low sun', ['people', 'text']],
		['a heron without any people or boats', 'a heron', ['people', 'boats']],
		["a heron. Don't include watermarks. Low sun.", 'a heron. Low sun.', ['watermarks']],
		['Sure! Here is your prompt: a crab on a beach', 'a crab on a beach', []],
		['Here’s a prompt for you:\n\na crab on a beach', 'a crab on a beach', []],
		['Prompt: a crab on a beach', 'a crab on a beach', []],
		['Please make me a picture of a crab on a beach', 'a crab on a beach', []],
		[
			'a crab on a beach, low sun. Let me know if you want another version!',
			'a crab on a beach, low sun.',
			[]
		]
	] as [string, string, string[]][])('in “%s” is found', (text, rest, out) => {
		expect(settled(text)).toEqual([rest, out]);
	});

	it.each([
		'a heron in a salt marsh at dawn, low sun, watercolour',
		'linocut, no outlines, flat shapes',
		'a house with no one in sight',
		'a sign that says “no fishing today”',
		'a knot garden, noon light, a notary at his desk',
		'here be dragons: a map of an island',
		''
	])('is not seen in “%s”', (text) => expect(asides(text)).toEqual([]));
});

describe('the form of a prompt', () => {
	it.each([
		['an owl, on a branch, moonlight, woodcut', 'keywords'],
		['heron, salt marsh, dawn', 'keywords'],
		['An owl sits on a branch in the moonlight. It is a woodcut.', 'sentences'],
		['a lighthouse at dusk above a salt marsh, low sun behind the tower', 'sentences']
	] as const)('“%s” is %s', (text, form) => expect(formOf(text)).toBe(form));
});

describe('fuller versions', () => {
	const lines = [
		'a jam jar on a table',
		'a teapot and a cup, still life',
		'a sailing dinghy',
		'a red horse',
		'heron, salt marsh, dawn',
		'a lighthouse'
	];
	const all = lines.flatMap((line) =>
		(['sentences', 'keywords', 'either'] as const).flatMap((form) =>
			[1, 2, 3, 4].flatMap((seed) =>
				fullerVersions({ line, form, maxWords: 200, count: 8, seed }).map((one) => ({
					line,
					...one
				}))
			)
		)
	);

	it('suit the kind of scene that their line speaks of', () => {
		expect(sceneKind('a jam jar on a table')).toBe('indoors');
		expect(sceneKind('a sailing dinghy')).toBe('water');
		expect(sceneKind('a red horse')).toBe('land');
		expect(sceneKind('a lighthouse')).toBe(null);
		const jar = all.filter(({ line }) => line.startsWith('a jam jar'));
		expect(jar.length).toBeGreaterThan(60);
		for (const { text } of jar)
			expect(text).not.toMatch(/glacier|marsh|\bsnow|\bstorm\b|\brain|ripples|beach|horizon/);
		for (const { line, added } of all)
			for (const { phrase } of added) expect(suits(phrase, sceneKind(line)), phrase).toBe(true);
		for (const { added } of all.filter(({ line }) => line.includes('horse')))
			for (const { phrase } of added) expect(phrase).not.toMatch(/open sea|lagoon|attic/);
	});
});
