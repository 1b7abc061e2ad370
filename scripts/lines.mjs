// Counts lines of code and of tests by folder, blank ones left out, and writes them into docs/tests.md.
import { readdirSync, readFileSync } from 'node:fs';
import { relative, resolve } from 'node:path';
import { putTable, root } from './steps.mjs';

const isCode = /\.(ts|js|mjs|svelte|css)$/;
const isTest = /(\.test|\.trial|\.spec)\.ts$|^e2e\/|\/testing(\/|\.ts$)/;
const folders = ['core', 'service', 'store', 'render', 'workers', 'ui'].map(
	(one) => `src/lib/${one}`
);

/** @param {string} folder @returns {string[]} its files, by their paths from the root */
const filesIn = (folder) =>
	readdirSync(resolve(root, folder), { recursive: true, withFileTypes: true, encoding: 'utf8' })
		.filter((entry) => entry.isFile() && isCode.test(entry.name))
		.map((entry) => relative(root, resolve(entry.parentPath, entry.name)));

/** @param {string} file */
const linesOf = (file) =>
	readFileSync(resolve(root, file), 'utf8')
		.split('\n')
		.filter((line) => line.trim()).length;

const all = ['src', 'e2e', 'bench', 'scripts', 'examples']
	.flatMap(filesIn)
	.filter((file) => !file.includes('node_modules'));
/** @param {string} name @param {(file: string) => boolean} within */
function row(name, within) {
	const own = all.filter(within);
	const sum = (/** @type {boolean} */ test) =>
		own
			.filter((file) => isTest.test(file) === test)
			.reduce((lines, file) => lines + linesOf(file), 0);
	const [code, tests] = [sum(false), sum(true)];
	return `| ${name} | ${code} | ${tests} | ${((100 * tests) / (code + tests)).toFixed(1)}% |`;
}

const table = [
	'| folder | code | tests | share of tests |',
	'| --- | --- | --- | --- |',
	...folders.map((folder) => row(folder, (file) => file.startsWith(`${folder}/`))),
	row('all else', (file) => !folders.some((folder) => file.startsWith(`${folder}/`))),
	row('everything', () => true)
];
console.log(table.join('\n'));
await putTable('lines', () => table);
