// What each of the kernel's ways brings: a step with one of them taken out, or with one that was not
// taken put in, against the step as it is; all built, and run in turn. `npm run bench:kernel`.
import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';
import { ways } from './kernel-ways.mjs';

const ROUNDS = 4;
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
/** The least of a few: what else the machine does only adds. */
const least = (/** @type {number[]} */ values) => Math.min(...values);
console.table(
	Object.entries(found).map(([name, figures]) => ({
		way: name,
		...Object.fromEntries(
			Object.entries(figures).map(([what, values]) => [
				what,
				what.startsWith('ms')
					? `${least(values).toFixed(1)} (${((100 * least(values)) / least(found['as it is'][what]) - 100).toFixed(0)} %)`
					: least(values).toFixed(3)
			])
		)
	}))
);
