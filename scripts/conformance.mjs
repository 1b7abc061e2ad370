// Checks any server against the render contract. Installs and bundles what is missing.
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { install, root, run } from './steps.mjs';

await install();
const bundle = resolve(root, 'build/threads/conformance.mjs');
if (!existsSync(bundle)) {
	const code = await run('npx', [
		'vite',
		'build',
		'--config',
		'vite.worker.config.ts',
		'--logLevel',
		'warn'
	]);
	if (code) process.exit(code);
}
process.exit(await run(process.execPath, [bundle, ...process.argv.slice(2)]));
