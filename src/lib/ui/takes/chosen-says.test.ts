import { describe, expect, it } from 'vitest';
import { chosenSays } from './chosen-says';

const takes = (...briefs: string[]) => briefs.map((briefId) => ({ briefId }));
const nameOf = (id: string) => `Brief ${id}`;
const says = (chosen: string[], ...here: string[]) =>
	chosenSays(takes(...chosen), new Set(here), nameOf);

describe('what is chosen', () => {
	it('is counted where all of it is looked at', () => {
		expect(says(['a', 'a'], 'a')).toBe('2 chosen');
		expect(says(['a', 'b'], 'a', 'b')).toBe('2 chosen');
		expect(says(['a', 'b'])).toBe('2 chosen');
	});

	it('names the briefs of takes that are not looked at', () => {
		expect(says(['a', 'b', 'b'], 'a')).toBe('3 chosen, 2 of them in Brief b');
		expect(says(['a', 'b', 'c'], 'a')).toBe('3 chosen, 2 of them in Brief b and Brief c');
		expect(says(['a', 'b', 'c', 'd'], 'a')).toBe('4 chosen, 3 of them in 3 other briefs');
		expect(says(['b'], 'a')).toBe('1 chosen, in Brief b');
		expect(says(['b', 'b'], 'a')).toBe('2 chosen, all of them in Brief b');
	});
});
