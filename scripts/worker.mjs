// Starts a worker that makes takes of a queue: DIAL_PICK_QUEUE says which, DIAL_PICK_MODELS what it
// makes, DIAL_PICK_THREADS how many takes at once.
import { spawn } from 'node:child_process';
import { isBuilt, root } from './steps.mjs';

if (!isBuilt()) {
	console.error('The application is not built yet: run "npm run build" first.');
	process.exit(1);
}
const worker = spawn(process.execPath, ['build/threads/worker.mjs'], {
	cwd: root,
	stdio: 'inherit'
});
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
	process.on(signal, () => worker.kill(/** @type {NodeJS.Signals} */ (signal)));
worker.on('close', (code) => process.exit(code ?? 0));
