/**
 * How far the time that is said of a plan is from the time that it takes: ten plans of all kinds on the
 * built service, one after the other, said before each by its models' cards and by what was measured
 * of the plans before. `npm run build` first; `-- 1` for one render thread.
 */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { median } from 'simple-statistics';
import { Models, type PlanRack, type Take } from '../src/lib/core/schema';
import { sampleRack } from '../src/lib/core/testing';
import {
	atMeasuredPace,
	combinations,
	costOf,
	measuredPace,
	preparedLately
} from '../src/lib/core/plan';
import { RenderClient } from '../src/lib/render/client';

const threads = Number(process.argv[2] ?? 2);
const port = await new Promise<number>((done) => {
	const probe = createServer().listen(0, () => {
		const { port: free } = probe.address() as AddressInfo;
		probe.close(() => done(free));
	});
});
const server = spawn(process.execPath, [resolve('scripts/serve.mjs')], {
	env: {
		...process.env,
		PORT: String(port),
		HOST: '127.0.0.1',
		DIAL_PICK_THREADS: String(threads)
	},
	stdio: 'ignore'
});
const at = `http://127.0.0.1:${port}/api/render/v1`;
const client = new RenderClient(at);
for (let i = 0; i < 100; i++) {
	const ok = await fetch(`${at}/models`).then(
		(response) => response.ok,
		() => false
	);
	if (ok) break;
	await new Promise((next) => setTimeout(next, 200));
}
const cards = Models.parse(await (await fetch(`${at}/models`)).json()).models;
const id = (name: string) => cards.find((card) => card.name === name)!.id;
const square = (side: number) => ({ width: side, height: side });

/** Plans of all kinds: few takes and many, small and large, one wording and several, quick and slow. */
const plans: [what: string, rack: Partial<PlanRack>][] = [
	['one take', { model: [id('Turnstone 2')], frame: [square(768)], seed: [1] }],
	[
		'six seeds, 512',
		{ model: [id('Turnstone 2')], frame: [square(512)], seed: [1, 2, 3, 4, 5, 6] }
	],
	[
		'three models',
		{ model: cards.slice(0, 3).map((card) => card.id), frame: [square(512)], seed: [1, 2] }
	],
	[
		'guidance by steps',
		{ model: [id('Gannet')], guidance: [3, 6, 9], steps: [8, 16, 24], frame: [square(512)] }
	],
	[
		'four wordings',
		{
			model: [id('Turnstone 2')],
			wording: ['a crab on wet sand', 'a kite over dunes', 'an oyster boat', 'a jug of flowers'],
			frame: [square(512)],
			seed: [1, 2]
		}
	],
	[
		'1024, 28 steps',
		{ model: [id('Turnstone 2')], frame: [square(1024)], steps: [28], seed: [1, 2, 3, 4] }
	],
	[
		'two frames',
		{ model: [id('Curlew')], frame: [square(512), { width: 1152, height: 384 }], seed: [1, 2, 3] }
	],
	['photographs', { model: [id('Eider')], frame: [square(768)], steps: [12], seed: [1, 2, 3, 4] }],
	[
		'twenty of one',
		{
			model: [id('Turnstone 1')],
			frame: [square(512)],
			steps: [12],
			seed: Array.from({ length: 20 }, (_, i) => i)
		}
	],
	[
		'the same words again',
		{ model: [id('Turnstone 2')], frame: [square(512)], seed: [11, 12, 13, 14] }
	]
];

const made: Take[] = [];
const errors: { cards: number; measured: number }[] = [];
for (const [n, [what, change]] of plans.entries()) {
	const rack = sampleRack({
		wording: [`a lighthouse above a salt marsh, ${n === 9 ? 1 : n}`],
		steps: [20],
		guidance: [6],
		sampler: cards[0].samplers.slice(0, 1),
		schedule: cards[0].schedules.slice(0, 1),
		...change
	});
	const byCards = costOf(rack, cards, threads, undefined, preparedLately(made)).seconds;
	const learnt = atMeasuredPace(cards, measuredPace(made, cards, threads));
	const byMeasured = costOf(rack, learnt, threads, undefined, preparedLately(made)).seconds;
	const takes = [...combinations(rack)].map(({ settings }) => ({
		...settings,
		ref: randomUUID(),
		// As the application asks.
		output: { format: 'webp' as const, preview: true }
	}));
	const begun = performance.now();
	const ticket = await client.submit({ key: randomUUID(), takes });
	const refOf = new Map(ticket.takes.map(({ ref, take }) => [take, ref]));
	for await (const { event } of client.events(ticket.job, 0, new AbortController().signal))
		if (event.type === 'done') {
			const {
				ref,
				output: _,
				...settings
			} = takes.find((take) => take.ref === refOf.get(event.take))!;
			made.push({
				id: ref,
				settings,
				state: 'done',
				seconds: event.seconds,
				madeAt: performance.now()
			} as unknown as Take);
		}
	const took = (performance.now() - begun) / 1000;
	const off = (said: number) => Math.abs(said - took) / took;
	errors.push({ cards: off(byCards), measured: off(byMeasured) });
	console.log(
		`${what.padEnd(22)} ${String(takes.length).padStart(2)} takes  took ${took.toFixed(1).padStart(5)} s  by cards ${byCards.toFixed(1).padStart(5)} (${(100 * off(byCards)).toFixed(0)}%)  as measured ${byMeasured.toFixed(1).padStart(5)} (${(100 * off(byMeasured)).toFixed(0)}%)`
	);
}
console.log(
	`median error on ${threads} threads: by cards ${(100 * median(errors.map((one) => one.cards))).toFixed(0)}%, as measured ${(100 * median(errors.map((one) => one.measured))).toFixed(0)}%`
);
server.kill();
process.exit(0);
