import { stream, type Stream } from '$lib/core/random';
import type { Character } from './cards';
import type { Rgb } from './colour';
import type { Reading, Tag } from './reading';
import { lights, type Light } from './repertoire/lights';
import { media, type Medium } from './repertoire/media';
import { places, type Place } from './repertoire/places';
import { study, subjects, type Subject } from './repertoire/subjects';
import { uninvited, type Uninvited } from './repertoire/uninvited';
import { framings, type Framing } from './repertoire/words';

/** One scene that a model knows: everything needed to paint it at any size. */
export interface Scene {
	/** Names the scene's own stream of choices. */
	key: string;
	subject: Subject;
	place: Place;
	light: Light;
	medium: Medium;
	framing: Framing;
	accent: Rgb | null;
	/** Where the subject stands, as a share of the width. */
	across: number;
	/** Multiplies the subject's size. */
	scale: number;
	/** Moves the horizon, as a share of the height. */
	horizonShift: number;
	/** On which side of the subject the light stands. */
	lightSide: 1 | -1;
	/** Index into the light's leanings, and how far. */
	leaning: { index: number; amount: number };
	saturation: number;
	uninvited: Uninvited[];
	/** What it shows, to be matched by a negative prompt. */
	tags: Set<Tag>;
	/** Whether it shows what the prompt asks for. */
	prompted: boolean;
	/** Prior weight under the prompt, and without it. */
	prior: number;
	generalPrior: number;
}

const byId = <T extends { id: string }>(items: T[], id: string): T =>
	items.find((item) => item.id === id) ?? items[0];

/** How many scenes of each model do not show what the prompt asks for. */
const OFF_PROMPT = 6;

/** How much less often a scene with something uninvited is drawn. */
const UNINVITED_WEIGHT = 0.8;

/**
 * The scenes that a model knows for a reading: first those that the prompt asks for, then those
 * that leave part of it out. They depend on the model and the reading alone, never on a seed.
 */
export function scenesFor(character: Character, reading: Reading): Scene[] {
	const wanted = fill(reading, character);
	const name = [
		character.card.id,
		wanted.subject.id,
		wanted.place.id,
		wanted.light.id,
		wanted.medium.id,
		wanted.framing.id,
		reading.accent?.join('.') ?? '',
		// Words that were not understood still change what an unknown subject looks like.
		wanted.subject === study ? reading.unread.join(' ') : ''
	].join('|');
	const random = stream(name);
	const count = character.scenes;
	const shown = dealUninvited(random.branch('uninvited'), count, character.tidiness);
	const scenes: Scene[] = [];
	for (let k = 0; k < count; k++) {
		scenes.push(scene(`${name}|${k}`, wanted, reading.accent, character, shown[k], k, random));
	}
	const prompted = scenes.reduce((sum, { prior }) => sum + prior, 0);
	// A model that is spoken to in the wrong form listens less.
	const { promptForm } = character.card;
	const deaf = promptForm !== 'either' && promptForm !== reading.form ? 1.8 : 1;
	for (let k = 0; k < OFF_PROMPT; k++) {
		const drawn = random.branch(`off${k}`);
		const other = stray(wanted, drawn, k);
		const off = scene(`${name}|off${k}`, other, null, character, [], count + k, random);
		off.prompted = false;
		off.prior = (prompted * character.wander * deaf) / OFF_PROMPT / 4;
		off.generalPrior = (prompted * character.wander) / OFF_PROMPT;
		scenes.push(off);
	}
	return scenes;
}

interface Facets {
	subject: Subject;
	place: Place;
	light: Light;
	medium: Medium;
	framing: Framing;
}

/** Fills what the prompt leaves open with what the subject and the model are at home with. */
function fill(reading: Reading, character: Character): Facets {
	const subject = reading.subject ?? study;
	const asked = reading.medium?.id ?? character.medium;
	return {
		subject,
		place: reading.place ?? byId(places, subject.home),
		light: reading.light ?? byId(lights, 'day'),
		medium: byId(media, character.mediaInstead[asked] ?? asked),
		framing: reading.framing ?? byId(framings, 'middle')
	};
}

/** A scene that ignores part of the prompt: another subject, place, light or framing. */
function stray(wanted: Facets, random: Stream, k: number): Facets {
	const other = <T>(items: readonly T[], not: T) =>
		random.pick(items.filter((item) => item !== not));
	const out = { ...wanted };
	if (k % 3 === 0) out.subject = other(subjects, wanted.subject);
	if (k % 3 === 1) out.light = other(lights, wanted.light);
	if (k % 3 === 2) {
		out.place = other(places, wanted.place);
		out.subject = other(subjects, wanted.subject);
	}
	if (random.chance(0.3)) out.framing = other(framings, wanted.framing);
	return out;
}

/** Deals every uninvited thing to its share of the scenes, so that each prompt meets each. */
function dealUninvited(random: Stream, count: number, tidy: number): Uninvited[][] {
	const shown: Uninvited[][] = Array.from({ length: count }, () => []);
	const all = random.branch('clean').shuffle(shown.map((_, k) => k));
	const untidy = all.slice(Math.round(count * tidy));
	for (const thing of uninvited) {
		const share = Math.max(1, Math.round(count * thing.odds));
		const order = random.branch(thing.id).shuffle(untidy);
		// Scenes that show less come first, so that none is spoilt by everything at once.
		order.sort((a, b) => shown[a].length - shown[b].length);
		for (const k of order.slice(0, share)) shown[k].push(thing);
	}
	return shown;
}

function scene(
	key: string,
	facets: Facets,
	accent: Rgb | null,
	character: Character,
	shown: Uninvited[],
	k: number,
	random: Stream
): Scene {
	const drawn = random.branch(`scene${k}`);
	const across = character.positions[k % character.positions.length] + drawn.between(-0.035, 0.035);
	const things = shown.filter((thing) => !(thing.id === 'boat' && facets.subject.id === 'dinghy'));
	const tags = new Set<Tag>([
		`subject:${facets.subject.id}`,
		`place:${facets.place.id}`,
		`light:${facets.light.id}`,
		`medium:${facets.medium.id}`,
		`framing:${facets.framing.id}`,
		...things.map((thing): Tag => `uninvited:${thing.id}`)
	]);
	const prior = UNINVITED_WEIGHT ** things.length;
	return {
		...facets,
		key,
		accent,
		across,
		scale: drawn.between(0.9, 1.12),
		horizonShift: drawn.between(-0.018, 0.018),
		lightSide: drawn.chance(0.5) ? 1 : -1,
		leaning: { index: drawn.below(3), amount: drawn.between(0, 0.2) },
		saturation: character.saturation,
		uninvited: things,
		tags,
		prompted: true,
		prior,
		generalPrior: prior
	};
}

/** How much more a scene weighs in D_neg when it shows what is to be left out. */
const LEFT_OUT_WEIGHT = 12;

/** Prior weights of every scene under the prompt. */
export function priors(scenes: Scene[]): Float64Array {
	return Float64Array.from(scenes, ({ prior }) => prior);
}

/**
 * Prior weights of every scene in D_neg. A negative prompt moves weight to the scenes that show
 * what is to be left out, so that guidance leads away from those. It moves weight among the scenes
 * that show the prompt and among those that do not, never between the two: leaving things out is
 * no reason to leave the prompt.
 */
export function negativePriors(scenes: Scene[], leftOut: ReadonlySet<Tag>): Float64Array {
	const out = Float64Array.from(scenes, ({ generalPrior, tags }) => {
		const hits = [...leftOut].filter((tag) => tags.has(tag)).length;
		return generalPrior * LEFT_OUT_WEIGHT ** Math.min(hits, 2);
	});
	for (const prompted of [true, false]) {
		const group = scenes.map((_, k) => k).filter((k) => scenes[k].prompted === prompted);
		const before = group.reduce((sum, k) => sum + scenes[k].generalPrior, 0);
		const after = group.reduce((sum, k) => sum + out[k], 0);
		for (const k of group) out[k] *= before / after;
	}
	return out;
}
