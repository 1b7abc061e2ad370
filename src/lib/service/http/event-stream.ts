import type { RenderEvent } from '$lib/core/contract';

/** How often a quiet stream says that it is still there, in milliseconds. */
const HEARTBEAT = 15_000;

/** Events as `text/event-stream` (HTML standard, server-sent events). */
export function eventStream(
	open: (signal: AbortSignal) => AsyncGenerator<{ id: number; event: RenderEvent }>
): Response {
	const encoder = new TextEncoder();
	const gone = new AbortController();
	const events = open(gone.signal);
	let heartbeat: ReturnType<typeof setInterval>;
	const body = new ReadableStream<Uint8Array>({
		start(controller) {
			const beat = encoder.encode(': still here\n\n');
			heartbeat = setInterval(() => {
				if (controller.desiredSize! > 0) controller.enqueue(beat);
			}, HEARTBEAT);
		},
		// An event is fetched when there is room for it: who reads slowly keeps nothing in memory.
		async pull(controller) {
			try {
				const next = await events.next();
				if (gone.signal.aborted) return;
				if (next.done) {
					clearInterval(heartbeat);
					return controller.close();
				}
				const { id, event } = next.value;
				const { type, ...data } = event;
				controller.enqueue(
					encoder.encode(`id: ${id}\nevent: ${type}\ndata: ${JSON.stringify(data)}\n\n`)
				);
			} catch (cause) {
				clearInterval(heartbeat);
				throw cause;
			}
		},
		cancel() {
			clearInterval(heartbeat);
			gone.abort();
			// It may stand at an event that nobody fetches any more.
			events.return(undefined).catch(() => undefined);
		}
	});
	return new Response(body, {
		headers: {
			'content-type': 'text/event-stream',
			'cache-control': 'no-store',
			'x-accel-buffering': 'no'
		}
	});
}
