import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkConformance } from './conformance';
import { RenderClient, RenderRefused } from './client';

const PAGE = 'http://127.0.0.1:4173';

describe('the bridge in Python', () => {
	let bridge: ChildProcess;
	let at = '';

	beforeAll(async () => {
		const file = resolve(import.meta.dirname, '../../../examples/bridge/bridge.py');
		bridge = spawn('python3', [file, '--port', '0', '--page', PAGE], {
			stdio: ['ignore', 'pipe', 'inherit']
		});
		[at] = (await once(createInterface(bridge.stdout!), 'line')) as [string];
	});
	afterAll(() => bridge.kill());

	it('keeps every promise of what it offers', async () => {
		const findings = await checkConformance(at);
		expect(findings.filter(({ result }) => result === 'broken')).toEqual([]);
		expect(findings.filter(({ result }) => result === 'kept').length).toBeGreaterThanOrEqual(20);
	});

	it('lets the named page call, and no other, nor another name of this machine', async () => {
		const from = (origin: string) => fetch(`${at}/models`, { headers: { origin } });
		const welcome = await from(PAGE);
		expect(welcome.status).toBe(200);
		expect(welcome.headers.get('access-control-allow-origin')).toBe(PAGE);
		expect((await from('https://elsewhere.example')).status).toBe(403);
		const { port } = new URL(at);
		expect((await fetch(`http://[::ffff:127.0.0.1]:${port}/api/render/v1/models`)).status).toBe(
			403
		);
	});

	it('refuses the same key with other takes, and says what it does not offer', async () => {
		const client = new RenderClient(at);
		const [card] = await client.models();
		const take = {
			ref: 'a',
			model: card.id,
			prompt: 'a lamp',
			negative: '',
			width: 64,
			height: 64,
			guidance: 4,
			steps: 2,
			sampler: card.samplers[0],
			schedule: card.schedules[0],
			seed: 1
		};
		const key = crypto.randomUUID();
		await client.submit({ key, takes: [take] });
		const refused = async (work: Promise<unknown>) => {
			const cause: unknown = await work.then(
				() => null,
				(no: unknown) => no
			);
			expect(cause).toBeInstanceOf(RenderRefused);
			return cause as RenderRefused;
		};
		expect((await refused(client.submit({ key, takes: [{ ...take, seed: 2 }] }))).status).toBe(409);
		const { problem } = await refused(
			client.submit({
				key: crypto.randomUUID(),
				takes: [{ ...take, variation: { seed: 1, amount: 0.5 } }]
			})
		);
		expect(problem.errors?.[0].path).toBe('takes.0.variation');
	});
});
