import type { RenderEvent } from '$lib/core/contract';

/** How often a quiet stream says that it is still there, in milliseconds. */
const HEARTBEAT = 15_000;

/** Events as `text/event-stream` (HTML standard, server-sent events). */
export function eventStream(
	open: (signal: AbortSignal) => AsyncGenerator<{ id: number; event: RenderEvent }>
): Response {
	const encoder = new TextEncoder();
	const gone = new AbortController();
	let heartbeat: ReturnType<typeof setInterval>;
	const body = new ReadableStream<Uint8Array>({
		async start(controller) {
			const send = (text: string) => {
				if (!gone.signal.aborted) controller.enqueue(encoder.encode(text));
			};
			heartbeat = setInterval(() => send(': still here\n\n'), HEARTBEAT);
			try {
				for await (const { id, event } of open(gone.signal)) {
					const { type, ...data } = event;
					send(`id: ${id}\nevent: ${type}\ndata: ${JSON.stringify(data)}\n\n`);
				}
			} finally {
				clearInterval(heartbeat);
				if (!gone.signal.aborted) controller.close();
			}
		},
		cancel() {
			clearInterval(heartbeat);
			gone.abort();
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
