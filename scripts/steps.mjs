import { spawn, spawnSync } from 'node:child_process';
import {
	existsSync,
	readdirSync,
	readFileSync,
	renameSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');

/**
 * Puts a table between two marks of docs/tests.md, laid out as the format check wants it.
 * @param {string} name of the marks
 * @param {(before: string[]) => string[]} make lines of the table, from those that stand there
 */
export async function putTable(name, make) {
	const page = resolve(root, 'docs/tests.md');
	const [from, to] = [`<!-- ${name} -->`, `<!-- /${name} -->`];
	const text = readFileSync(page, 'utf8');
	const [start, end] = [text.indexOf(from) + from.length, text.indexOf(to)];
	const table = make(text.slice(start, end).trim().split('\n')).join('\n');
	writeFileSync(page, `${text.slice(0, start)}\n\n${table}\n\n${text.slice(end)}`);
	await run('npx', ['prettier', '--write', '--log-level', 'warn', page]);
}

/** Says what is being done. @param {string} text */
export const say = (text) => console.log(`\n— ${text}`);

/**
 * Runs a command to its end, its output shown as it comes.
 * @param {string} command
 * @param {string[]} args
 * @param {Record<string, string>} [env]
 * @returns {Promise<number>} its exit code
 */
export function run(command, args, env = {}) {
	return new Promise((done) => {
		const child = spawn(command, args, {
			cwd: root,
			stdio: 'inherit',
			env: { ...process.env, ...env }
		});
		child.on('error', () => done(127));
		child.on('close', (code) => done(code ?? 1));
	});
}

/** Installs the packages when they are missing or older than the lock file. */
export async function install() {
	const installed = resolve(root, 'node_modules/.package-lock.json');
	const lock = resolve(root, 'package-lock.json');
	if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
	say('Installing the packages (about half a minute)');
	const code = await run('npm', ['install', '--no-save', '--no-audit', '--no-fund']);
	if (code) {
		console.error(
			'The packages could not be installed; see above. Is the package registry in reach?'
		);
		process.exit(code);
	}
}

/** Written when a build is done. */
const mark = resolve(root, 'build/built');

/** When something below a path changed last, in ms. A folder changes when a file comes or goes. @param {string} path @returns {number} */
function changed(path) {
	const { mtimeMs } = statSync(path);
	return readdirSync(path, { recursive: true, encoding: 'utf8' })
		.map((name) => statSync(resolve(path, name)).mtimeMs)
		.reduce((a, b) => Math.max(a, b), mtimeMs);
}

/** Whether nothing that is built changed since the last build. @param {boolean} packed */
function isCurrent(packed) {
	if (!isBuilt() || !existsSync(mark)) return false;
	/** @type {{ begun: number, packed: boolean }} */
	const last = readJson(mark);
	if (packed && !last.packed) return false;
	const files = readdirSync(root).filter((name) =>
		/^(vite\..*\.?ts|svelte\.config\.js|tsconfig\.json|package-lock\.json)$/.test(name)
	);
	const latest = Math.max(
		...['src', 'static'].map((folder) => changed(resolve(root, folder))),
		...files.map((name) => statSync(resolve(root, name)).mtimeMs)
	);
	return latest < last.begun;
}

/**
 * Builds the application and its render thread, unless that was done and nothing changed.
 * @param {boolean} [packed] whether files are packed for the wire, which takes as long again
 */
export async function build(packed = false) {
	if (isCurrent(packed)) return;
	rmSync(mark, { force: true });
	// What changes while it builds may be built or not.
	const begun = Date.now();
	say(`Building the application (about ${packed ? 'two minutes' : 'a minute'})`);
	const threads = resolve(root, 'build/threads');
	// Both at once. The first one empties its folder, so what the second one makes is put there afterwards.
	const aside = resolve(root, '.svelte-kit/threads');
	const vite = (/** @type {string[]} */ ...args) =>
		run(
			process.execPath,
			['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error', ...args],
			{
				DIAL_PICK_UNPACKED: packed ? '' : '1'
			}
		);
	const first = vite();
	// The first one writes the part of tsconfig.json that the framework knows, and the second one reads it.
	for (let i = 0; i < 100 && !existsSync(resolve(root, '.svelte-kit/tsconfig.json')); i++)
		await new Promise((done) => setTimeout(done, 100));
	const codes = await Promise.all([
		first,
		vite('--config', 'vite.worker.config.ts', '--outDir', aside)
	]);
	if (codes.some(Boolean)) {
		console.error('The build failed; see above.');
		process.exit(1);
	}
	rmSync(threads, { recursive: true, force: true });
	renameSync(aside, threads);
	writeFileSync(mark, JSON.stringify({ begun, packed }));
}

/** Whether the built application is there. */
export function isBuilt() {
	return (
		existsSync(resolve(root, 'build/handler.js')) &&
		existsSync(resolve(root, 'build/threads/render-thread.mjs')) &&
		existsSync(resolve(root, 'build/threads/words-thread.mjs')) &&
		existsSync(resolve(root, 'build/threads/worker.mjs'))
	);
}

/**
 * A free port: the wanted one, or any.
 * @param {number} wanted
 * @returns {Promise<number>}
 */
export async function freePort(wanted) {
	// Read here: before the packages are installed there is none.
	const { default: getPort } = await import('get-port');
	return getPort({ port: wanted || undefined, host: '127.0.0.1' });
}

/**
 * Starts the built application on this machine only.
 * @param {number} port
 * @param {Record<string, string>} [env]
 * @param {string} [cwd] another checkout than this
 */
export function startServer(port, env = {}, cwd = root) {
	return spawn(process.execPath, ['scripts/serve.mjs'], {
		cwd,
		stdio: 'inherit',
		env: {
			...process.env,
			HOST: '127.0.0.1',
			PORT: String(port),
			ORIGIN: `http://127.0.0.1:${port}`,
			BODY_SIZE_LIMIT: '16M',
			...env
		}
	});
}

/**
 * Waits until an address answers.
 * @param {string} url
 * @param {number} [seconds]
 */
export async function answers(url, seconds = 30) {
	for (let i = 0; i < seconds * 5; i++) {
		const ok = await fetch(url).then(
			(r) => r.ok,
			() => false
		);
		if (ok) return true;
		await new Promise((r) => setTimeout(r, 200));
	}
	return false;
}

/**
 * Flags that keep Chromium from looking for other hosts, and let it run as root. Without windows it would
 * set letters on whole pixels; so its texts are as wide as users see them.
 */
export const quiet = [
	'--no-sandbox',
	'--disable-gpu',
	'--disable-quic',
	'--no-first-run',
	'--disable-background-networking',
	'--disable-component-update',
	'--disable-sync',
	'--font-render-hinting=none'
];

/** The first of some files that is there, or null. @param {(string | undefined)[]} paths */
const firstOf = (paths) => paths.find((path) => path && existsSync(path)) ?? null;

/** The Chromium that was asked for, or the one without windows: it starts and draws with less. */
const findShell = () => firstOf([process.env.CHROMIUM_PATH, '/usr/bin/chromium-headless-shell']);

/** Where Chromium is, or null. */
export const findChromium = () =>
	findShell() ??
	firstOf(['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']);

/** Whether Debian's packages may be installed here. */
const canInstall = () =>
	existsSync('/etc/debian_version') && typeof process.getuid === 'function' && !process.getuid();

/** Installs a package of Debian. @param {string} name @param {string} debians the package's name */
async function installDebians(name, debians) {
	say(`Installing Debian's ${name} for the tests`);
	spawnSync('apt-get', ['update'], { stdio: 'ignore' });
	return run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', debians], {
		DEBIAN_FRONTEND: 'noninteractive'
	});
}

/**
 * Finds a program, or installs Debian's package of it where that is allowed, or says how.
 * @template T
 * @param {{ name: string, package: string, how: string, find: () => T | null }} program
 */
async function ensure({ name, package: debians, how, find }) {
	const there = find();
	if (there) return there;
	if (!canInstall()) {
		console.error(`The tests need ${name}, and it is not here. ${how}`);
		return null;
	}
	const code = await installDebians(name, debians);
	const found = find();
	if (code || !found) console.error(`${name} could not be installed. ${how}`);
	return found;
}

/** Where Chromium is, or null: the one without windows, if that can be had. */
export async function ensureChromium() {
	if (!findShell() && canInstall())
		await installDebians('Chromium without windows', 'chromium-headless-shell');
	return ensure({
		name: 'Chromium',
		package: 'chromium',
		how: 'Install it with "sudo apt-get install chromium-headless-shell" or "chromium", or set CHROMIUM_PATH to a Chromium that you have.',
		find: findChromium
	});
}

/** Whether there is a Python for the example of a bridge, or null. */
export const ensurePython = () =>
	ensure({
		name: 'Python',
		package: 'python3',
		how: 'Install it with "sudo apt-get install python3".',
		find: () => spawnSync('python3', ['--version']).status === 0 || null
	});

/** Where Redis is, for tests of the queue, or null. */
export const ensureRedis = () =>
	ensure({
		name: 'Redis',
		package: 'redis-server',
		how: 'Install it with "sudo apt-get install redis-server".',
		find: () => spawnSync('redis-server', ['--version']).status === 0 || null
	});

/** @param {string} file */
export const readJson = (file) => JSON.parse(readFileSync(file, 'utf8'));
