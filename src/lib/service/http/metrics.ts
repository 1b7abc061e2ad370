import { Counter, Gauge, Registry } from 'prom-client';
import { redisTrouble } from '$lib/service/queue';
import { board } from './held';

const register = new Registry();
const registers = [register];
const waiting = new Gauge({
	name: 'dial_pick_queue_depth',
	help: 'Takes that wait, by model',
	labelNames: ['model'],
	registers
});
const ended = new Counter({
	name: 'dial_pick_takes_total',
	help: 'Takes that have come to an end, by model and state',
	labelNames: ['model', 'state'],
	registers
});
const seconds = new Counter({
	name: 'dial_pick_take_seconds_total',
	help: 'Seconds that finished takes took, by model; over dial_pick_takes_total it is seconds a take',
	labelNames: ['model'],
	registers
});
const busy = new Gauge({
	name: 'dial_pick_threads_busy',
	help: 'Threads that are at a take',
	registers
});
const threads = new Gauge({ name: 'dial_pick_threads', help: 'Threads there are', registers });
const workers = new Gauge({
	name: 'dial_pick_workers',
	help: 'Processes that make takes',
	registers
});

/**
 * What the service's board is at, as Prometheus reads it (its text-based exposition format). Whichever
 * process is asked, the figures are those of the whole service.
 */
export async function metrics(): Promise<Response> {
	const figures = await Promise.resolve(board().figures()).catch(
		(cause: unknown) => redisTrouble(cause) ?? Promise.reject(cause as Error)
	);
	if (typeof figures === 'string') return new Response(`${figures}\n`, { status: 503 });
	for (const metric of [waiting, ended, seconds]) metric.reset();
	for (const [model, count] of Object.entries(figures.waiting)) waiting.set({ model }, count);
	for (const { model, state, count } of figures.ended) ended.inc({ model, state }, count);
	for (const [model, sum] of Object.entries(figures.seconds)) seconds.inc({ model }, sum);
	busy.set(figures.busy);
	threads.set(figures.threads);
	workers.set(figures.workers);
	return new Response(await register.metrics(), {
		headers: { 'content-type': register.contentType }
	});
}
