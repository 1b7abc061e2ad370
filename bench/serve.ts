import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { RenderClient } from '../src/lib/render';

/** The built application, started on this machine alone. */
export interface Served {
	server: ChildProcess;
	/** Address of its render service. */
	base: string;
	client: RenderClient;
	/** A field of its memory as Linux gives it (proc_pid_status(5)), in MB: VmHWM, VmRSS. */
	memory: (field: 'VmHWM' | 'VmRSS') => number;
	/** What it has complained about so far. */
	complaints: () => string;
}

/** Starts the built application on a free port and waits until it answers. */
export async function serve(env: Record<string, string> = {}): Promise<Served> {
	const port = await new Promise<number>((done) => {
		const probe = createServer().listen(0, '127.0.0.1', () => {
			const { port: free } = probe.address() as { port: number };
			probe.close(() => done(free));
		});
	});
	const server = spawn(process.execPath, ['scripts/serve.mjs'], {
		env: {
			...process.env,
			HOST: '127.0.0.1',
			PORT: String(port),
			ORIGIN: `http://127.0.0.1:${port}`,
			BODY_SIZE_LIMIT: '16M',
			...env
		},
		stdio: ['ignore', 'ignore', 'pipe']
	});
	let complaints = '';
	server.stderr.on('data', (data: Buffer) => (complaints += data.toString()));
	const base = `http://127.0.0.1:${port}/api/render/v1`;
	const client = new RenderClient(base);
	for (let i = 0; i < 150; i++) {
		const there = await client.limits().then(
			() => true,
			() => false
		);
		if (there) break;
		await new Promise((r) => setTimeout(r, 100));
	}
	return {
		server,
		base,
		client,
		memory: (field) =>
			Number(
				new RegExp(`${field}:\\s+(\\d+)`).exec(
					readFileSync(`/proc/${server.pid}/status`, 'utf8')
				)?.[1]
			) / 1024,
		complaints: () => complaints
	};
}
