import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { ServiceProblem } from './problem';
import { openThreads } from './threads';
import { WordsDesk } from './words';
import type { WordsResult, WordsTask } from './words-thread';

const folder = mkdtempSync(join(tmpdir(), 'dial-pick-words-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A real thread that never comes to an end with long words, and fails at some. */
const thread = join(folder, 'thread.mjs');
writeFileSync(
	thread,
	`export default async ({ prompt }) => {
	if (prompt === 'endless') for (;;);
	if (prompt === 'fails') throw new Error('out of ink');
	return { unread: [prompt] };
};`
);
const model = 'turnstone-2';
const desk = (waiting: number) =>
	new WordsDesk(openThreads<WordsTask, WordsResult>(thread, 1, waiting));
const ask = (at: WordsDesk, prompt: string): Promise<unknown> =>
	at.read({ model, prompt, negative: '' }).catch((cause: unknown) => cause);

describe('a desk of words', () => {
	it('says of what it could not finish that the service is being ended', async () => {
		const at = desk(4);
		expect(await ask(at, 'a heron')).toEqual({ unread: ['a heron'] });
		const asked = [ask(at, 'endless'), ask(at, 'a crab')];
		await new Promise((done) => setTimeout(done, 50));
		await at.close();
		for (const one of await Promise.all(asked)) {
			expect(one).toBeInstanceOf(ServiceProblem);
			expect((one as ServiceProblem).problem).toMatchObject({
				status: 503,
				title: 'The service is being ended'
			});
		}
	});

	it('refuses when too many wait, and says when to come back', async () => {
		const at = desk(1);
		await ask(at, 'a heron');
		const asked = [ask(at, 'endless'), ask(at, 'a crab')];
		await new Promise((done) => setTimeout(done, 50));
		const refused = (await ask(at, 'one too many')) as ServiceProblem;
		expect(refused.problem).toMatchObject({ status: 429, title: 'Too many questions at once' });
		expect(refused.headers).toEqual({ 'retry-after': '2' });
		await at.close();
		await Promise.all(asked);
	});

	it('tells what went wrong as it is while the service runs', async () => {
		const at = desk(4);
		expect(await ask(at, 'fails')).toEqual(new Error('out of ink'));
		await at.close();
	});
});
