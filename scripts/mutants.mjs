// Changes the code in small ways, one at a time, and runs the tests on each: `npm run mutants -- FOLDER...`.
// A change that no test notices is a hole in the tests. What was tried before is not tried again.
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { resolve } from 'node:path';
import { putTable, readJson, root, run, say } from './steps.mjs';

const home = resolve(root, 'scripts/mutants');
const cache = resolve(root, '.cache/mutants');

/** @typedef {{ killed: number, survived: number, score: number }} Score */

/**
 * Tries one folder.
 * @param {string} folder
 * @returns {Promise<Score | null>} null where Stryker gave up
 */
async function tryFolder(folder) {
	const name = folder.replaceAll('/', '-');
	const report = resolve(cache, `${name}.json`);
	const config = resolve(cache, `${name}.config.json`);
	const sources = folder.includes('lib/ui') ? '**/*.svelte.ts' : '**/*.ts';
	writeFileSync(
		config,
		JSON.stringify({
			mutate: [`${folder}/${sources}`, `!${folder}/**/*.test.ts`, `!${folder}/**/index.ts`],
			testRunner: 'vitest',
			plugins: [
				createRequire(resolve(home, 'package.json')).resolve('@stryker-mutator/vitest-runner')
			],
			vitest: { configFile: 'scripts/mutants/vitest.config.ts', related: false },
			// A changed text is noticed by reading it, not by a test.
			mutator: { excludedMutations: ['StringLiteral'] },
			incremental: true,
			incrementalFile: resolve(cache, `${name}.incremental.json`),
			concurrency: 2,
			timeoutMS: 20_000,
			tempDirName: '.cache/mutants/tmp',
			ignorePatterns: ['build', 'docs', 'test-results', '.cache', 'e2e'],
			reporters: ['clear-text', 'json'],
			clearTextReporter: { logTests: false, reportTests: false, allowColor: false },
			jsonReporter: { fileName: report }
		})
	);
	say(folder);
	const code = await run(
		'node',
		[resolve(home, 'node_modules/@stryker-mutator/core/bin/stryker.js'), 'run', config],
		{
			DIAL_PICK_MUTANTS: folder
		}
	);
	// A report of an earlier run says nothing of this one.
	if (code) return null;
	/** @type {{ files: Record<string, { mutants: { status: string }[] }> }} */
	const { files } = readJson(report);
	const all = Object.values(files).flatMap(({ mutants }) => mutants.map(({ status }) => status));
	const count = (/** @type {string[]} */ ...of) => all.filter((one) => of.includes(one)).length;
	const killed = count('Killed', 'Timeout');
	const survived = count('Survived', 'NoCoverage');
	return { killed, survived, score: killed / Math.max(1, killed + survived) };
}

const folders = process.argv.slice(2);
if (!folders.length) {
	console.log('Say which folders: npm run mutants -- src/lib/core/frame src/lib/store');
	process.exit(1);
}
mkdirSync(cache, { recursive: true });
if (!existsSync(resolve(home, 'node_modules')))
	await run('npm', ['ci', '--legacy-peer-deps', '--prefix', home]);
for (const given of folders) {
	const folder = given.replace(/\/$/, '');
	const score = await tryFolder(folder);
	if (!score) continue;
	const row = `| ${folder} | ${score.killed} | ${score.survived} | ${(100 * score.score).toFixed(0)}% |`;
	await putTable('mutants', (before) => [
		'| folder | noticed | not noticed | score |',
		'| --- | --- | --- | --- |',
		...before
			.filter((line) => line.startsWith('| src') && !line.startsWith(`| ${folder} `))
			.concat(row)
			.sort()
	]);
}
