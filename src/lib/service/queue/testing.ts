import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import getPort from 'get-port';

/** A Redis of a test's own, in a folder of its own; it can be started again with what it had. */
export async function ownRedis() {
	const folder = mkdtempSync(join(tmpdir(), 'dial-pick-redis-'));
	const port = await getPort({ host: '127.0.0.1' });
	const start = () =>
		new Promise<ReturnType<typeof spawn>>((done, fail) => {
			const child = spawn('redis-server', [
				...['--port', String(port), '--bind', '127.0.0.1', '--dir', folder],
				...['--appendonly', 'yes', '--save', '']
			]);
			child.on('error', fail);
			child.stdout.on('data', (text: Buffer) => {
				if (/Ready to accept connections/.test(text.toString())) done(child);
			});
		});
	let child = await start();
	const kill = () =>
		new Promise<void>((done) => {
			child.on('exit', () => done());
			child.kill('SIGKILL');
		});
	return {
		url: `redis://127.0.0.1:${port}`,
		kill,
		async restart() {
			await kill();
			child = await start();
		},
		async end() {
			if (child.exitCode === null && child.signalCode === null) await kill();
			rmSync(folder, { recursive: true, force: true });
		}
	};
}
