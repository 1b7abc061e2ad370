import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { figure, Fleet, follow, pictureOf, send, takeOf, tokens } from '../scripts/fleet.mjs';

// A service of several processes. What is tried here with a few takes, scripts/faults.mjs tries with
// many and prints as a table.

let fleet: Fleet;
test.beforeEach(() => {
	fleet = new Fleet();
});
test.afterEach(() => fleet.end());

test('the queued service keeps every promise of the contract', async () => {
	test.slow();
	await fleet.startRedis();
	const web = await fleet.startWeb({ env: { DIAL_PICK_TOKENS: '' } });
	fleet.startWorker({ DIAL_PICK_THREADS: '2' });
	await expect
		.poll(async () => (await fetch(`${web.origin}/readyz`)).status, { timeout: 20_000 })
		.toBe(200);
	const { status, stdout } = spawnSync(process.execPath, ['build/threads/conformance.mjs', web.at]);
	const said = stdout.toString();
	expect(said).toContain('28 promises kept, 0 broken, 0 not offered.');
	expect(status).toBe(0);
});

test('a worker that dies, one that hangs, a web process that dies and a Redis that starts anew lose no take and make none twice', async () => {
	test.slow();
	const takes = Array.from({ length: 18 }, (_, seed) =>
		takeOf(seed, { width: 384, height: 384, steps: 30 })
	);
	const alone = await fleet.startWeb({ queue: false });
	const { done: wanted } = await follow([alone.at], await send(alone.at, takes));
	const hashes = (done: typeof wanted) => [...done.values()].map(([{ image }]) => image).sort();

	await fleet.startRedis();
	const webs = [await fleet.startWeb(), await fleet.startWeb()];
	const workers = [fleet.startWorker(), fleet.startWorker(), fleet.startWorker()];
	await fleet.workers(webs[1].origin, 3);
	const places = webs.map(({ at }) => at);
	const harms = [
		() => workers[0].kill('SIGKILL'),
		() => webs[0].child.kill('SIGKILL'),
		() => workers[1].kill('SIGSTOP'),
		async () => {
			fleet.redis!.kill('SIGKILL');
			await new Promise((done) => setTimeout(done, 500));
			await fleet.startRedis();
		}
	];
	const { done, failed, connections } = await follow(places, await send(places[0], takes), {
		onEvent(event, count) {
			// One after another, each in the midst of a take.
			if (event.type === 'progress' && event.step > 3 && count >= 3 * (5 - harms.length))
				void harms.shift()?.();
		}
	});
	expect(harms).toEqual([]);
	expect(failed).toBe(0);
	expect(done.size).toBe(takes.length);
	expect([...done.values()].filter((told) => told.length > 1)).toEqual([]);
	expect(hashes(done)).toEqual(hashes(wanted));
	expect(connections).toBeGreaterThan(1);
	// It comes to itself again, and what it was at has been made by another.
	workers[1].kill('SIGCONT');
	await expect
		.poll(() => figure(webs[1].origin, 'dial_pick_takes_total'), { timeout: 10_000 })
		.toBe(takes.length);
	const [one] = [...done.values()][0];
	const bytes = await pictureOf(places[1], one.take);
	expect(createHash('sha256').update(bytes).digest('hex')).toBe(one.image);
});

test('callers are known by their tokens and take turns; strangers and everybody off loopback are refused', async () => {
	test.slow();
	await fleet.startRedis();
	const web = await fleet.startWeb();
	fleet.startWorker();
	await fleet.workers(web.origin, 1);
	expect((await fetch(`${web.at}/models`)).status).toBe(401);
	expect((await fetch(`${web.origin}/metrics`)).status).toBe(401);
	const small = (count: number, from: number) =>
		Array.from({ length: count }, (_, i) =>
			takeOf(from + i, { model: 'dunlin', width: 64, height: 64, steps: 4, guidance: 2 })
		);
	const long = await send(web.at, small(200, 0), 'anna');
	const begun = Date.now();
	await follow([web.at], await send(web.at, small(4, 1000), 'ben'), { caller: 'ben' });
	const waited = Date.now() - begun;
	const left = 200 - (await figure(web.origin, 'dial_pick_takes_total')) + 4;
	console.log(`    four takes waited ${waited} ms behind two hundred, of which ${left} were left`);
	expect(left).toBeGreaterThan(100);
	expect((await follow([web.at], long)).done.size).toBe(200);

	const open = spawnSync(process.execPath, ['scripts/serve.mjs'], {
		env: { ...process.env, HOST: '0.0.0.0', PORT: '0', DIAL_PICK_TOKENS: '' }
	});
	expect(open.status).toBe(2);
	expect(open.stderr.toString()).toContain('DIAL_PICK_TOKENS');
	expect(open.stderr.toString()).not.toContain(tokens.anna);
});

test('the application asks for the token of a service that wants one, and then shows its models', async ({
	page
}) => {
	await fleet.startRedis();
	const web = await fleet.startWeb();
	fleet.startWorker();
	await fleet.workers(web.origin, 1);
	await page.goto(`${web.origin}/models`);
	const services = page.getByRole('region', { name: 'Render services' });
	await expect(services.getByText(/asks who calls.*for those who have a token/)).toBeVisible();
	await services.getByRole('button', { name: 'Token' }).click();
	const field = services.getByLabel('Token that says who calls');
	await field.fill('not-this-one');
	await services.getByRole('button', { name: 'Use it' }).click();
	await expect(services.getByText(/that was sent is not known/)).toBeVisible();
	await services.getByRole('button', { name: 'Token' }).click();
	await field.fill(tokens.ben);
	await services.getByRole('button', { name: 'Use it' }).click();
	await expect(services.getByText('answers, 7 models')).toBeVisible();
	await expect(page.getByRole('heading', { name: 'Turnstone 2' })).toBeVisible();
	// It is kept.
	await page.reload();
	await expect(services.getByText('answers, 7 models')).toBeVisible();
});

test('a worker makes the models that it is told to, and says what is wrong with what it is told', async () => {
	await fleet.startRedis();
	const web = await fleet.startWeb({ env: { DIAL_PICK_TOKENS: '' } });
	expect((await fetch(`${web.origin}/readyz`)).status).toBe(503);
	fleet.startWorker({ DIAL_PICK_MODELS: 'dunlin, gannet' });
	const models = async () =>
		(
			((await (await fetch(`${web.at}/models`)).json()) as { models?: { id: string }[] }).models ??
			[]
		)
			.map(({ id }) => id)
			.sort();
	await expect.poll(models, { timeout: 20_000 }).toEqual(['dunlin', 'gannet']);
	await expect(send(web.at, [takeOf(1)])).rejects.toThrow(/503.*No worker offers/);
	const wrong = (env: Record<string, string>) =>
		spawnSync(process.execPath, ['build/threads/worker.mjs'], { env: { ...process.env, ...env } });
	expect(wrong({ DIAL_PICK_QUEUE: '' }).stderr.toString()).toContain('DIAL_PICK_QUEUE');
	const strange = wrong({ DIAL_PICK_QUEUE: 'redis://127.0.0.1:1', DIAL_PICK_MODELS: 'heron' });
	expect(strange.stderr.toString()).toContain('heron');
	expect(strange.status).toBe(2);
});
