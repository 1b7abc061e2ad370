import { hash32 } from '$lib/core/random';
import type { MakeSurface } from './pen';
import type { Bitmap } from './materials';
import {
	byLikelihood,
	evidenceOfSubject,
	likeliest,
	looksOf,
	subjectsIn,
	type Seen
} from './describe';
import { lights, type Light } from './repertoire/lights';
import { places, type Place } from './repertoire/places';
import type { Box } from './sighting';

/** How a picture is staged, as far as it can be told. */
export interface Staging {
	/** The likeliest subjects, with their chances and what each covers. */
	seen: Seen[];
	/** What the main thing may cover, as shares of width and height: by each subject that is at all likely. */
	boxes: Box[];
	/** Where it is and in which light, where that is likelier than not. */
	place: Place | null;
	light: Light | null;
	/** Where it may be, the likeliest first, and the likeliest light, however likely. */
	places: Place[];
	anyLight: Light | null;
}

/** Names a picture by its bytes: a sparse sample of them is enough to tell pictures apart. */
export function nameOf({ width, height, pixels }: Bitmap): string {
	let sample = `${width}x${height}`;
	const stride = Math.max(1, Math.floor(pixels.length / 4096));
	for (let i = 0; i < pixels.length; i += stride) sample += String.fromCharCode(pixels[i]);
	return `${width}x${height}|${hash32(sample)}|${hash32(`${sample}.`)}`;
}

/** From this chance on a second and third subject's places are tried, too. */
const LIKELY = 0.15;

/** So many places are thought possible. */
const PLACES = 3;

/** How many pictures' stagings are kept. */
const KEPT = 32;
const known = new Map<string, Staging>();

/** Tells how a picture is staged. The same picture is looked at once. */
export function stagingOf(bitmap: Bitmap, makeSurface: MakeSurface): Staging {
	const name = nameOf(bitmap);
	let staging = known.get(name);
	if (!staging) {
		const { pixels, width, height } = bitmap;
		const features = looksOf(pixels, width, height);
		const evidence = evidenceOfSubject(pixels, width, height, makeSurface, features);
		const seen = subjectsIn(evidence).slice(0, 3);
		staging = {
			seen,
			boxes: seen
				.filter(({ likelihood }, rank) => !rank || likelihood >= LIKELY)
				.map(({ box }) => box),
			place: places.find(({ id }) => id === likeliest('place', features)) ?? null,
			light: lights.find(({ id }) => id === likeliest('light', features)) ?? null,
			places: byLikelihood('place', features)
				.slice(0, PLACES)
				.flatMap((id) => places.find((one) => one.id === id) ?? []),
			anyLight: lights.find(({ id }) => id === byLikelihood('light', features)[0]) ?? null
		};
		if (known.size >= KEPT) known.delete(known.keys().next().value!);
		known.set(name, staging);
	}
	return staging;
}
