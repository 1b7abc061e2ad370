import { existsSync, readFileSync, writeFileSync } from 'node:fs';

const PAGE = 'docs/models.md';
const marks = (name: string) => [`<!-- ${name} -->`, `<!-- /${name} -->`] as const;

/** The parts of the page that stand between marks of their own, as they are now. */
export function sections(): string {
	if (!existsSync(PAGE)) return '';
	const page = readFileSync(PAGE, 'utf8');
	return [...page.matchAll(/<!-- (\w+) -->[\s\S]*?<!-- \/\1 -->/g)]
		.map(([whole]) => `\n${whole}\n`)
		.join('');
}

/** Puts a part of the page in the place of what it said before, or at the end. */
export function putSection(name: string, says: string): void {
	const page = readFileSync(PAGE, 'utf8');
	const [from, to] = marks(name);
	const whole = `${from}\n\n${says.trim()}\n\n${to}`;
	const at = page.indexOf(from);
	writeFileSync(
		PAGE,
		at < 0
			? `${page.trimEnd()}\n\n${whole}\n`
			: page.slice(0, at) + whole + page.slice(page.indexOf(to) + to.length)
	);
}
