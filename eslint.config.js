import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** The simulated service is a wing: only its routes, the hook, benchmarks and its own tests open its door. */
const wing = [
	'\\$lib/service|/service/(http|standins|diffusion)',
	'The simulated service is reached over HTTP, through lib/render; tests have cards in core/testing.'
];

/** What each storey may not import. The lower never imports the higher. */
const storeys = [
	{
		files: ['src/lib/core/**/*.ts'],
		forbid: [
			[
				'\\$lib/(store|render|workers|ui)',
				'core/ is the ground floor: it imports no other storey.'
			],
			[
				'^(svelte|\\$app|\\$env|@sveltejs|dexie|node:|sharp|@napi-rs|piscina|carbon-)',
				'core/ is calculation only: no interface, no database, no Node.'
			]
		]
	},
	{
		files: ['src/lib/{store,render,workers}/**/*.ts'],
		forbid: [
			['\\$lib/ui', 'The first floor does not import the interface.'],
			[
				'^(carbon-|node:|sharp|@napi-rs|piscina)',
				'The first floor runs in the browser and draws nothing.'
			]
		]
	},
	{
		files: ['src/lib/service/**/*.ts'],
		opensWing: true,
		forbid: [
			['\\$lib/(ui|store|render|workers)', 'The render service knows core/ alone.'],
			['^(carbon-|dexie|svelte$)', 'The render service has no interface and no browser database.']
		]
	},
	{
		files: ['src/lib/ui/**'],
		forbid: [['^dexie', 'Only lib/store knows Dexie.']]
	},
	{ files: ['src/routes/**'], forbid: [['^dexie', 'Only lib/store knows Dexie.']] }
];

/**
 * @param {string[][]} forbid what may not be imported, and why
 * @returns {import('eslint').Linter.RulesRecord}
 */
const restricted = (forbid) => ({
	'no-restricted-imports': [
		'error',
		{ patterns: forbid.map(([regex, message]) => ({ regex, message })) }
	]
});

/** The folders of core/, each of which imports those before it alone. */
const rooms =
	'problem random contract frame area wording picture dials designs measure cut edits schema plan movement judge findings narrowing models sheet rework picks library formats merging testing'.split(
		' '
	);
for (const [i, room] of rooms.entries())
	storeys.push({
		files: [`src/lib/core/${room}/**/*.ts`],
		forbid: [
			...storeys[0].forbid,
			...(i < rooms.length - 1
				? [
						[
							`\\$lib/core/(${rooms.slice(i + 1).join('|')})$`,
							'A folder of core/ imports those that stand before it: see docs/architecture.md.'
						]
					]
				: [])
		]
	});

/** @type {import('eslint').Linter.Config[]} */
const storeyRules = storeys.flatMap(({ files, forbid, opensWing }) => [
	{
		files,
		ignores: ['**/*.test.ts', 'src/routes/api/**', 'src/routes/{metrics,readyz}/**'],
		rules: restricted([
			...forbid,
			...(opensWing ? [] : [wing]),
			['\\$lib/core/[^/]+/', 'Import a core folder through its index.ts.']
		])
	},
	...(opensWing
		? []
		: [
				{
					files: files.map((one) => one.replace(/(\/\*\.ts)?$/, '/*.test.ts')),
					rules: restricted([wing])
				}
			])
]);

export default ts.config(
	{ ignores: ['build/', '.svelte-kit/', 'node_modules/', 'static/', 'test-results/', '.cache/'] },
	js.configs.recommended,
	...ts.configs.recommendedTypeChecked,
	...svelte.configs.recommended,
	{
		languageOptions: {
			globals: { ...globals.browser, ...globals.node },
			parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname }
		},
		rules: {
			'no-undef': 'off',
			'@typescript-eslint/no-explicit-any': 'error',
			'@typescript-eslint/no-unused-vars': [
				'error',
				{ argsIgnorePattern: '^_', varsIgnorePattern: '^_' }
			],
			'@typescript-eslint/restrict-template-expressions': 'off',
			// Addresses are written out; the application is served at the root.
			'svelte/no-navigation-without-resolve': 'off',
			// Maps and sets here are values that are made anew, not state that is changed.
			'svelte/prefer-svelte-reactivity': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: {
				projectService: true,
				extraFileExtensions: ['.svelte'],
				parser: ts.parser,
				svelteConfig
			}
		},
		rules: {
			// The types of other components are not known here; svelte-check knows them.
			'@typescript-eslint/no-unsafe-assignment': 'off',
			'@typescript-eslint/no-unsafe-argument': 'off',
			'@typescript-eslint/no-unsafe-call': 'off',
			'@typescript-eslint/no-unsafe-member-access': 'off',
			'@typescript-eslint/no-unsafe-return': 'off'
		}
	},
	...storeyRules,
	{
		files: ['src/lib/core/**/*.ts'],
		ignores: ['**/*.test.ts'],
		rules: {
			'no-restricted-properties': [
				'error',
				{ object: 'Math', property: 'random', message: 'core/ draws from core/random.' },
				{ object: 'Date', property: 'now', message: 'core/ has no clock: pass the time in.' }
			],
			'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'indexedDB', 'process']
		}
	},
	{ files: ['**/*.js', '**/*.mjs'], ...ts.configs.disableTypeChecked },
	{ files: ['**/*.js', '**/*.mjs'], rules: { 'no-undef': 'off' } }
);
