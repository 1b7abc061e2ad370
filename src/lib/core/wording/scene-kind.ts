import { singular, words } from './text';

/** Where a picture plays, as far as its words say. */
export type SceneKind = 'indoors' | 'water' | 'land';

const setOf = (line: string) => new Set(line.trim().split(/\s+/));

/** Words that speak for a kind of scene. Our own selection. */
const tells: Record<SceneKind, ReadonlySet<string>> = {
	indoors: setOf(`
		table desk shelf room kitchen attic workshop studio cupboard windowsill sill counter bench parlour
		cellar pantry jar cup mug bowl plate teapot kettle vase candle bottle bread cheese cake jam sofa
		armchair chair bed stove fireplace drawer mantelpiece stool jug basket loaf spoon tray bookcase
	`),
	water: setOf(`
		sea ocean boat ship dinghy ferry yacht trawler canoe raft buoy whale seal dolphin sail sailing wave
		harbour harbor quay pier jetty lagoon estuary mudflat surf tide skiff rowboat
	`),
	land: setOf(`
		horse cow sheep goat fox deer hare rabbit owl tree forest wood meadow field hill mountain village
		street lane road house cottage barn tractor bicycle car train station garden orchard windmill tower
		moor desert snowfield bridge castle church
	`)
};

/** What a phrase of the lists needs round it; the others go anywhere. Our own selection. */
const needs: Record<SceneKind, ReadonlySet<string>> = {
	indoors: setOf('room workshop attic boatshed'),
	water: setOf('sea lake lagoon mudflat ripple spray'),
	land: setOf(
		'meadow garden orchard forest grove desert moor vegetable street village market station'
	)
};

/** Words of phrases that belong under the open sky. */
const outdoors = setOf(`
	sea salt marsh beach dune harbour clifftop river lake mountain forest meadow garden orchard desert
	island pier village street rooftop station snowfield quay headland canal estuary mudflat cove bridge
	green vegetable lagoon valley grove market jetty moor field glacier storm squall fog mist haze
	overcast cloudy rain drizzle rainbow snow blizzard frost northern sandstorm star starlight
	ripple spray reed pebble dew footprint hill cloud moon aerial bird water horizon panorama lane
	autumn summer winter
`);

const of = (text: string) => words(text).map(singular);

/** The kind of scene that a text speaks for; null when it speaks for none, or for several alike. */
export function sceneKind(text: string): SceneKind | null {
	const votes = { indoors: 0, water: 0, land: 0 };
	for (const word of of(text))
		for (const kind of ['indoors', 'water', 'land'] as const)
			if (tells[kind].has(word)) votes[kind]++;
	const ranked = (Object.entries(votes) as [SceneKind, number][]).sort((a, b) => b[1] - a[1]);
	return ranked[0][1] > ranked[1][1] ? ranked[0][0] : null;
}

/** Whether a phrase of the lists suits a kind of scene: a jam jar on a table stands by no glacier. */
export function suits(phrase: string, kind: SceneKind | null): boolean {
	if (kind === null) return true;
	const said = of(phrase);
	if (kind === 'indoors') return !said.some((word) => outdoors.has(word));
	if (said.some((word) => needs.indoors.has(word))) return false;
	const other = kind === 'water' ? 'land' : 'water';
	return !said.some((word) => needs[other].has(word));
}
