// Runs everything: format, lint, types, unit tests, build, browser tests. Installs what is missing.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
	build,
	ensureChromium,
	ensurePython,
	ensureRedis,
	freePort,
	install,
	readJson,
	run,
	say
} from './steps.mjs';

const reports = mkdtempSync(join(tmpdir(), 'dial-pick-'));
let passed = 0;
let failed = 0;
/** Tests that passed at their second try only. */
let unsure = 0;

/**
 * One step that passes or fails as a whole.
 * @param {string} name
 * @param {string[]} args
 */
async function check(name, args) {
	say(name);
	const code = await run('npx', args);
	if (code) failed++;
	else passed++;
}

/**
 * A test runner with a report of its own. A run without a report, or of no tests, is a failure.
 * @param {string} name
 * @param {string[]} args
 * @param {Record<string, string>} env
 * @param {string} report
 * @param {(report: any) => [number, number]} count
 */
async function suite(name, args, env, report, count) {
	say(name);
	const code = await run('npx', args, env);
	try {
		const [good, bad] = count(readJson(report));
		passed += good;
		failed += bad;
		if (good + bad === 0 || (code && !bad)) failed++;
	} catch {
		failed++;
	}
}

await install();
await run('npx', ['svelte-kit', 'sync']);
await check('Format', ['prettier', '--check', '--log-level', 'warn', '.']);
await check('Lint', ['eslint', '.', '--max-warnings', '0']);
await check('Exports that nobody uses', ['knip', '--no-progress']);
await check('Types', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings']);
if (!(await ensurePython())) failed++;
if (!(await ensureRedis())) failed++;
const unit = join(reports, 'unit.json');
await suite(
	'Unit tests',
	['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${unit}`],
	{},
	unit,
	({ numPassedTests, numFailedTests }) => [numPassedTests, numFailedTests]
);
await build(true);
const chromium = await ensureChromium();
if (chromium) {
	for (const [project, says] of [
		['together', 'Browser tests'],
		['alone', 'Browser tests that measure, one after another']
	]) {
		const browser = join(reports, `${project}.json`);
		await suite(
			says,
			['playwright', 'test', '--project', project],
			{ E2E_REPORT: browser, E2E_PORT: String(await freePort(4199)), CHROMIUM_PATH: chromium },
			browser,
			({ stats }) => {
				unsure += stats.flaky;
				return [stats.expected + stats.flaky, stats.unexpected];
			}
		);
	}
} else failed++;

if (unsure) console.log(`\n${unsure} of the browser tests passed at the second try only ("flaky")`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
