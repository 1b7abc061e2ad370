/**
 * Narrowing down, held against what the program offers without it: `npm run bench -- --narrowing`. Worlds
 * whose scores are known are searched in every way with the same pairs; the table goes into
 * `docs/narrowing.md`. Some kinds alone: `--only=smooth,large`, other worlds: `--worlds=10`.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import {
	narrowed,
	worldKinds,
	type Found,
	type Policy,
	type WorldKind
} from '../src/lib/core/testing';

const PAGE = 'docs/narrowing.md';
const WORLDS = 30;
const PAIRS = 60;
const CREDITS = 60;

/** The ways, each with its credits: a balanced fraction gets twice as many, rounds a quarter more. */
const ways: readonly { policy: Policy; credits: number; says: string }[] = [
	{ policy: 'narrow', credits: CREDITS, says: 'narrowing down' },
	{ policy: 'fraction', credits: 2 * CREDITS, says: 'a balanced fraction, twice the credits' },
	{ policy: 'rounds', credits: CREDITS / 0.8, says: 'rounds, a quarter more' },
	{ policy: 'random', credits: CREDITS, says: 'random takes' }
];

const argument = (name: string): string | undefined =>
	process.argv.find((one) => one.startsWith(`--${name}=`))?.slice(name.length + 3);

const mean = (values: readonly number[]): number =>
	values.reduce((a, b) => a + b, 0) / values.length;

/** Mean loss with its standard error, how many lose less than 0.5, and what was used. */
function cell(found: readonly Found[]): string {
	const losses = found.map(({ loss }) => loss);
	const average = mean(losses);
	const error = Math.sqrt(mean(losses.map((one) => (one - average) ** 2)) / (losses.length - 1));
	const good = losses.filter((one) => one < 0.5).length;
	const used = `${mean(found.map(({ credits }) => credits)).toFixed(0)} credits, ${mean(found.map(({ takes }) => takes)).toFixed(0)} takes`;
	return `${average.toFixed(2)} \u00b1 ${error.toFixed(2)}, ${good} of ${losses.length} (${used})`;
}

export function benchNarrowing(): void {
	const worlds = Number(argument('worlds') ?? WORLDS);
	const only = argument('only')?.split(',');
	const kinds: readonly WorldKind[] = worldKinds.filter(
		({ id }) => !only || only.includes(id.replaceAll(' ', '-'))
	);
	const all = ways.map((): Found[] => []);
	const lines = [
		`| the world | settings | ${ways.map(({ says }) => says).join(' | ')} |`,
		`| --- | --- | ${ways.map(() => '---').join(' | ')} |`
	];
	const row = (says: string, settings: string, found: readonly Found[][]) => {
		const line = `| ${says} | ${settings} | ${found.map(cell).join(' | ')} |`;
		lines.push(line);
		console.log(line);
	};
	for (const kind of kinds) {
		const found = ways.map(({ policy, credits }) =>
			Array.from({ length: worlds }, (_, seed) =>
				narrowed(kind, seed, policy, { credits, pairs: PAIRS })
			)
		);
		found.forEach((some, i) => all[i].push(...some));
		row(kind.says, `${kind.stops.reduce((product, n) => product * n, 1)}`, found);
	}
	row('all', '', all);
	if (only || worlds < WORLDS) return;
	const page = readFileSync(PAGE, 'utf8');
	const [from, to] = ['<!-- worlds -->', '<!-- /worlds -->'];
	writeFileSync(
		PAGE,
		page.slice(0, page.indexOf(from) + from.length) +
			`\n\n${lines.join('\n')}\n\n` +
			page.slice(page.indexOf(to))
	);
}
