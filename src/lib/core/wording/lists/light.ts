import { list } from './list';

/** Light and weather, hour and season. */
export const light = list(`
	at dawn, at sunrise, in the early morning, on a clear day, at noon, in bright sunshine
	in the late afternoon, in golden light, at dusk, at sunset, in low sun, at twilight
	in the blue hour, at nightfall, at night, by moonlight, under the stars, by starlight
	in a storm, before a squall, in fog, in mist, in a light haze, under an overcast sky
	under a cloudy sky, in soft light, in flat light, in rain, in a drizzle, after rain
	with a rainbow, in snow, in a blizzard, in winter frost, in autumn, in summer
	under the northern lights, in heat haze, in a sandstorm, by lamplight, by candlelight
	with light from behind, with light from one side, with long shadows, in dappled shade
`);
