/**
 * What findings say, held against planted truths: `npm run bench -- --findings`. Worlds whose score is
 * known are marked and judged in pairs until the answer is settled, 200 of every rule; the table goes
 * into `docs/findings.md`. Speed alone: `-- --findings --speed`. What findings claim, in 200 worlds in which
 * it isn't so: `-- --findings --alarms`. Some rules alone: `--only=one,two-judges`, fewer worlds: `--worlds=50`.
 */
import { fork } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { findings, knownFrom, type DialFinding } from '../src/lib/core/findings';
import { fit, wantedFor, type Evidence, type PairsAsked } from '../src/lib/core/judge';
import { stream } from '../src/lib/core/random';
import {
	alarms,
	falsely,
	judgeWorld,
	rules,
	strangers,
	type AnyRule,
	type Trial
} from '../src/lib/core/testing';

const WORLDS = 200;
const PAGE = 'docs/findings.md';

/** What is counted of a trial: the fit itself does not go between processes. */
type Count = Omit<Trial, 'fit'> & { rule: string; leads: boolean; rough: boolean };

const all: readonly AnyRule[] = [...rules, ...strangers];

function count(rule: AnyRule, seed: number): Count {
	const { fit: fitted, ...rest } = judgeWorld(rule, seed);
	const dials = findings.find(({ id }) => id === 'dials')!;
	const leads = dials
		.compute(knownFrom(fitted.evidence, fitted))
		.some(({ data }) => (data as DialFinding).verdict === 'leads');
	return { ...rest, rule: rule.id, leads, rough: fitted.rough };
}

const percent = (count: number, of: number): string =>
	of ? `${((100 * count) / of).toFixed(count === of ? 0 : 1)}%` : '\u2013';

/**
 * Share of differences whose interval covers them, with its standard error over worlds: differences of
 * one world go together (ratio estimator; Cochran 1977, eq. 2.39, from memory).
 */
function coverage(all: Count[]): string {
	const total = (of: (one: Count) => number) => all.reduce((sum, one) => sum + of(one), 0);
	const [covered, differences] = [total((one) => one.covered), total((one) => one.differences)];
	const share = covered / differences;
	const squares = total((one) => (one.covered - share * one.differences) ** 2);
	const error = Math.sqrt((squares * all.length) / (all.length - 1)) / differences;
	return `${percent(covered, differences)} \u00b1 ${(100 * error).toFixed(1)}`;
}

function row(rule: AnyRule, all: Count[]): string {
	const settled = all.filter((one) => one.settled);
	const clear = settled.filter(({ lead }) => lead >= 1);
	const sum = (of: (one: Count) => number, among = all) =>
		among.reduce((total, one) => total + of(one), 0);
	const cells = [
		rule.says,
		`${settled.length} of ${all.length}`,
		settled.length ? (sum(({ pairs }) => pairs, settled) / settled.length).toFixed(0) : '\u2013',
		`${settled.filter(({ loses }) => loses < 0.5).length} of ${settled.length} (${percent(settled.filter(({ loses }) => loses < 0.5).length, settled.length)})`,
		clear.length ? `${clear.filter(({ right }) => right).length} of ${clear.length}` : '\u2013',
		coverage(all),
		percent(all.filter(({ leads }) => leads).length, all.length),
		percent(all.filter(({ rough }) => rough).length, all.length)
	];
	return `| ${cells.join(' | ')} |`;
}

/** Evidence of six dials, so many takes and pairs, judged by chance. */
function large(takes: number, pairs: number): Evidence {
	const draw = stream('large');
	const levels = [5, 5, 4, 3, 3, 2];
	const dials = levels.map((n, d): Evidence['dials'][number] => ({
		id: `dial ${d}`,
		label: `Dial ${d}`,
		kind: d < 2 ? 'number' : 'choice',
		itself: false,
		logarithmic: false,
		stops: Array.from({ length: n }, (_, at) => ({ key: `${at}`, label: `${at}`, at }))
	}));
	const evidence: Evidence = {
		format: 'dial-pick/evidence',
		version: 1,
		dials,
		takes: Array.from({ length: takes }, (_, i) => ({
			id: `t${i}`,
			stops: levels.map((n) => draw.below(n)),
			chance: `${i % 8}`,
			faults: [],
			measures: {}
		})),
		marks: [],
		pairs: [],
		names: { faults: {}, measures: {} }
	};
	for (let i = 0; i < takes; i++)
		evidence.marks.push({
			take: `t${i}`,
			mark: (['drop', 'maybe', 'keep'] as const)[draw.below(3)],
			judge: '',
			blind: true
		});
	for (let i = 0; i < pairs; i++) {
		const seed = draw.below(8);
		const one = () => `t${draw.below(Math.floor(takes / 8)) * 8 + seed}`;
		evidence.pairs.push({
			left: one(),
			right: one(),
			judge: '',
			answer: (['left', 'right', 'neither'] as const)[draw.below(3)]
		});
	}
	return evidence;
}

function speed(): void {
	const evidence = large(1000, 5000);
	const wanted = wantedFor(evidence);
	const clock = <T>(work: () => T): [T, number] => {
		const from = performance.now();
		const result = work();
		return [result, performance.now() - from];
	};
	fit(evidence, wanted);
	const [first, cold] = clock(() => fit(evidence, wanted));
	const times: number[] = [];
	let before = first;
	for (let i = 0; i < 9; i++) {
		const more = { ...evidence, pairs: [...before.evidence.pairs, evidence.pairs[i]] };
		const [next, time] = clock(() => fit(more, wanted, before));
		before = next;
		times.push(time);
	}
	const warm = times.sort((a, b) => a - b)[4];
	console.log(
		`\n1000 takes, 5000 pairs, six dials: fitted in ${cold.toFixed(0)} ms, after one more answer in ${warm.toFixed(0)} ms (${(warm / cold).toFixed(2)} of it); ${first.points.length} points of the scales, ${first.layout.problem.coefficients} coefficients`
	);
}

/**
 * The same in the application's own worker in Chromium, from question to answer: evidence goes over as
 * it does from the page. Asks for `npm run build` before.
 */
async function speedInBrowser(): Promise<void> {
	const folder = 'build/client/_app/immutable/workers';
	const file = readdirSync(folder).find((one) => /^findings\.worker-.*\.js$/.test(one));
	const { withBrowser } = (await import(resolve('scripts/browser.mjs'))) as {
		withBrowser: typeof import('../scripts/browser.mjs').withBrowser;
	};
	const evidence = large(1000, 5000);
	const asked: PairsAsked = { evidence, dial: null, before: [], skipped: [], ahead: [] };
	await withBrowser(async (page, address) => {
		await page.goto(address);
		const [cold, ...warm] = await page.evaluate(
			async ({ url, asked, more }) => {
				const worker = new Worker(url, { type: 'module' });
				const ask = (one: PairsAsked) =>
					new Promise<number>((done, fail) => {
						const from = performance.now();
						worker.onmessage = ({ data }: MessageEvent<{ value: { next?: unknown } }>) =>
							data.value.next
								? done(performance.now() - from)
								: fail(new Error(JSON.stringify(data)));
						// A call as comlink sends it.
						worker.postMessage({
							id: 'bench',
							type: 'APPLY',
							path: ['pairs'],
							argumentList: [{ type: 'RAW', value: one }]
						});
					});
				// The worker's code is read and warmed by little evidence of other takes.
				const takes = asked.evidence.takes.slice(0, 200);
				await ask({ ...asked, evidence: { ...asked.evidence, takes, marks: [], pairs: [] } });
				const times = [await ask(asked)];
				let pairs = asked.evidence.pairs;
				for (const one of more) {
					pairs = [...pairs, one];
					times.push(await ask({ ...asked, evidence: { ...asked.evidence, pairs } }));
				}
				return times;
			},
			{
				url: `/_app/immutable/workers/${file}`,
				asked,
				more: evidence.pairs.slice(0, 15)
			}
		);
		warm.sort((a, b) => a - b);
		console.log(
			`In a worker in Chromium, with the next pair chosen: ${cold.toFixed(0)} ms, after one more answer ${warm[7].toFixed(0)} ms (median of 15, ${warm[14].toFixed(0)} ms at most).`
		);
	});
}

export async function benchFindings(): Promise<void> {
	const half = process.argv.find((one) => one.startsWith('--half='))?.slice(7);
	const worlds = Number(
		process.argv.find((one) => one.startsWith('--worlds='))?.slice(9) ?? WORLDS
	);
	const only = process.argv
		.find((one) => one.startsWith('--only='))
		?.slice(7)
		.split(',');
	const chosenRules = all.filter(({ id }) => !only || only.includes(id.replaceAll(' ', '-')));
	if (half) {
		for (let seed = Number(half); seed < worlds; seed += 2)
			for (const rule of chosenRules) process.send!(count(rule, seed));
		return;
	}
	if (process.argv.includes('--alarms')) {
		console.log(`\n| falsely claimed: that | of ${worlds} |\n| --- | --- |`);
		for (const alarm of alarms) {
			const seeds = Array.from({ length: worlds }, (_, seed) => seed);
			console.log(`| ${alarm.says} | ${seeds.filter((seed) => falsely(alarm, seed)).length} |`);
		}
		return;
	}
	if (!only) speed();
	if (!only) await speedInBrowser();
	if (process.argv.includes('--speed')) return;
	const counts: Count[] = [];
	await Promise.all(
		['0', '1'].map(
			(which) =>
				new Promise<void>((resolve, reject) => {
					const child = fork(process.argv[1], [...process.argv.slice(2), `--half=${which}`]);
					child.on('message', (one) => counts.push(one as Count));
					child.on('exit', (code) => (code ? reject(new Error('A half failed.')) : resolve()));
				})
		)
	);
	const table = [
		'| the world | settled | pairs until then | the one named loses less than 0.5 | best leads by 1: named | 90% intervals cover | a dial is said to matter | rough |',
		'| --- | --- | --- | --- | --- | --- | --- | --- |',
		...chosenRules.map((rule) =>
			row(
				rule,
				counts.filter((one) => one.rule === rule.id)
			)
		)
	].join('\n');
	console.log(`\n${table}`);
	if (worlds < WORLDS || only) return;
	const page = readFileSync(PAGE, 'utf8');
	const [from, to] = ['<!-- planted -->', '<!-- /planted -->'];
	writeFileSync(
		PAGE,
		page.slice(0, page.indexOf(from) + from.length) +
			`\n\n${table}\n\n` +
			page.slice(page.indexOf(to))
	);
}
