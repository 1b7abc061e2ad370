import { factsOf } from '$lib/core/formats';
import type { ModelCard, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import type { PictureFile } from '$lib/workers';

/** Takes as files with their settings inside. */
export async function pictureFiles(
	takes: readonly Take[],
	names: readonly string[],
	briefOf: (take: Take) => string,
	card: (model: string) => ModelCard | undefined
): Promise<PictureFile[]> {
	const files: PictureFile[] = [];
	for (const [i, take] of takes.entries()) {
		const stored = await store.pictureOf(take.id);
		if (!stored) continue;
		files.push({
			name: names[i],
			picture: stored.picture,
			facts: factsOf(take, briefOf(take), card(take.settings.model))
		});
	}
	return files;
}
