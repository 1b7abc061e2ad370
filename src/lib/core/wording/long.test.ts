import { describe, expect, it } from 'vitest';
import { clean, contradictions, fullerVersions, readStack, rereadStack, stackText } from './index';

/** Texts that look alike all the way, as long as a prompt may be; each made some rule run away once. */
const pieces = {
	commas: 'a,',
	words: 'heron ',
	joints: 'at ',
	phrases: 'a heron in a salt marsh at dusk, ',
	sentences: 'a. ',
	spaces: ' ',
	'line breaks': '\n',
	numbers: 'a:1.2,',
	stars: ' *a',
	brackets: '[a](',
	quotes: '"a" '
};
const texts = Object.entries(pieces).map(
	([name, piece]) =>
		[name, (size: number) => `a${piece.repeat(size / piece.length)}b`.slice(0, size)] as const
);

/** Milliseconds of the processor, the least of a few runs. */
function cost(work: () => void): number {
	let least = Infinity;
	for (let i = 0; i < 3; i++) {
		const before = process.cpuUsage();
		work();
		const { user, system } = process.cpuUsage(before);
		least = Math.min(least, (user + system) / 1000);
	}
	return least;
}

describe.each(texts)('a text of %s', (_name, of) => {
	it('eight times as long takes about eight times as long to be worked through', () => {
		const work = {
			stack: (text: string) => void readStack(text, () => 'x'),
			clean: (text: string) => void clean(text),
			fuller: (text: string) =>
				void fullerVersions({
					line: text,
					negative: text,
					form: 'either',
					maxWords: 2000,
					count: 8,
					seed: 1
				})
		};
		for (const [what, run] of Object.entries(work)) {
			const [short, long] = [of(2500), of(20_000)];
			// A ratio: what grows with the square takes 64 times, what grows with the cube 512 times.
			const ratio =
				cost(() => run(long)) /
				Math.max(
					4,
					cost(() => run(short))
				);
			expect(ratio, what).toBeLessThan(30);
		}
	});
});

describe('2 500 short equal phrases', () => {
	const text = Array<string>(2500).fill('a crab').join(', ');

	it('are read again after a change in a time that is no square of their number', () => {
		let id = 0;
		const of = (count: number) => {
			const all = Array<string>(count).fill('a crab').join(', ');
			const stack = readStack(all, () => `p${id++}`);
			return cost(() => void rereadStack(stack, `${all}, a kite`, () => `p${id++}`));
		};
		expect(of(2500) / Math.max(2, of(312))).toBeLessThan(24);
	});

	it('keep what is known of them, also of those that are off', () => {
		let id = 0;
		const stack = readStack(text, () => `p${id++}`);
		stack.phrases[7] = { ...stack.phrases[7], off: true };
		const next = rereadStack(stack, `${stackText(stack)}, a kite`, () => `p${id++}`);
		expect(next.phrases).toHaveLength(2501);
		expect(next.phrases[7].id).toBe('p7');
		expect(next.phrases.at(-1)!.text).toBe('a kite');
		expect(
			contradictions(
				next.phrases.map((phrase) => phrase.text),
				'kite'
			)
		).toHaveLength(1);
	});
});
