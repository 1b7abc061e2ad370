import { wrap, type Remote } from 'comlink';
import { FileProblem } from '$lib/core/formats';

/**
 * One worker, opened at first use, and calls to it. What it throws comes back as what it was; one that
 * dies, or cannot be loaded, ends all calls that wait and is opened anew at the next.
 */
export function desk<Api>(open: () => Worker) {
	let remote: Remote<Api> | undefined;
	const waiting = new Set<(cause: Error) => void>();

	function opened(): Remote<Api> {
		if (remote) return remote;
		const worker = open();
		worker.addEventListener('error', ({ message }) => {
			worker.terminate();
			remote = undefined;
			const cause = new Error(
				message || 'A part of the program could not be loaded: reload the page.'
			);
			for (const reject of waiting) reject(cause);
			waiting.clear();
		});
		return (remote = wrap<Api>(worker));
	}

	return <T>(call: (remote: Remote<Api>) => Promise<T>): Promise<T> =>
		new Promise<T>((resolve, reject) => {
			waiting.add(reject);
			call(opened())
				.then(resolve, (cause: unknown) => reject(asItWas(cause)))
				.finally(() => waiting.delete(reject));
		});
}

/** An error of a worker comes over as its name and its sentence. */
function asItWas(cause: unknown): Error {
	if (!(cause instanceof Error)) return new Error(String(cause));
	return cause.name === 'FileProblem' ? new FileProblem(cause.message) : cause;
}
