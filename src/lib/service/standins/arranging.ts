import {
	DEVIATIONS,
	strayFor,
	tagFor,
	words,
	type Composition,
	type Layout,
	type Word
} from './composition';
import type { Arrangement } from './layers';
import type { Character } from './models';
import type { Marks } from './standing';
import type { Scene } from './scenes';

/** Number of settings for a place or a light that is not the prompt's own. */
const FEW = 5;

/** The settings that a composition may have. */
export function settingsOf(scenes: Scene[], strays: Scene[], composition: Composition): Scene[] {
	const { light, place } = insteadOf(strays, composition);
	return light || place
		? scenes.slice(0, FEW).map((scene) => instead(scene, { light, place }))
		: scenes;
}

/** The scene whose actors a composition shows, in its light and at its place. */
export function castOf(scenes: Scene[], strays: Scene[], composition: Composition): Scene {
	const { light, place, lead } = insteadOf(strays, composition);
	const own = scenes[composition.cast];
	return light || place || lead ? instead(own, { light, place, lead }) : own;
}

/** What stands for what was asked for: that a word was left out, or that a picture lends it. */
function insteadOf(strays: Scene[], { left, lent }: Composition): Instead {
	const stray = (word: Word) => {
		const which = left[word];
		return which === undefined ? undefined : strayFor(strays, word, which);
	};
	return {
		light: stray('light')?.light ?? lent?.light,
		place: stray('place')?.place ?? lent?.place,
		lead: lent?.subject ? { subject: lent.subject, count: 1, accent: null } : stray('subject')?.lead
	};
}

interface Instead {
	lead?: Scene['lead'] | null;
	light?: Scene['light'] | null;
	place?: Scene['place'] | null;
}

/** Returns a scene with something else in place of what was asked for, and with its tags. */
function instead(scene: Scene, { lead, light, place }: Instead): Scene {
	const names = [lead?.subject.id, light?.id, place?.id].map((id) => id ?? '').join(' ');
	const other: Scene = {
		...scene,
		key: `${scene.key}|${names}`,
		...(light && { light }),
		...(place && { place }),
		...(lead && { lead, partner: null })
	};
	const changed = words.filter((word) => tagFor(word, other) !== tagFor(word, scene));
	const kept = [...scene.tags].filter((tag) => !changed.some((word) => tag.startsWith(`${word}:`)));
	return { ...other, tags: new Set([...kept, ...changed.map((word) => tagFor(word, other))]) };
}

/** Where actors stand and the horizon lies, as shares of the frame, and how much larger than painted. */
export interface Stand {
	x: number;
	foot: number;
	horizon: number;
	larger: number;
}

/** Between layouts and places in a frame, for one model's scenes of a prompt. */
export function arranger({ positions }: Character, scenes: readonly Scene[]) {
	const middle = positions.reduce((sum, x) => sum + x, 0) / positions.length;
	const apart = Math.sqrt(
		positions.reduce((sum, x) => sum + (x - middle) ** 2, 0) / positions.length + JITTER ** 2
	);
	const usual = scenes.reduce((sum, { scale }) => sum + scale, 0) / scenes.length;
	/** Where the foot comes to stand when the horizon moves: as far down the ground as before. */
	const footAt = (horizon: number, cast: Marks) =>
		horizon + ((cast.foot - cast.horizon) * (1 - horizon)) / (1 - cast.horizon);
	return {
		/** Places and sizes of a layout. */
		arrangement(layout: Layout, setting: Marks, cast: Marks, scale: number): Arrangement {
			const horizon = Math.min(
				LOWEST,
				Math.max(0.01, setting.horizon + DEVIATIONS.horizon * layout.horizon)
			);
			const larger = (usual / scale) * Math.exp(DEVIATIONS.size * layout.size);
			// Whole in the frame where that can be, in its middle where not.
			const [from, to] = [cast.left * larger, 1 - cast.right * larger];
			const x = middle + apart * layout.across;
			const foot = footAt(horizon, cast) + DEVIATIONS.depth * layout.depth;
			// What stands on the ground stays on it.
			const highest = cast.foot > cast.horizon ? horizon + ON_GROUND * (1 - horizon) : -Infinity;
			return {
				horizon: { from: setting.horizon, to: horizon },
				pan: DEVIATIONS.pan * layout.pan,
				cast: {
					from: cast,
					to: {
						x: from < to ? Math.min(to, Math.max(from, x)) : (from + to) / 2,
						foot: Math.max(foot, highest)
					},
					scale: larger
				},
				gains: [1, 0, -1].map((way) =>
					Math.exp(DEVIATIONS.exposure * layout.exposure + way * DEVIATIONS.warmth * layout.warmth)
				) as [number, number, number]
			};
		},
		/** The layout that has actors stand so. */
		layout(stand: Stand, setting: Marks, cast: Marks, scale: number): Layout {
			return {
				across: (stand.x - middle) / apart,
				size: Math.log((stand.larger * scale) / usual) / DEVIATIONS.size,
				horizon: (stand.horizon - setting.horizon) / DEVIATIONS.horizon,
				depth: (stand.foot - footAt(stand.horizon, cast)) / DEVIATIONS.depth,
				pan: 0,
				exposure: 0,
				warmth: 0
			};
		}
	};
}

/** How far the subject strays from where a model likes to put it. */
const JITTER = 0.035;

/** How far below the horizon what stands on the ground has its foot at least, as a share of the ground. */
const ON_GROUND = 0.06;

/** The lowest that a horizon comes to lie, as a share of the height. */
const LOWEST = 0.97;
