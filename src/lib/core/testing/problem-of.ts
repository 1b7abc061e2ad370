import { FileProblem } from '$lib/core/problem';

/** The sentence of the FileProblem that something throws; 'no problem' where it throws none. */
export function problemOf(work: () => unknown): string {
	try {
		work();
	} catch (cause) {
		if (cause instanceof FileProblem) return cause.message;
		throw cause;
	}
	return 'no problem';
}
