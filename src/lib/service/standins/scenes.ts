import { stream, type Stream } from '$lib/core/random';
import type { Character } from './models';
import { letteringOf, type Lettering } from './lettering';
import type { Part, Reading, Tag } from './reading';
import { framings, type Framing } from './repertoire/framings';
import { lights, underWeather, type Light } from './repertoire/lights';
import { media, type Medium } from './repertoire/media';
import type { Mood } from './repertoire/moods';
import { places, type Place } from './repertoire/places';
import { study, subjects, type Subject } from './repertoire/subjects';
import { uninvited, type Uninvited } from './repertoire/uninvited';
import type { Relation } from './repertoire/words';
import type { Bitmap } from './materials';
import type { Box } from './sighting';

/** One scene that a model knows: everything needed to paint it at any size. */
export interface Scene {
	/** Names the scene's own stream of choices. */
	key: string;
	lead: Part;
	partner: (Part & { relation: Relation }) | null;
	place: Place;
	light: Light;
	mood: Mood | null;
	medium: Medium;
	framing: Framing;
	lettering: Lettering | null;
	/** Where the subject stands, as a share of the width. */
	across: number;
	/** Multiplies the subject's size. */
	scale: number;
	/** 1 as drawn, -1 mirrored. */
	facing: 1 | -1;
	/** Moves the horizon, as a share of the height. */
	horizonShift: number;
	/** What its actors are fitted into, as shares of the frame, and what a subject covers as it is drawn. */
	staged?: { box: Box; drawn: (subject: Subject) => Box };
	/** A picture that goes on round a box of it: the scene itself is seen inside alone. */
	within?: { bitmap: Bitmap; box: Box };
	/** A picture whose broad light and colour it takes on, but for those of its main thing. */
	tonedLike?: { bitmap: Bitmap; but: Box };
	/** How many more of its subject it shows, since its frame is larger than the model's own. */
	again: number;
	/** On which side of the subject the light stands. */
	lightSide: 1 | -1;
	/** How far from the subject it stands, as a share of the width, and how high, 1 as the light has it. */
	sun: { away: number; up: number };
	/** Index into the light's leanings, and how far. */
	leaning: { index: number; amount: number };
	/** How the model draws and finishes. */
	hand: Character['hand'];
	uninvited: Uninvited[];
	/** What it shows, to be matched by a negative prompt. */
	tags: Set<Tag>;
	/** Whether it shows what the prompt asks for. */
	prompted: boolean;
	/** Prior weight under the prompt, and without it. */
	prior: number;
	generalPrior: number;
}

const byId = <T extends { id: string }>(items: readonly T[], id: string): T =>
	items.find((item) => item.id === id) ?? items[0];

/** How many scenes of each model do not show what the prompt asks for. */
const OFF_PROMPT = 6;

/** How much less often a scene with something uninvited is drawn. */
const UNINVITED_WEIGHT = 0.8;

/**
 * The scenes that a model knows for a reading: first those that the prompt asks for, then those
 * that leave part of it out. They depend on the model and the reading alone, never on a seed.
 *
 * @param crowding share of scenes that show their subject again, in a frame beyond the model's own
 */
export function scenesFor(character: Character, reading: Reading, crowding = 0): Scene[] {
	const wanted = fill(reading, character);
	const { lead, partner } = wanted;
	const name = [
		character.card.id,
		...[lead, partner].map((part) =>
			part ? `${part.subject.id}x${part.count}${part.accent?.join('.') ?? ''}` : ''
		),
		partner?.relation ?? '',
		wanted.place.id,
		wanted.light.id,
		wanted.mood?.id ?? '',
		wanted.medium.id,
		wanted.framing.id,
		wanted.lettering ?? '',
		// Words that were not understood still change what an unknown subject looks like.
		lead.subject === study ? reading.unread.join(' ') : ''
	].join('|');
	const random = stream(name);
	const count = character.scenes;
	// Where the light comes from, and what it leans to, is a habit: settings and actors agree about it.
	const side = random.branch('side');
	const lit: Lit = {
		lightSide: side.chance(0.5) ? 1 : -1,
		lean: side.below(3)
	};
	const shown = dealUninvited(random.branch('uninvited'), count, character.tidiness);
	const scenes = shown.map((things, k) =>
		scene(`${name}|${k}`, wanted, character, things, k, random, lit)
	);
	for (const [k, crowded] of scenes.entries()) {
		const more = random.branch(`again${k}`);
		if (!more.chance(crowding)) continue;
		crowded.again = 1 + more.below(2);
		crowded.tags.add('uninvited:clone');
	}
	for (let k = 0; k < OFF_PROMPT; k++) {
		const other = stray(wanted, random.branch(`off${k}`), k);
		const off = scene(`${name}|off${k}`, other, character, [], count + k, random, lit);
		off.prompted = false;
		scenes.push(off);
	}
	return scenes;
}

/** What all scenes of a prompt have in common. */
type Lit = Pick<Scene, 'lightSide'> & { lean: number };

type Wanted = Pick<
	Scene,
	'lead' | 'partner' | 'place' | 'light' | 'mood' | 'medium' | 'framing'
> & {
	lettering: string | null;
};

/** Fills what the prompt leaves open with what the subject and the model are at home with. */
function fill(reading: Reading, character: Character): Wanted {
	const lead = reading.lead ?? { subject: study, count: 1, accent: reading.accent };
	const asked = reading.medium?.id ?? character.medium;
	const place = reading.place ?? byId(places, lead.subject.home);
	const light = reading.light ?? byId(lights, 'day');
	return {
		lead,
		partner: reading.partner,
		place,
		light: reading.weather ? underWeather(light, reading.weather) : light,
		mood: reading.mood,
		medium: byId(media, character.mediaInstead[asked] ?? asked),
		framing: reading.framing ?? byId(framings, 'middle'),
		lettering: reading.lettering
	};
}

/** A scene that ignores part of the prompt: another subject, place, light or framing. */
function stray(wanted: Wanted, random: Stream, k: number): Wanted {
	const other = <T>(items: readonly T[], not: T) =>
		random.pick(items.filter((item) => item !== not));
	const out = { ...wanted, lettering: null };
	const another = (): Part => ({
		subject: other(subjects, wanted.lead.subject),
		count: 1,
		accent: null
	});
	if (k % 3 === 0) {
		out.lead = another();
		out.partner = null;
	}
	if (k % 3 === 1) out.light = other(lights, wanted.light);
	if (k % 3 === 2) out.place = other(places, wanted.place);
	if (random.chance(0.3)) out.framing = other(framings, wanted.framing);
	return out;
}

/** How many kinds of uninvited things a model is prone to under one prompt. */
const HABITS = 5;

/** In how many of its scenes each of them turns up. */
const TURNS_UP = 1;

/**
 * Deals uninvited things to scenes. Under each prompt a model has a few bad habits, drawn by the
 * odds of each, and each of them turns up in a scene or two of the untidy ones.
 */
function dealUninvited(random: Stream, count: number, tidy: number): Uninvited[][] {
	const shown: Uninvited[][] = Array.from({ length: count }, () => []);
	const all = random.branch('clean').shuffle(shown.map((_, k) => k));
	const untidy = all.slice(Math.round(count * tidy));
	const draw = random.branch('habits');
	// Drawn without replacement, each by its odds (Efraimidis and Spirakis 2006).
	const habits = [...uninvited]
		.map((thing) => ({ thing, rank: draw.next() ** (1 / thing.odds) }))
		.sort((a, b) => b.rank - a.rank)
		.slice(0, HABITS);
	for (const { thing } of habits) {
		const order = random.branch(thing.id).shuffle(untidy);
		// Scenes that show less come first, so that none is spoilt by everything at once.
		order.sort((a, b) => shown[a].length - shown[b].length);
		for (const k of order.slice(0, TURNS_UP)) shown[k].push(thing);
	}
	return shown;
}

/** Returns a scene with some of its uninvited things only. */
export const withUninvited = (
	scene: Scene,
	keep: (where: Uninvited['where']) => boolean
): Scene => ({
	...scene,
	uninvited: scene.uninvited.filter(({ where }) => keep(where))
});

/** A count as one scene has it: a model that counts badly is one out now and then. */
function counted(part: Part, skill: number, random: Stream): Part {
	if (part.count === 1 || random.chance(skill)) return part;
	return { ...part, count: Math.max(1, part.count + random.pick([-1, 1])) };
}

function scene(
	key: string,
	wanted: Wanted,
	character: Character,
	dealt: Uninvited[],
	k: number,
	random: Stream,
	{ lightSide, lean }: Lit
): Scene {
	const drawn = random.branch(`scene${k}`);
	const { lead, partner, lettering } = wanted;
	const across = character.positions[k % character.positions.length] + drawn.between(-0.035, 0.035);
	const asked = new Set([lead, partner].map((part) => part?.subject.id));
	const things = dealt.filter(
		(thing) => !(thing.like && asked.has(thing.like)) && !(lettering && thing.id === 'lettering')
	);
	const counting = random.branch(`count${k}`);
	const parts = [lead, partner].filter((part) => part !== null);
	const tags = new Set<Tag>([
		...parts.map(({ subject }): Tag => `subject:${subject.id}`),
		`place:${wanted.place.id}`,
		`light:${wanted.light.id}`,
		`medium:${wanted.medium.id}`,
		`framing:${wanted.framing.id}`,
		...(wanted.mood ? [`mood:${wanted.mood.id}` as Tag] : []),
		...things.map((thing): Tag => `uninvited:${thing.id}`)
	]);
	const prior = UNINVITED_WEIGHT ** things.length;
	return {
		...wanted,
		key,
		lead: counted(lead, character.counting, counting),
		partner: partner && { ...partner, ...counted(partner, character.counting, counting) },
		lettering:
			lettering === null
				? null
				: letteringOf(lettering, character.lettering, random.branch(`lettering${k}`)),
		across,
		scale: drawn.between(0.9, 1.12),
		horizonShift: character.hand.horizon,
		again: 0,
		lightSide,
		sun: { away: drawn.between(0.12, 0.38), up: drawn.between(0.75, 1.2) },
		leaning: { index: lean, amount: drawn.between(0, 0.3) },
		facing: drawn.chance(0.5) ? 1 : -1,
		hand: character.hand,
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
