/// <reference lib="webworker" />
import { isPictureName, pictureKind, unpackPictures, type Refused } from '$lib/core/formats';

/** Opens what was brought in, off the page's thread. */

/** What a ZIP gave: pictures as files, and the tables that lie beside them. */
export interface Opened {
	pictures: { name: string; picture: Blob }[];
	tables: { name: string; text: string }[];
	refused: Refused[];
}

export interface ImportTask {
	id: number;
	zip: Blob;
}
export type ImportAnswer = { id: number; result: Opened } | { id: number; error: string };

self.onmessage = async ({ data: { id, zip } }: MessageEvent<ImportTask>) => {
	try {
		const { files, refused } = unpackPictures(new Uint8Array(await zip.arrayBuffer()));
		const result: Opened = { pictures: [], tables: [], refused };
		for (const { name, bytes } of files) {
			if (isPictureName(name))
				result.pictures.push({
					name,
					picture: new Blob([bytes], { type: pictureKind(bytes).type })
				});
			else result.tables.push({ name, text: new TextDecoder().decode(bytes) });
		}
		self.postMessage({ id, result } satisfies ImportAnswer);
	} catch (cause) {
		self.postMessage({ id, error: String(cause) } satisfies ImportAnswer);
	}
};
