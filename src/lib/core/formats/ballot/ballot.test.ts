import { describe, expect, it } from 'vitest';
import type { Ballot } from '$lib/core/schema';
import { answersFrom, ballotHtml, readBallotAnswers } from './index';

const ballot: Ballot = {
	id: 'ballot-1',
	briefId: 'b',
	name: 'Which?',
	pairs: [
		{ left: 't1', right: 't2' },
		{ left: 't3', right: 't4' },
		{ left: 't2', right: 't1' }
	],
	read: [{ file: 'f0', judge: 'Teal', at: 1 }],
	createdAt: 0
};
const file = (change: object = {}) =>
	JSON.stringify({
		format: 'dial-pick/ballot-answers',
		version: 1,
		ballot: 'ballot-1',
		file: 'f1',
		answers: [
			{ pair: 0, answer: 'left', turned: false },
			{ pair: 2, answer: 'left', turned: true },
			{ pair: 1, answer: 'neither', turned: true }
		],
		...change
	});

describe('a ballot', () => {
	it('lets no words of the artist become markup or script', () => {
		const html = ballotHtml(
			{
				id: 'x',
				name: '</title><script>alert(1)</script>',
				pictures: ['data:image/webp;base64,AA</script>'],
				pairs: [[0, 0]]
			},
			'hash'
		);
		expect(html).not.toContain('<script>alert');
		expect(html.match(/<\/script>/g)).toHaveLength(2);
		expect(html).toContain("default-src 'none'");
	});

	it('gives answers back on the sides on which they were judged', () => {
		const answers = answersFrom(readBallotAnswers(file()), ballot, 'Wren', 10);
		expect(answers.map(({ left, right, answer, again }) => [left, right, answer, again])).toEqual([
			['t1', 't2', 'left', false],
			// Turned: what stands second in the ballot was on the left, and the other side was chosen.
			['t1', 't2', 'right', true],
			['t4', 't3', 'neither', false]
		]);
		expect(new Set(answers.map(({ id }) => id)).size).toBe(3);
		expect(answers.every(({ judge, briefId }) => judge === 'Wren' && briefId === 'b')).toBe(true);
	});

	it.each([
		['{"format":', /part of it is missing/],
		['{"format":"other"}', /holds no answers/],
		[file({ answers: [{ pair: 0, answer: 'up' }] }), /cannot be used: answers/]
	])('says what is wrong with %s', (text, says) => {
		expect(() => readBallotAnswers(text)).toThrow(says);
	});

	it.each([
		[file({ ballot: 'elsewhere' }), /not given out/],
		[file({ answers: [{ pair: 7, answer: 'left' }] }), /pair 8, and the ballot has 3/],
		[
			file({
				answers: [
					{ pair: 0, answer: 'left' },
					{ pair: 0, answer: 'right' }
				]
			}),
			/pair 1 twice/
		],
		[file({ answers: [] }), /no answers/]
	])('does not take %s', (text, says) => {
		expect(() => answersFrom(readBallotAnswers(text), ballot, 'Wren', 0)).toThrow(says);
	});
});
