import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { Images } from './images';
import { PictureMemory } from './memory';
import { ServiceProblem } from './problem';
import { openThreads } from './threads';
import type { Vault } from './vault';
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
	new WordsDesk(openThreads<WordsTask, WordsResult>(thread, 1), waiting);
const ask = (at: WordsDesk, prompt: string, caller = 'anna'): Promise<unknown> =>
	at.read({ model, prompt, negative: '' }, caller).catch((cause: unknown) => cause);

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

	it('refuses when too many of one caller wait, and says when to come back', async () => {
		const at = desk(2);
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

	it('answers another caller in turn, though one has asked sixty questions', async () => {
		const at = desk(60);
		await ask(at, 'warm');
		const order: string[] = [];
		const note = (who: string) => (told: unknown) => {
			expect(told).toHaveProperty('unread');
			order.push(who);
		};
		const many = Array.from({ length: 60 }, (_, i) => ask(at, `${i}`, 'anna').then(note('anna')));
		const one = ask(at, 'mine', 'ben').then(note('ben'));
		await Promise.all([...many, one]);
		expect(order.indexOf('ben')).toBeLessThan(3);
		await at.close();
	});

	it('describes a picture that was sent to another process', async () => {
		const shared = new Map<string, Uint8Array>();
		const vault: Vault = {
			put: (caller, kind, id, bytes) =>
				Promise.resolve(void shared.set(`${caller} ${kind} ${id}`, bytes)),
			get: (caller, kind, id) => Promise.resolve(shared.get(`${caller} ${kind} ${id}`) ?? null)
		};
		const [here, there] = [0, 1].map(() => new Images(new PictureMemory(), vault));
		const grey = sharp({ create: { width: 64, height: 64, channels: 3, background: '#888' } });
		const { image } = await here.add(new Uint8Array(await grey.png().toBuffer()), 'anna');
		const at = desk(4);
		const told = (caller: string) =>
			at.describe({ image }, there, caller).catch((cause: unknown) => cause);
		expect(await told('anna')).toEqual({ unread: [undefined] });
		// Somebody else's picture is not known.
		expect(((await told('ben')) as ServiceProblem).problem.status).toBe(422);
		await at.close();
	});
});
