import { readdirSync, readFileSync } from 'node:fs';
import { dirname, extname, join, resolve } from 'node:path';
import { PurgeCSS } from 'purgecss';
import type { Plugin } from 'vite';

const carbon = resolve('node_modules/carbon-components-svelte/src');

/** Themes that pages are never in: their own colours stand in app.css. */
const otherThemes = /(:root)?\[theme=(g80|g90|g100)\][^{}]*\{[^{}]*\}/g;

/** What parts in use could show and are never asked for: bones of parts, tips in place where a portal has them. */
const notShown =
	/^bx--(.*skeleton|.*fluid|(tooltip|btn--icon-only)--(left|right|top|bottom|align))/;

/** Sources of the pages. */
const pages = (): string[] =>
	readdirSync('src', { recursive: true, encoding: 'utf8' })
		.filter((file) => /\.(svelte|css)$/.test(file))
		.map((file) => readFileSync(join('src', file), 'utf8'));

/** The names of Carbon's parts that pages import. */
const namesIn = (texts: readonly string[]): string[] =>
	texts.flatMap((text) =>
		[...text.matchAll(/import\s*\{([^}]*)\}\s*from\s*'carbon-components-svelte'/g)].flatMap(
			([, names]) => names.split(',').map((one) => one.trim())
		)
	);

/** An export of Carbon's list: its name, and the file that it comes from. */
const EXPORT = /export \{ (?:default as )?(\w+) \} from "(\.[^"]+)";?/g;

/** Sources of the pages, and of those of Carbon's parts that they name, with what these are made of. */
function sources(): string[] {
	const seen = new Map<string, string>();
	const take = (file: string): void => {
		if (seen.has(file) || !/\.(svelte|js)$/.test(file)) return;
		const text = readFileSync(file, 'utf8');
		seen.set(file, text);
		for (const [, from] of text.matchAll(/from\s+["'](\.[^"']+)["']/g)) {
			const next = resolve(dirname(file), from);
			if (next.startsWith(carbon)) take(extname(next) ? next : `${next}.js`);
		}
	};
	const parts = new Map(
		[...readFileSync(join(carbon, 'index.js'), 'utf8').matchAll(EXPORT)].map(([, name, from]) => [
			name,
			resolve(carbon, extname(from) ? from : `${from}.js`)
		])
	);
	const own = pages();
	for (const name of namesIn(own)) if (parts.has(name)) take(parts.get(name)!);
	return [...own, ...seen.values()];
}

/**
 * A field that counts its letters opens the table of all scripts' letters when it is loaded, which takes
 * tens of milliseconds, though it counts nothing: it is opened when the first letter is counted.
 */
function whenCounted(code: string): string {
	const eager = /const segmenter =([^;]*);/;
	if (!eager.test(code))
		throw new Error('Letters are counted another way now: see whether this is needed.');
	return code
		.replace(eager, 'let opened; const open = () => (opened ??=$1);')
		.replace('if (segmenter) {', 'const segmenter = open(); if (segmenter) {');
}

/** Carbon's style sheet without fonts of another host, which it names, and without what is not in use. */
export const carbonInUse: Plugin = {
	name: 'carbon-in-use',
	enforce: 'pre',
	async transform(code, id) {
		if (id.endsWith('/utils/graphemeCount.js')) return whenCounted(code);
		if (!/carbon-components-svelte\/css\//.test(id)) return null;
		const texts = sources();
		// A name that is put together begins as it is written.
		const begun = texts.flatMap((text) =>
			[...text.matchAll(/bx--[\w-]*(?=\$\{)/g)].map(([start]) => new RegExp(`^${start}`))
		);
		const [{ css }] = await new PurgeCSS().purge({
			content: texts.map((raw) => ({ raw, extension: 'txt' })),
			css: [{ raw: code.replace(/@font-face\s*\{[^}]*\}/g, '').replace(otherThemes, '') }],
			defaultExtractor: (text) => text.match(/[\w-]+/g) ?? [],
			safelist: { standard: ['html', 'body', ...begun] },
			blocklist: [notShown],
			keyframes: true
		});
		return { code: css, map: null };
	}
};

/** Carbon's list of parts without those that no page names: all of them would be compiled to be thrown away. */
export const carbonParts: Plugin = {
	name: 'carbon-parts',
	apply: 'build',
	enforce: 'pre',
	transform(code, id) {
		if (id !== join(carbon, 'index.js')) return null;
		const named = new Set(namesIn(pages()));
		return {
			code: code.replace(EXPORT, (line, name: string) => (named.has(name) ? line : '')),
			map: null
		};
	}
};
