/// <reference lib="webworker" />
import { FileProblem, readArchive, writeArchive, type Archive } from '$lib/core/formats';

/** Packs and unpacks briefs, off the page's thread. */

export type ArchiveTask =
	{ id: number; kind: 'read'; bytes: Uint8Array } | { id: number; kind: 'write'; archive: Archive };
export type ArchiveAnswer =
	| { id: number; result: Archive | Uint8Array }
	| { id: number; error: string; isFileProblem: boolean };

self.onmessage = ({ data }: MessageEvent<ArchiveTask>) => {
	try {
		const result = data.kind === 'read' ? readArchive(data.bytes) : writeArchive(data.archive);
		self.postMessage({ id: data.id, result } satisfies ArchiveAnswer);
	} catch (cause) {
		const isFileProblem = cause instanceof FileProblem;
		const error = cause instanceof Error ? cause.message : String(cause);
		self.postMessage({ id: data.id, error, isFileProblem } satisfies ArchiveAnswer);
	}
};
