import { editsFor } from '$lib/core/edits';
import { factsOf, settingsTable, stampPicture } from '$lib/core/formats';
import type { Destination } from '$lib/core/frame';
import type { ModelCard, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import type { PictureFile } from '$lib/workers';

// What files are written with is large: this is imported once it is wanted.

/** A picture with what made it inside. */
export const stamped = (
	png: Uint8Array,
	take: Take,
	brief: string,
	card: ModelCard | undefined
): Uint8Array<ArrayBuffer> => stampPicture(png, factsOf(take, brief, card));

export { settingsTable };

/**
 * Takes as files with their settings inside.
 *
 * @param uses what each is cut and made smaller for; as it is where there is none
 */
export async function pictureFiles(
	takes: readonly Take[],
	names: readonly string[],
	briefOf: (take: Take) => string,
	card: (model: string) => ModelCard | undefined,
	uses: readonly (Destination | undefined)[] = []
): Promise<PictureFile[]> {
	const files: PictureFile[] = [];
	for (const [i, take] of takes.entries()) {
		const stored = await store.pictureOf(take.id);
		if (!stored) continue;
		const use = uses[i];
		// What is cut off is one of its changes.
		const out = use ? { ...take, edits: editsFor(take.settings, take.edits, use) } : take;
		files.push({
			name: names[i],
			picture: stored.picture,
			facts: factsOf(out, briefOf(take), card(take.settings.model)),
			...(use ? { use: { ratio: use.ratio, pixels: use.pixels, dpi: use.dpi } } : {})
		});
	}
	return files;
}
