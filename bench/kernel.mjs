// What each of the kernel's ways brings: a step with one of them taken out, or with one that was not
// taken put in, against the step as it is; all built, and run in turn. `npm run bench:kernel`.
import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';
import { ways } from './kernel-ways.mjs';

const ROUNDS = 3;
const folder = (/** @type {string} */ name) => resolve('build/ways', name.replaceAll(' ', '-'));

for (const way of Object.keys(ways))
	execFileSync(
		'npx',
		[
			'vite',
			'build',
			'--config',
			'vite.bench.config.ts',
			'--logLevel',
			'error',
			'--outDir',
			folder(way)
		],
		{ env: { ...process.env, DIAL_PICK_KERNEL: way }, stdio: ['ignore', 'ignore', 'inherit'] }
	);

/** @type {Record<string, Record<string, number[]>>} */
const found = {};
for (let round = 0; round < ROUNDS; round++)
	for (const name of Object.keys(ways)) {
		const said = execFileSync(process.execPath, [resolve(folder(name), 'bench.mjs'), '--step']);
		for (const [what, value] of Object.entries(JSON.parse(said.toString())))
			((found[name] ??= {})[what] ??= []).push(/** @type {number} */ (value));
	}
/** @param {number[]} values */
const middle = (values) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)];
console.table(
	Object.entries(found).map(([name, figures]) => ({
		way: name,
		...Object.fromEntries(
			Object.entries(figures).map(([what, values]) => [
				what,
				what.startsWith('ms')
					? `${middle(values).toFixed(1)} (${((100 * middle(values)) / middle(found['as it is'][what]) - 100).toFixed(0)} %)`
					: middle(values).toFixed(3)
			])
		)
	}))
);
