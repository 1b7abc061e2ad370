/// <reference lib="webworker" />
import { FileProblem, readArchive, writeArchive, type Archive } from '$lib/core/formats';

/** Packs and unpacks briefs, off the page's thread; pictures go through one after the other. */

export type ArchiveTask =
	{ id: number; kind: 'read'; zip: Blob } | { id: number; kind: 'write'; archive: Archive };
export type ArchiveAnswer =
	| { id: number; result: Archive | Blob }
	| { id: number; step: [done: number, all: number] }
	| { id: number; error: string; isFileProblem: boolean };

self.onmessage = async ({ data }: MessageEvent<ArchiveTask>) => {
	const { id } = data;
	const onStep = (done: number, all: number) =>
		self.postMessage({ id, step: [done, all] } satisfies ArchiveAnswer);
	try {
		const result =
			data.kind === 'read' ? await readArchive(data.zip) : await writeArchive(data.archive, onStep);
		self.postMessage({ id, result } satisfies ArchiveAnswer);
	} catch (cause) {
		const isFileProblem = cause instanceof FileProblem;
		const error = cause instanceof Error ? cause.message : String(cause);
		self.postMessage({ id, error, isFileProblem } satisfies ArchiveAnswer);
	}
};
