import { wrap, type Remote } from 'comlink';
import { FileProblem } from '$lib/core/problem';

/**
 * One worker, opened at first use, and calls to it. What it throws comes back as what it was; one that
 * dies, cannot be loaded or says nothing any more ends all calls that wait, and is opened anew at the
 * next.
 *
 * @param patience milliseconds without any answer after which it counts as dead
 */
export function desk<Api>(open: () => Worker, patience = Infinity) {
	let remote: Remote<Api> | undefined;
	let end: (says: string) => void = () => undefined;
	let silence: ReturnType<typeof setTimeout> | undefined;
	const waiting = new Set<(cause: Error) => void>();

	function opened(): Remote<Api> {
		if (remote) return remote;
		const worker = open();
		end = (says) => {
			worker.terminate();
			remote = undefined;
			for (const reject of waiting) reject(new Error(says));
			waiting.clear();
		};
		worker.addEventListener('error', ({ message }) =>
			end(message || 'A part of the program could not be loaded: reload the page.')
		);
		return (remote = wrap<Api>(worker));
	}

	function listen(): void {
		clearTimeout(silence);
		if (!waiting.size || patience === Infinity) return;
		silence = setTimeout(
			() => end('A part of the program did not answer any more, and was started anew: try again.'),
			patience
		);
	}

	return <T>(call: (remote: Remote<Api>) => Promise<T>): Promise<T> =>
		new Promise<T>((resolve, reject) => {
			waiting.add(reject);
			if (waiting.size === 1) listen();
			call(opened())
				.then(resolve, (cause: unknown) => reject(asItWas(cause)))
				.finally(() => {
					waiting.delete(reject);
					listen();
				});
		});
}

/** An error of a worker comes over as its name and its sentence. */
function asItWas(cause: unknown): Error {
	if (!(cause instanceof Error)) return new Error(String(cause));
	return cause.name === 'FileProblem' ? new FileProblem(cause.message) : cause;
}
