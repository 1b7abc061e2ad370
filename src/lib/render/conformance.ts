import { pngOf } from '$lib/core/picture';
import { cents, takeCredits } from '$lib/core/plan';
import {
	AdapterTicket,
	Description,
	FullerVersions,
	ImageTicket,
	JobStatus,
	JobTicket,
	Limits,
	Models,
	Problem,
	Reading,
	RenderEvent,
	type ModelCard,
	type TakeRequest
} from '$lib/core/schema';
import { bearing, RenderClient } from './client';
import { mistakeOf } from './reading';

/** What one check of the contract found. */
export interface Finding {
	/** The promise that was checked, as a sentence. */
	promise: string;
	result: 'kept' | 'broken' | 'not offered';
	/** What was seen instead, when it is broken. */
	seen?: string;
}

/** Something that a server did that the contract does not allow. */
class Broken extends Error {}

function hold(condition: boolean, seen: string): asserts condition {
	if (!condition) throw new Broken(seen);
}

/** A check that does not apply to this server. */
class NotOffered extends Error {}

/** A small take of a model, as it costs little. */
function smallTake(of: ModelCard, change: Partial<TakeRequest> = {}): TakeRequest {
	const { id, sizeMultiple, guidance, steps, samplers, schedules } = of;
	const side = Math.ceil(128 / sizeMultiple) * sizeMultiple;
	return {
		ref: crypto.randomUUID(),
		model: id,
		prompt: 'a lamp on the quay at dusk',
		negative: '',
		width: side,
		height: side,
		guidance: guidance.from,
		steps: Math.max(steps.min, Math.min(steps.max, 4)),
		sampler: samplers[0],
		schedule: schedules[0],
		seed: 7,
		...change
	};
}

/** What one of the checks is tried on: the cheapest model. */
const cheapest = (cards: readonly ModelCard[]): ModelCard =>
	cards.reduce((a, b) =>
		b.price.creditsPerTake + b.pace.secondsPerMegapixelStep <
		a.price.creditsPerTake + a.pace.secondsPerMegapixelStep
			? b
			: a
	);

/** Takes that are made whatever a service offers, those for each thing that it may offer, and those that are cancelled. */
const TAKES = { always: 13, offered: { start: 4, variation: 7, batch: 3 }, cancelled: 6 };

/**
 * What a check comes to at most: its takes, their credits by the cards, and the model that makes nearly all.
 * What is called back may be made by then.
 *
 * @param cards of the service, at least one
 */
export function priceOfCheck(cards: readonly ModelCard[]): {
	takes: number;
	credits: number;
	model: string;
} {
	const card = cheapest(cards);
	const offered = Object.entries(TAKES.offered).flatMap(([feature, takes]) =>
		card.features.includes(feature) ? takes : []
	);
	const usual = offered.reduce((sum, takes) => sum + takes, TAKES.always);
	const others = ['teach', 'unprompted'].flatMap(
		(feature) => cards.find(({ features }) => features.includes(feature)) ?? []
	);
	const each = (of: ModelCard, change = {}) => takeCredits(of, smallTake(of, change));
	return {
		takes: usual + TAKES.cancelled + others.length,
		credits: cents(
			usual * each(card) +
				TAKES.cancelled * each(card, { steps: card.steps.max }) +
				others.reduce((sum, one) => sum + each(one), 0)
		),
		model: card.id
	};
}

/**
 * Checks a render service against the contract by using it: about thirty small takes.
 * @param base address of the service, such as `http://127.0.0.1:4173/api/render/v1`
 * @param onFinding told every finding as it is made
 * @param token what says who calls, where the service asks for it
 * @param onCredits told what it has come to so far: what takes cost, and the price of those that are being made
 */
export async function checkConformance(
	base: string,
	onFinding: (finding: Finding) => void = () => undefined,
	token?: string,
	onCredits: (credits: number) => void = () => undefined
): Promise<Finding[]> {
	const at = base.replace(/\/+$/, '');
	/** What each take costs: its price until its end is told. */
	const costs = new Map<string, number>();
	const cost = (take: string, credits: number) => {
		costs.set(take, credits);
		onCredits(cents([...costs.values()].reduce((sum, one) => sum + one, 0)));
	};
	const call = (url: string, init: RequestInit = {}) =>
		fetch(url, { ...init, headers: { ...init.headers, ...bearing(token) } });
	const hear = async (job: string, after?: number) => {
		const heard = await listen(new RenderClient(at, {}, token), job, after);
		for (const { event } of heard)
			if (event.type === 'done') cost(event.take, event.credits);
			else if (event.type === 'failed' || event.type === 'cancelled') cost(event.take, 0);
		return heard;
	};
	const findings: Finding[] = [];
	const check = async (promise: string, work: () => Promise<void>) => {
		let finding: Finding;
		try {
			await work();
			finding = { promise, result: 'kept' };
		} catch (cause) {
			finding =
				cause instanceof NotOffered
					? { promise, result: 'not offered' }
					: {
							promise,
							result: 'broken',
							seen: mistakeOf(cause)
						};
		}
		findings.push(finding);
		onFinding(finding);
	};

	// What the checks share: the cheapest model, and a take of it.
	let card: ModelCard | undefined;
	let cards: ModelCard[] = [];
	const model = () => {
		hold(!!card, 'There is no model to try it on.');
		return card;
	};
	const offers = (feature: string) => {
		if (!model().features.includes(feature)) throw new NotOffered();
	};
	const take = (change: Partial<TakeRequest> = {}, of = model()) => smallTake(of, change);
	const post = (path: string, body: unknown, headers: Record<string, string> = {}) =>
		call(`${at}${path}`, {
			method: 'POST',
			headers: { 'content-type': 'application/json', ...headers },
			body: typeof body === 'string' ? body : JSON.stringify(body)
		});
	const send = async (takes: TakeRequest[], key: string = crypto.randomUUID()) => {
		const response = await post('/jobs', { key, takes });
		const text = await response.text();
		hold(response.status === 202, `POST /jobs answered ${response.status}: ${text}`);
		const ticket = JobTicket.parse(JSON.parse(text));
		for (const { take: id, ref } of ticket.takes) {
			const asked = takes.find((one) => one.ref === ref);
			const of = cards.find((one) => one.id === asked?.model);
			if (asked && of && !costs.has(id)) cost(id, takeCredits(of, asked));
		}
		return ticket;
	};
	const run = async (...takes: TakeRequest[]) => {
		const ticket = await send(takes);
		const events = await hear(ticket.job);
		return {
			ticket,
			events,
			done: events.flatMap(({ event }) => (event.type === 'done' ? [event] : []))
		};
	};
	const refuses = async (response: Response, ...statuses: number[]) => {
		const text = await response.text();
		hold(
			statuses.includes(response.status),
			`answered ${response.status} and not ${statuses.join(' or ')}`
		);
		const type = response.headers.get('content-type') ?? '';
		hold(type.includes('application/problem+json'), `the error came as ${type || 'nothing'}`);
		const problem = Problem.parse(JSON.parse(text));
		hold(problem.status === response.status, 'its status field says otherwise');
		return problem;
	};
	const refusesTake = (change: Record<string, unknown>, ...statuses: number[]) =>
		post('/jobs', { key: crypto.randomUUID(), takes: [{ ...take(), ...change }] }).then((r) =>
			refuses(r, ...statuses)
		);

	await check('GET /models lists models whose cards are as the schema says', async () => {
		const { models } = Models.parse(await (await call(`${at}/models`)).json());
		hold(models.length > 0, 'no model at all');
		cards = models;
		hold(new Set(models.map(({ id }) => id)).size === models.length, 'two models have the same id');
		card = cheapest(models);
		for (const each of models) {
			for (const range of [each.guidance, each.steps])
				hold(
					range.min <= range.from && range.from <= range.to && range.to <= range.max,
					`${each.id}: a good range lies outside its limits`
				);
			for (const { width, height } of each.nativeSizes)
				hold(
					width % each.sizeMultiple === 0 &&
						height % each.sizeMultiple === 0 &&
						width * height <= each.maxPixels,
					`${each.id} was made for ${width}x${height}, which it does not take`
				);
		}
	});
	let limits: Limits | undefined;
	await check('GET /limits says what is taken on', async () => {
		limits = Limits.parse(await (await call(`${at}/limits`)).json());
	});
	await check('POST /jobs answers 202 with one take for every ref', async () => {
		const takes = [take(), take({ seed: 8 })];
		const ticket = await send(takes);
		hold(
			takes.every(({ ref }) => ticket.takes.filter((t) => t.ref === ref).length === 1),
			'a ref is missing or there twice'
		);
		await hear(ticket.job);
	});
	await check('the same key again gives the same job', async () => {
		const takes = [take()];
		const key = crypto.randomUUID();
		const [a, b] = [await send(takes, key), await send(takes, key)];
		hold(a.job === b.job && a.takes[0].take === b.takes[0].take, 'another job was begun');
		await hear(a.job);
	});
	await check(
		'events are as the schema says, with rising ids, one end to every take, and end last',
		async () => {
			const { ticket, events } = await run(take(), take({ seed: 2 }), take({ seed: 3 }));
			const ids = events.map(({ id }) => id);
			hold(
				ids.every((id, i) => Number.isFinite(id) && (i === 0 || id > ids[i - 1])),
				`ids ${ids.slice(0, 12).join(', ')}`
			);
			for (const { take: id } of ticket.takes) {
				const ends = events.filter(
					({ event }) =>
						(event.type === 'done' || event.type === 'failed' || event.type === 'cancelled') &&
						event.take === id
				);
				hold(ends.length === 1, `a take ended ${ends.length} times`);
			}
			for (const { event } of events)
				if (event.type === 'progress') hold(event.step <= event.steps, 'a step beyond the last');
			hold(events.at(-1)?.event.type === 'end', 'the last event is not end');
		}
	);
	await check(
		'a client that reconnects with Last-Event-ID misses no event and gets none twice',
		async () => {
			const { ticket, events } = await run(take());
			const middle = Math.floor(events.length / 2);
			const rest = await hear(ticket.job, events[middle - 1]?.id);
			const ids = (list: Heard[]) => list.map(({ id }) => id).join(' ');
			hold(
				ids(rest) === ids(events.slice(middle)),
				`after ${events[middle - 1]?.id} came ${ids(rest)}`
			);
		}
	);
	await check(
		'the picture comes with its type, and its ETag and its image are the SHA-256 of its bytes',
		async () => {
			const asked = take({ output: { format: 'png', preview: false } });
			const { ticket, done } = await run(asked);
			hold(done.length === 1, 'the take was not done');
			const response = await call(`${at}/takes/${ticket.takes[0].take}/image`);
			const bytes = new Uint8Array(await response.arrayBuffer());
			const hash = hex(await crypto.subtle.digest('SHA-256', bytes));
			hold(response.headers.get('content-type') === 'image/png', 'it is not image/png');
			hold(done[0].image === hash, 'image is not the hash of the bytes');
			hold(
				(response.headers.get('etag') ?? '').includes(hash),
				'ETag is not the hash of the bytes'
			);
			const size = new DataView(bytes.buffer).getUint32(16);
			hold(size === asked.width && done[0].width === asked.width, `it is ${size} pixels wide`);
		}
	);
	await check(
		'the same request gives the same picture, whatever else runs and whatever its ref',
		async () => {
			const [alone, among] = [
				await run(take()),
				await run(take({ seed: 1 }), take(), take({ seed: 2 }))
			];
			const id = among.ticket.takes[1].take;
			const same = among.done.find((event) => event.take === id);
			hold(!!same && alone.done[0]?.image === same.image, 'the bytes differ');
			const seeds = new Set(among.done.map(({ image }) => image));
			hold(seeds.size === 3, 'other seeds gave the same picture');
		}
	);
	await check('GET /jobs/{job} gives the state of every take', async () => {
		const { ticket } = await run(take());
		const status = JobStatus.parse(await (await call(`${at}/jobs/${ticket.job}`)).json());
		hold(
			status.takes[0].state === 'done' && status.takes[0].step === status.takes[0].steps,
			'not done'
		);
	});
	await check(
		'DELETE cancels what is not finished, one take or all, and the job ends',
		async () => {
			const steps = model().steps.max;
			const takes = Array.from({ length: 6 }, (_, seed) => take({ seed, steps }));
			const ticket = await send(takes);
			const one = await call(`${at}/jobs/${ticket.job}/takes/${ticket.takes[5].take}`, {
				method: 'DELETE'
			});
			hold(one.status === 204, `DELETE of a take answered ${one.status}`);
			const all = await call(`${at}/jobs/${ticket.job}`, { method: 'DELETE' });
			hold(all.status === 204, `DELETE of the job answered ${all.status}`);
			const events = await hear(ticket.job);
			hold(
				events.some(
					({ event }) => event.type === 'cancelled' && event.take === ticket.takes[5].take
				),
				'the take was not cancelled'
			);
		}
	);
	await check('what is not JSON is answered with 400', async () => {
		await refuses(await post('/jobs', '{"key":'), 400);
	});
	await check(
		'what is not as the schema says is answered with 422 and the path of each mistake',
		async () => {
			for (const change of [
				{ seed: -1 },
				{ steps: 'many' },
				{ width: 1.5 },
				{ guidance: null },
				{ surprise: 1 }
			]) {
				const problem = await refusesTake(change, 422);
				hold(!!problem.errors?.length, 'errors are missing');
			}
			await refuses(await post('/jobs', { key: crypto.randomUUID(), takes: [] }), 422);
		}
	);
	await check('an unknown model, sampler, schedule or image is answered with 422', async () => {
		await refusesTake({ model: 'no-such-model' }, 422);
		await refusesTake({ sampler: 'no-such-sampler' }, 422);
		await refusesTake({ schedule: 'no-such-schedule' }, 422);
		await refusesTake({ start: { image: 'no-such-image', strength: 0.5 } }, 422);
	});
	await check(
		'a frame beyond the limits is answered with 413, one off the multiple with 422',
		async () => {
			const { sizeMultiple } = model();
			await refusesTake({ width: sizeMultiple * 250, height: sizeMultiple * 250 }, 413);
			if (sizeMultiple > 1) await refusesTake({ width: take().width + 1 }, 422);
		}
	);
	await check('an unknown job or take is answered with 404', async () => {
		const none = '00000000-0000-4000-8000-000000000000';
		await refuses(await call(`${at}/jobs/${none}`), 404);
		await refuses(await call(`${at}/jobs/${none}/events`), 404);
		await refuses(await call(`${at}/takes/${none}/image`), 404);
		await refuses(await call(`${at}/jobs/${none}`, { method: 'DELETE' }), 404);
	});
	const upload = (bytes: Uint8Array) =>
		call(`${at}/images`, {
			method: 'POST',
			headers: { 'content-type': 'application/octet-stream' },
			body: bytes as Uint8Array<ArrayBuffer>
		});
	const sendImage = async (shade: number) => {
		const response = await upload(tinyPng(take().width, take().height, shade));
		hold(response.ok, `POST /images answered ${response.status}`);
		return ImageTicket.parse(await response.json());
	};
	await check('POST /images gives an id, and the same bytes the same id', async () => {
		const [a, b, c] = [await sendImage(1), await sendImage(1), await sendImage(2)];
		hold(a.image === b.image && a.image !== c.image, `${a.image}, ${b.image}, ${c.image}`);
	});
	await check('what is no picture is answered with 422, too many bytes with 413', async () => {
		const whole = tinyPng(64, 64, 3);
		await refuses(
			await upload(new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>')),
			422
		);
		await refuses(await upload(whole.slice(0, Math.floor(whole.length / 2))), 422);
		if (limits) await refuses(await upload(new Uint8Array(limits.maxImageBytes + 1)), 413);
	});
	await check('a start picture at strength 1 is ignored, at 0 it comes back', async () => {
		offers('start');
		const { image } = await sendImage(4);
		const [plain, ignored, back, again] = (
			await Promise.all([
				run(take()),
				run(take({ start: { image, strength: 1 } })),
				run(take({ start: { image, strength: 0 } })),
				run(take({ start: { image, strength: 0 }, seed: 99, guidance: model().guidance.to }))
			])
		).map(({ done }) => done[0]?.image);
		hold(!!plain && plain === ignored, 'at 1 it changed the picture');
		hold(!!back && back === again && back !== plain, 'at 0 the picture depends on the seed');
	});
	await check('a variation of 0 is the same picture, of 1 the other seed\u2019s', async () => {
		offers('variation');
		const [plain, none, other, whole] = (
			await Promise.all([
				run(take()),
				run(take({ variation: { seed: 5, amount: 0 } })),
				run(take({ seed: 5 })),
				run(take({ variation: { seed: 5, amount: 1 } }))
			])
		).map(({ done }) => done[0]?.image);
		hold(!!plain && plain === none, 'an amount of 0 changed the picture');
		hold(!!other && other === whole, 'an amount of 1 is not the other seed');
	});
	await check('a varied picture is varied again from where it stands', async () => {
		offers('variation');
		const turn = { seed: 5, amount: 0.3 };
		const [varied, still, further] = (
			await Promise.all([
				run(take({ variation: turn })),
				run(take({ turned: [turn], variation: { seed: 6, amount: 0 } })),
				run(take({ turned: [turn], variation: { seed: 6, amount: 0.5 } }))
			])
		).map(({ done }) => done[0]?.image);
		hold(!!varied && varied === still, 'after a turn an amount of 0 changed the picture');
		hold(!!further && further !== varied, 'after a turn the variation changed nothing');
	});
	await check('siblings of a batch differ, and are the same again', async () => {
		offers('batch');
		const sibling = (index: number) => run(take({ batch: { seed: 3, index } }));
		const [a, b, again] = (await Promise.all([sibling(0), sibling(1), sibling(0)])).map(
			({ done }) => done[0]?.image
		);
		hold(!!a && a === again && a !== b, 'they do not');
	});
	await check('a mask without a start picture is answered with 422', async () => {
		const { image } = await sendImage(5);
		await refusesTake({ mask: { image } }, 422);
	});
	await check(
		'an adapter can be taught from pictures, and unknown ones are answered with 422',
		async () => {
			await refusesTake({ adapters: [{ id: 'no-such-adapter', weight: 1 }] }, 422);
			const pupil = cards.find(({ features }) => features.includes('teach'));
			if (!pupil) throw new NotOffered();
			const images = [(await sendImage(6)).image, (await sendImage(7)).image];
			const response = await post('/adapters', { name: 'Two greys', images });
			hold(response.ok, `POST /adapters answered ${response.status}`);
			const { adapter } = AdapterTicket.parse(await response.json());
			const { done } = await run(take({ adapters: [{ id: adapter, weight: 0.5 }] }, pupil));
			hold(done.length === 1, 'a take with it was not done');
		}
	);
	/** The answer of a call that a server may leave out. */
	const helper = async (path: string, body: unknown): Promise<unknown> => {
		const response = await post(path, body);
		if (response.status === 404) throw new NotOffered();
		hold(response.ok, `POST ${path} answered ${response.status}`);
		return response.json();
	};
	await check('POST /readings names words of the prompt alone', async () => {
		const prompt = 'a lamp xqzvortle at dusk';
		const { unread } = Reading.parse(await helper('/readings', { model: model().id, prompt }));
		hold(
			unread.every((word) => prompt.includes(word)),
			`it names ${unread.join(', ')}`
		);
		await refuses(await post('/readings', { model: 'no-such-model', prompt }), 422);
	});
	await check(
		'POST /fuller gives as many versions as asked for or fewer, within the word limit, the same again',
		async () => {
			const request = {
				line: 'a lamp on the quay',
				negative: 'people',
				form: 'either',
				maxWords: 40,
				count: 4,
				seed: 7
			};
			const { versions } = FullerVersions.parse(await helper('/fuller', request));
			hold(versions.length <= 4, `it gave ${versions.length}`);
			for (const { text } of versions) {
				hold(/lamp/i.test(text) && /quay/i.test(text), `“${text}” leaves out what was asked for`);
				hold(text.split(/\s+/).length <= 44, `“${text}” is too long`);
			}
			const again = FullerVersions.parse(await helper('/fuller', request));
			hold(JSON.stringify(again.versions) === JSON.stringify(versions), 'it changed');
			await refuses(await post('/fuller', { ...request, count: 99 }), 422);
		}
	);
	await check('POST /descriptions says what a picture shows, and how sure it is', async () => {
		const { image } = await sendImage(8);
		Description.parse(await helper('/descriptions', { image }));
		await refuses(await post('/descriptions', { image: 'none' }), 422);
	});
	await check(
		'an empty prompt is made by models that are unprompted, and refused by others',
		async () => {
			const [free, bound] = [true, false].map((may) =>
				cards.find(({ features }) => features.includes('unprompted') === may)
			);
			if (free) {
				const { done } = await run(take({ prompt: '' }, free));
				hold(done.length === 1, `${free.id} did not make it`);
			}
			if (bound)
				await refuses(
					await post('/jobs', { key: crypto.randomUUID(), takes: [take({ prompt: ' ' }, bound)] }),
					422
				);
		}
	);
	await check('a call that carries another Origin is refused', async () => {
		// A browser does not let a page say that it is another.
		if ('document' in globalThis) throw new NotOffered();
		await refuses(
			await call(`${at}/models`, { headers: { origin: 'https://elsewhere.example' } }),
			403
		);
	});
	return findings;
}

interface Heard {
	id: number;
	event: RenderEvent;
}

/** All events of a job until its end. */
async function listen(client: RenderClient, job: string, after = 0): Promise<Heard[]> {
	const heard: Heard[] = [];
	const events = client.events(job, after, new AbortController().signal);
	for await (const event of events) heard.push(event);
	return heard;
}

const hex = (buffer: ArrayBuffer): string =>
	[...new Uint8Array(buffer)].map((b) => b.toString(16).padStart(2, '0')).join('');

/** A small picture in one shade with a slope across, as PNG (W3C, third edition). */
function tinyPng(width: number, height: number, shade: number): Uint8Array {
	const pixels = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
		const [p, c] = [Math.floor(i / 3), i % 3];
		return (shade * 29 + ((p % width) * 90) / width + c * 20) & 255;
	});
	return pngOf(pixels, { width, height });
}
