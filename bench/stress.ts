/**
 * The render service under stress: `npm run stress` starts the built application on this machine and
 * is as rude to it as a network can be. Every call must end in a typed error or a completed take,
 * and another client's pictures must stay what they are. Ends by itself within some minutes.
 */
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import fc from 'fast-check';
import sharp from 'sharp';
import { JobTicket, Problem, type RenderEvent, type TakeRequest } from '../src/lib/core/schema';
import { serve } from './serve';

const folder = mkdtempSync(join(tmpdir(), 'dial-pick-stress-'));
const thread = join(folder, 'thread.mjs');
// The real render thread, but for prompts that ask it to die.
writeFileSync(
	thread,
	`import render from ${JSON.stringify(pathToFileURL(resolve('build/threads/render-thread.mjs')).href)};
export default (task) => {
	if (task.settings.prompt === 'die') process.exit(1);
	return render(task);
};`
);

const { server, base, client, memory, complaints } = await serve({ DIAL_PICK_THREAD_FILE: thread });
let died = false;
server.on('exit', () => (died = true));

const take = (change: Partial<TakeRequest> = {}): TakeRequest => ({
	ref: randomUUID(),
	model: 'dunlin',
	prompt: 'a crab on the beach',
	negative: '',
	width: 64,
	height: 64,
	guidance: 2,
	steps: 3,
	sampler: 'euler',
	schedule: 'karras',
	seed: 1,
	...change
});
const post = (path: string, body: BodyInit, type = 'application/json') =>
	fetch(`${base}${path}`, { method: 'POST', headers: { 'content-type': type }, body });

/** Runs a job to its end and gives how each take ended. */
async function finish(takes: TakeRequest[]): Promise<RenderEvent[]> {
	for (;;) {
		const response = await post('/jobs', JSON.stringify({ key: randomUUID(), takes }));
		if (response.status === 429) {
			await new Promise((r) => setTimeout(r, 300));
			continue;
		}
		if (response.status !== 202)
			throw new Error(`POST /jobs answered ${response.status}: ${await response.text()}`);
		const { job } = JobTicket.parse(await response.json());
		const ends: RenderEvent[] = [];
		for await (const { event } of client.events(job, 0, new AbortController().signal))
			if (event.type !== 'progress' && event.type !== 'end') ends.push(event);
		return ends;
	}
}
const imageOf = (event: RenderEvent | undefined) =>
	event?.type === 'done' ? event.image : `no picture: ${event?.type}`;

const rows: { what: string; calls: number; completed: number; refused: number; wrong: number }[] =
	[];
const wrongs: string[] = [];
/**
 * One part of the attack. Each call says how it ended: completed, refused, or what was wrong.
 */
async function phase(what: string, work: (say: (result: string) => void) => Promise<void>) {
	const row = { what, calls: 0, completed: 0, refused: 0, wrong: 0 };
	await work((result) => {
		row.calls++;
		if (result === 'completed') row.completed++;
		else if (result === 'refused') row.refused++;
		else {
			row.wrong++;
			wrongs.push(`${what}: ${result.slice(0, 300)}`);
		}
	});
	rows.push(row);
	console.log(
		`${row.wrong ? 'WRONG' : 'fine '}  ${what}: ${row.calls} calls, ${row.completed} completed, ${row.refused} refused, ${row.wrong} wrong`
	);
}
/** An answer that must be a ticket or a problem. */
async function judge(response: Response): Promise<string> {
	const text = await response.text();
	if (response.status === 202 || response.status === 201) return 'completed';
	if (response.status >= 500) return `${response.status} ${text}`;
	try {
		const problem = Problem.parse(JSON.parse(text));
		return problem.status === response.status && problem.detail.length > 10
			? 'refused'
			: `odd problem ${text}`;
	} catch {
		return `${response.status} without a problem: ${text}`;
	}
}

/** How many hostile bodies are made from good ones; a tenth as many damaged pictures. */
const HOSTILE = 18_200;

/** A small generator with a seed: a linear congruence (Numerical Recipes; from memory). */
function generator(state: number): () => number {
	return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
}

/** Does something with each of many, a few at once. */
async function eachOf<T>(all: readonly T[], atOnce: number, work: (one: T) => Promise<void>) {
	const left = all.values();
	await Promise.all(
		Array.from({ length: atOnce }, async () => {
			for (const one of left) await work(one);
		})
	);
}

const WILD = [
	...[
		'null',
		'true',
		'[]',
		'{}',
		'""',
		'-1',
		'0',
		'1e308',
		'-1e308',
		'1e999',
		'1e21',
		'0.1',
		'4294967296'
	],
	...[
		'"x"',
		'"\\u0000"',
		'"\\ud800"',
		'"../../etc/passwd"',
		'"__proto__"',
		'"\\u202e"',
		'[[[[[[[[[[]]]]]]]]]]'
	],
	...[`"${'y'.repeat(3000)}"`, '[null,null]', '{"__proto__":{"a":1}}', '{"constructor":1}']
];

/** A good body made bad in one place, or in a few: another value, a part doubled, left out or cut. */
function hostile(good: string, random: () => number): string {
	const at = (n: number) => Math.floor(random() * n);
	let body = good;
	for (let times = 1 + at(3); times > 0; times--) {
		const values = [...body.matchAll(/:("(?:[^"\\\\]|\\\\.)*"|[\d.e+-]+|true|false|null)/g)];
		const value = values[at(values.length)];
		if (!value) break;
		const [from, to] = [value.index + 1, value.index + value[0].length];
		const kind = at(6);
		if (kind < 4) body = body.slice(0, from) + WILD[at(WILD.length)] + body.slice(to);
		else if (kind === 4) body = body.slice(0, from) + body.slice(to);
		else body = body.slice(0, 1 + at(body.length));
	}
	return body;
}

try {
	// Another client, whose pictures must come out the same throughout.
	const witness = [1, 2, 3].map((seed) =>
		take({ seed, width: 128, height: 128, prompt: 'a heron in a marsh' })
	);
	const expected = new Map((await finish(witness)).map((e) => [imageOf(e), true]));
	const witnessed = async (say: (r: string) => void) => {
		const now = await finish(witness.map((t) => ({ ...t, ref: randomUUID() })));
		for (const event of now)
			say(expected.has(imageOf(event)) ? 'completed' : `another picture, ${imageOf(event)}`);
	};

	await phase('values out of range', async (say) => {
		const wild = [
			NaN,
			-1,
			0,
			1e308,
			-1e308,
			1.5,
			'7',
			null,
			[],
			{},
			true,
			2 ** 32,
			Number.MIN_VALUE
		];
		for (const field of [
			'width',
			'height',
			'guidance',
			'steps',
			'seed',
			'sampler',
			'model',
			'prompt',
			'ref',
			'batch',
			'start',
			'output'
		])
			for (const value of wild) {
				const body = JSON.stringify({
					key: randomUUID(),
					takes: [{ ...take(), [field]: value }]
				}).replace('1e+308', '1e999');
				say(await judge(await post('/jobs', body)));
			}
		for (const size of [1, 63, 64, 16_000, 65_536])
			say(
				await judge(
					await post(
						'/jobs',
						JSON.stringify({ key: randomUUID(), takes: [take({ width: size, height: size })] })
					)
				)
			);
		say(
			await judge(
				await post(
					'/jobs',
					JSON.stringify({
						key: randomUUID(),
						takes: [{ ...take(), surprise: 1, __proto__: { a: 1 } }]
					})
				)
			)
		);
	});

	await phase('bodies that are no jobs (fast-check)', async (say) => {
		const samples = fc.sample(
			fc.oneof(
				fc.json(),
				fc.string({ unit: 'binary' }),
				fc.jsonValue().map((v) => JSON.stringify({ key: randomUUID(), takes: v }))
			),
			{ numRuns: 300, seed: 11 }
		);
		for (const body of samples) say(await judge(await post('/jobs', body)));
		say(await judge(await post('/jobs', 'x'.repeat(9 * 1024 * 1024))));
		say(await judge(await post('/jobs', new Uint8Array([0xff, 0xfe, 0x00]), 'application/json')));
	});

	await phase('prompts of every kind (fast-check)', async (say) => {
		const planes = Array.from({ length: 17 }, (_, plane) =>
			String.fromCodePoint(plane * 0x10000 + 0x1234).repeat(40)
		);
		const prompts = [
			'',
			' ',
			'\u0000\u0007\u001b[2J\u200b\ufeff',
			'\ud800',
			'x'.repeat(20_000),
			...planes,
			...fc.sample(fc.string({ unit: 'binary', maxLength: 400 }), { numRuns: 40, seed: 3 }),
			'a "' + '\u{1f980}'.repeat(20) + '" sign',
			'Ignore all of this; "DROP TABLE takes"'
		];
		const ends = await finish(
			prompts.map((prompt, seed) => take({ prompt, negative: prompt, seed, steps: 1 }))
		);
		for (const event of ends)
			say(event.type === 'done' ? 'completed' : `${event.type} ${JSON.stringify(event)}`);
		say(
			await judge(
				await post(
					'/jobs',
					JSON.stringify({ key: randomUUID(), takes: [take({ prompt: 'y'.repeat(100_000) })] })
				)
			)
		);
	});

	await phase('hostile pictures', async (say) => {
		const noise = Buffer.from(Uint8Array.from({ length: 90 * 90 * 3 }, (_, i) => (i * 7919) & 255));
		const png = await sharp(noise, { raw: { width: 90, height: 90, channels: 3 } })
			.png()
			.toBuffer();
		const jpeg = await sharp(png).jpeg().toBuffer();
		const bomb = await sharp({
			create: { width: 16_000, height: 16_000, channels: 3, background: '#000' }
		})
			.png({ compressionLevel: 9 })
			.toBuffer();
		const bytes: [string, Uint8Array][] = [
			['empty', new Uint8Array()],
			[
				'svg',
				Buffer.from(
					'<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="file:///etc/passwd"/></svg>'
				)
			],
			['html', Buffer.from('<html><script>1</script>')],
			['gif', Buffer.from('GIF89a0000')],
			['bomb', bomb],
			['zeros', new Uint8Array(100_000)],
			['too many bytes', new Uint8Array(17 * 1024 * 1024)],
			['png as jpeg', Buffer.concat([jpeg.subarray(0, 10), png])],
			['signature alone', png.subarray(0, 8)]
		];
		for (let cut = 20; cut < png.length - 12; cut += Math.ceil(png.length / 30))
			bytes.push([`png cut at ${cut}`, png.subarray(0, cut)]);
		for (let i = 0; i < 40; i++) {
			const damaged = Buffer.from(png);
			damaged[(i * 997) % damaged.length] ^= 1 << (i % 8);
			bytes.push([`png with a bit turned, ${i}`, damaged]);
		}
		for (const [name, data] of bytes) {
			const result = await judge(
				await post('/images', data as Uint8Array<ArrayBuffer>, 'image/png')
			);
			say(result === 'completed' && !/turned/.test(name) ? `${name} was taken` : result);
		}
		say(await judge(await post('/images', png, 'image/png')));
		const { image } = (await (await post('/images', jpeg, 'image/jpeg')).json()) as {
			image: string;
		};
		for (const event of await finish(
			[0, 0.3, 1].map((strength) => take({ start: { image, strength } }))
		))
			say(event.type === 'done' ? 'completed' : JSON.stringify(event));
	});

	await phase('300 jobs at once, listeners that vanish, cancels at every stage', async (say) => {
		await Promise.all(
			Array.from({ length: 300 }, async (_, i) => {
				const takes = [take({ seed: i }), take({ seed: i + 1000, steps: 5 })];
				const response = await post('/jobs', JSON.stringify({ key: randomUUID(), takes }));
				if (response.status !== 202) return say(await judge(response));
				const { job } = JobTicket.parse(await response.json());
				const gone = new AbortController();
				const ends: string[] = [];
				let heard = 0;
				try {
					for await (const { event } of client.events(job, 0, gone.signal)) {
						heard++;
						if (i % 3 === 0 && heard > i % 7) gone.abort();
						if (i % 3 === 1 && heard === 1 + (i % 6)) await client.cancel(job);
						if (event.type === 'done' || event.type === 'cancelled' || event.type === 'failed')
							ends.push(event.type);
					}
				} catch (cause) {
					if (!gone.signal.aborted) return say(String(cause));
				}
				if (gone.signal.aborted) {
					// Whoever comes back misses nothing.
					for await (const { event } of client.events(job, 0, new AbortController().signal))
						if (event.type === 'done' || event.type === 'cancelled' || event.type === 'failed')
							ends.push(event.type);
				}
				say(
					ends.length >= 2 && !ends.includes('failed') ? 'completed' : `ended as ${ends.join(', ')}`
				);
			})
		);
		await witnessed(say);
	});

	await phase('threads that die in the middle of others\u2019 work', async (say) => {
		const others = Promise.all(Array.from({ length: 8 }, () => witnessed(say)));
		for (let i = 0; i < 6; i++) {
			const [event] = await finish([take({ prompt: 'die', seed: i })]);
			say(
				event?.type === 'failed' && event.message.length > 10
					? 'refused'
					: `a dying thread ended as ${JSON.stringify(event)}`
			);
		}
		await others;
	});

	await phase('bodies that froze it or filled its memory once', async (say) => {
		// Somebody else asks something small all the while: nothing may keep them waiting.
		let worst = 0;
		let over = false;
		const bystander = (async () => {
			while (!over) {
				const begun = performance.now();
				await client.limits();
				worst = Math.max(worst, performance.now() - begun);
				await new Promise((r) => setTimeout(r, 20));
			}
		})();
		const before = memory('VmRSS');
		const judged = async (path: string, body: BodyInit) => say(await judge(await post(path, body)));
		const key = () => `"key":"${randomUUID()}"`;
		await judged('/jobs', `{${key()},"takes":[${'{},'.repeat(500_000)}{}]}`);
		await judged('/jobs', `{${key()},"takes":[${Array(256).fill('{"a":[]}').join(',')}]}`);
		await judged('/jobs', `{${key()},"takes":${'['.repeat(200_000)}`);
		await judged('/jobs', JSON.stringify({ ['x'.repeat(7_000_000)]: 1 }));
		await judged(
			'/jobs',
			JSON.stringify({
				key: randomUUID(),
				takes: [{ ...take(), adapters: Array(50_000).fill({}) }]
			})
		);
		const long = ['a,', 'at ', 'a. ', ' ', 'heron, ', '"a" ', ' *a', 'a:1.2,', 'of a '];
		await Promise.all(
			long.map(async (piece) => {
				const line = `a${piece.repeat(20_000 / piece.length)}b`.slice(0, 20_000);
				const ask = { line, negative: line, form: 'either', maxWords: 2000, count: 8, seed: 1 };
				const fuller = await post('/fuller', JSON.stringify(ask));
				say(fuller.ok ? 'completed' : await judge(fuller));
				const reading = { model: 'dunlin', prompt: line, negative: line };
				const read = await post('/readings', JSON.stringify(reading));
				say(read.ok ? 'completed' : await judge(read));
			})
		);
		// Frames as long as anything: refused; the longest that is taken is given up within two seconds.
		await judged(
			'/jobs',
			JSON.stringify({
				key: randomUUID(),
				takes: [take({ model: 'turnstone-2', width: 65_536, height: 64 })]
			})
		);
		const slow = [1, 2, 3].map((seed) =>
			take({ model: 'turnstone-2', prompt: `p${seed}`, width: 5632, height: 704, steps: 60, seed })
		);
		const response = await post('/jobs', JSON.stringify({ key: randomUUID(), takes: slow }));
		const { job } = JobTicket.parse(await response.json());
		await new Promise((r) => setTimeout(r, 1500));
		await client.cancel(job);
		const given = performance.now();
		await witnessed(say);
		const waited = (performance.now() - given) / 1000;
		say(waited < 20 ? 'completed' : `a take waited ${waited.toFixed(0)} s for threads given up`);
		// Pictures that are small to send and large to hold, taught and started from.
		const flat = (shade: number) =>
			sharp({ create: { width: 2040, height: 2040, channels: 3, background: `rgb(${shade},9,9)` } })
				.png()
				.toBuffer();
		const ids: string[] = [];
		for (let shade = 0; shade < 44; shade++) {
			const sent = await post('/images', new Uint8Array(await flat(shade)), 'image/png');
			if (sent.status === 201) ids.push(((await sent.json()) as { image: string }).image);
			say(sent.status === 201 ? 'completed' : await judge(sent));
		}
		for (let at = 0; at + 8 <= ids.length; at += 4)
			await judged('/adapters', JSON.stringify({ name: 'x', images: ids.slice(at, at + 8) }));
		const starts = ids
			.slice(-20)
			.map((image, i) => take({ seed: i, start: { image, strength: 1 } }));
		const held = await post('/jobs', JSON.stringify({ key: randomUUID(), takes: starts }));
		say(await judge(held));
		// 256 takes of 60 steps, all told, and a stream that begins past their end.
		const many = Array.from({ length: 256 }, (_, i) =>
			take({ model: 'turnstone-2', seed: i, steps: 60 })
		);
		const ends = await finish(many);
		say(ends.every(({ type }) => type === 'done') ? 'completed' : 'not all were made');
		over = true;
		await bystander;
		const grown = memory('VmHWM') - before;
		console.log(
			`       somebody else waited ${worst.toFixed(0)} ms at most; memory grew by ${grown.toFixed(0)} MB at its peak`
		);
		say(worst < 2000 ? 'completed' : `somebody else waited ${worst.toFixed(0)} ms`);
		// The stated bound for pictures, two threads with their scenes, and what is in flight.
		say(grown < 1500 ? 'completed' : `memory grew by ${grown.toFixed(0)} MB`);
	});

	await phase('hostile bodies made from good ones', async (say) => {
		let worst = 0;
		let over = false;
		// Somebody else asks something small, and for a picture, all the while.
		const bystander = (async () => {
			while (!over) {
				const begun = performance.now();
				await client.limits();
				worst = Math.max(worst, performance.now() - begun);
				await new Promise((r) => setTimeout(r, 50));
			}
		})();
		const before = memory('VmRSS');
		const picture = new Uint8Array(
			await sharp({ create: { width: 64, height: 64, channels: 3, background: '#345' } })
				.png()
				.toBuffer()
		);
		const { image } = (await (await post('/images', picture, 'image/png')).json()) as {
			image: string;
		};
		const good: [path: string, body: () => object][] = [
			[
				'/jobs',
				() => ({ key: randomUUID(), takes: [take({ steps: 1, start: { image, strength: 0.5 } })] })
			],
			[
				'/jobs',
				() => ({ key: randomUUID(), takes: [take({ steps: 1 }), take({ steps: 1, seed: 2 })] })
			],
			['/adapters', () => ({ name: 'x', images: [image] })],
			['/readings', () => ({ model: 'dunlin', prompt: 'a heron', negative: 'blurry' })],
			[
				'/fuller',
				() => ({ line: 'a heron', negative: '', form: 'either', maxWords: 60, count: 2, seed: 1 })
			],
			['/descriptions', () => ({ image })]
		];
		const random = generator(20);
		const calls = Array.from({ length: HOSTILE }, (_, i) => good[i % good.length]);
		await eachOf(calls, 16, async ([path, body]) => {
			const response = await post(path, hostile(JSON.stringify(body()), random));
			if (response.ok) {
				const ticket = (await response.json()) as { job?: string };
				// What was taken on is called off: this is about bodies.
				if (ticket.job) await client.cancel(ticket.job).catch(() => undefined);
				return say('completed');
			}
			say(await judge(response));
		});
		await eachOf(Array.from({ length: HOSTILE / 10 }), 8, async () => {
			const bytes = picture.slice();
			for (let i = 0; i < 3; i++) bytes[Math.floor(random() * bytes.length)] ^= 1 + random() * 255;
			const cut = bytes.subarray(0, Math.floor(random() * 1.2 * bytes.length));
			say(await judge(await post('/images', new Uint8Array(cut), 'image/png')));
		});
		over = true;
		await bystander;
		const grown = memory('VmRSS') - before;
		console.log(
			`       somebody else waited ${worst.toFixed(0)} ms at most; memory grew by ${grown.toFixed(0)} MB`
		);
		say(worst < 2000 ? 'completed' : `somebody else waited ${worst.toFixed(0)} ms`);
		say(grown < 600 ? 'completed' : `memory grew by ${grown.toFixed(0)} MB`);
		await witnessed(say);
	});

	await phase('afterwards', async (say) => {
		await witnessed(say);
		if (died) say('the server has exited');
		if (/unhandled|uncaught/i.test(complaints())) say(complaints().slice(0, 500));
	});
	console.table(rows);
	console.log(
		`Peak resident memory of the server: ${memory('VmHWM').toFixed(0)} MB; now ${memory('VmRSS').toFixed(0)} MB.`
	);
	if (wrongs.length) console.error(wrongs.slice(0, 20).join('\n'));
	process.exitCode = wrongs.length ? 1 : 0;
} finally {
	server.kill();
	rmSync(folder, { recursive: true, force: true });
}
