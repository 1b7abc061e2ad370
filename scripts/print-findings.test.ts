import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { findingsOf, gather, scopesOf, takesOf } from '../src/lib/core/findings';
import { readArchive } from '../src/lib/core/formats';
import { cards as samples } from '../src/lib/core/testing';
import { findingsFor } from './print-findings';

const BRIEF = 'static/demo/marram-almanac.brief.zip';
const cards = [{ ...samples[0], id: 'turnstone-2', name: 'Turnstone 2' }];
const folder = mkdtempSync(join(tmpdir(), 'findings-'));
afterAll(() => rmSync(folder, { recursive: true }));

function written(name: string, content: unknown): string {
	const path = join(folder, name);
	writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
	return path;
}

/** The findings of the demo as the application works them out. */
async function ofTheDemo() {
	const { whole, measured } = await readArchive(new Blob([readFileSync(BRIEF)]));
	const [scope] = scopesOf(whole.plans, whole.takes);
	const evidence = gather({
		takes: takesOf(scope, whole.takes),
		marks: whole.marks,
		answers: whole.answers,
		remarks: new Map(whole.remarks.map((one) => [one.takeId, one])),
		measured: measured ?? new Map(),
		cards
	});
	return { evidence, found: findingsOf(evidence), whole };
}

describe('findings on the command line', () => {
	it('are those of the application, with the names of models and what measures say', async () => {
		const { evidence, found } = await ofTheDemo();
		const path = written('cards.json', { models: cards });
		expect(JSON.parse(await findingsFor([BRIEF, '--cards', path]))).toEqual(
			JSON.parse(JSON.stringify(found))
		);
		const text = await findingsFor([BRIEF, '--cards', path, '--text']);
		const says = found.said.flatMap(({ items }) => items.map((one) => one.says));
		expect(says.length).toBeGreaterThan(8);
		for (const one of says) expect(text).toContain(one);
		expect(text).toContain('Turnstone 2');
		expect(text).not.toContain('turnstone-2');
		// What is printed with --evidence can be read again, and says the same.
		const file = written(
			'evidence.json',
			await findingsFor([BRIEF, '--cards', path, '--evidence'])
		);
		expect(await findingsFor([file, '--text'])).toBe(text);
		expect(Object.keys(evidence.names.measures).length).toBeGreaterThan(0);
	});

	it('are of the takes and the judge that are asked for', async () => {
		const { whole } = await ofTheDemo();
		const scopes = (await findingsFor([BRIEF, '--scopes'])).split('\n').map((l) => l.split('\t'));
		const everything = scopes.find(([id]) => id === 'all')!;
		expect(everything[1]).toBe(`${whole.takes.length} takes`);
		const evidence = async (...args: string[]) =>
			JSON.parse(await findingsFor([BRIEF, '--evidence', ...args])) as {
				takes: unknown[];
				pairs: { judge: string }[];
			};
		const [run] = whole.plans;
		expect((await evidence('--from', run.id)).takes).toHaveLength(
			whole.takes.filter(({ planId }) => planId === run.id).length
		);
		const [mine, wrens, both] = [
			await evidence('--judge', 'me'),
			await evidence('--judge', 'Wren'),
			await evidence()
		];
		expect(new Set(mine.pairs.map(({ judge }) => judge))).toEqual(new Set(['']));
		expect(new Set(wrens.pairs.map(({ judge }) => judge))).toEqual(new Set(['Wren']));
		expect(mine.pairs.length + wrens.pairs.length).toBe(both.pairs.length);
	});

	it.each<[string, () => string[], RegExp]>([
		['no file', () => [], /^Give a file\.\n\nPrints what Findings says/],
		['neither JSON nor a brief', () => [written('a.txt', 'hello')], /is neither JSON nor a brief/],
		['JSON of something else', () => [written('b.json', { takes: 1 })], /is no evidence\. \w+/],
		['takes that the brief has not', () => [BRIEF, '--from', 'x'], /no takes under "x"\. --scopes/],
		[
			'cards that are none',
			() => [BRIEF, '--cards', written('c.json', [{ id: 3 }])],
			/holds no model cards\. Save what/
		],
		['cards that are no JSON', () => [BRIEF, '--cards', written('d.json', '<')], /is no JSON/]
	])('are refused in a sentence: %s', async (_, args, says) => {
		await expect(findingsFor(args())).rejects.toThrow(says);
	});

	it('have help that names every option', async () => {
		const help = await findingsFor(['--help']);
		for (const option of ['text', 'evidence', 'judge', 'from', 'scopes', 'cards', 'help'])
			expect(help).toContain(`--${option}`);
	});
});
