/** What light, hour and weather do to what is painted. */
export interface LightFacts {
	id: string;
	label: string;
	words: string[];
	/** Sky colours from the top to the horizon. */
	sky: [string, string, string];
	/** The sun's or moon's disc; null when it is hidden. */
	disc: string | null;
	/** Radius of the disc in stage units. */
	discRadius: number;
	glow: string;
	glowStrength: number;
	/** Height of the disc over the horizon as a share of the sky. */
	elevation: number;
	/** Colour of the light that falls on things. */
	key: string;
	/** How much of the key's colour things take on, 0 to 1. */
	tint: number;
	/** Colour of what the light does not reach. */
	ambient: string;
	/** Colour that distance turns to. */
	haze: string;
	/** Water far and near. */
	water: [string, string];
	/** Clouds: how many, their lit and their shaded colour. */
	clouds: { count: number; lit: string; shaded: string; flat: number };
	stars: boolean;
	/** Whether lamps are lit although no stars are out. */
	dim: boolean;
	rain: boolean;
	snow: boolean;
	/** Depth of mist over the ground, 0 to 1. */
	mist: number;
	/** Colours that scenes of this light may lean to, a little. */
	leanings: string[];
}
