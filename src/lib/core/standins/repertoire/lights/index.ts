/** Light, hour and weather. A new one is a new entry here. */
export interface Light {
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
	rain: boolean;
	/** Depth of mist over the ground, 0 to 1. */
	mist: number;
	/** Colours that scenes of this light may lean to, a little. */
	leanings: string[];
}

export const lights: Light[] = [
	{
		id: 'dawn',
		label: 'dawn',
		words: ['dawn', 'sunrise', 'first light', 'early morning', 'daybreak', 'morning'],
		sky: ['#6b8cc0', '#d8b0c4', '#ffe0b4'],
		disc: '#fff3d2',
		discRadius: 44,
		glow: '#ffd7a0',
		glowStrength: 0.75,
		elevation: 0.14,
		key: '#ffdcb6',
		tint: 0.75,
		ambient: '#7a7fae',
		haze: '#eac9bd',
		water: ['#f0cdb8', '#4f7698'],
		clouds: { count: 5, lit: '#ffe9d2', shaded: '#b99bb8', flat: 0.16 },
		stars: false,
		rain: false,
		mist: 0.35,
		leanings: ['#ffb6a0', '#a8c8e8', '#ffe3a0']
	},
	{
		id: 'day',
		label: 'clear day',
		words: ['day', 'noon', 'midday', 'sunny', 'sunshine', 'bright', 'clear', 'clear sky', 'summer'],
		sky: ['#3f8cc8', '#93c8e4', '#e8f3ea'],
		disc: '#fffbe8',
		discRadius: 34,
		glow: '#fff8dc',
		glowStrength: 0.5,
		elevation: 0.72,
		key: '#fff5dc',
		tint: 0.8,
		ambient: '#6f8fb8',
		haze: '#cfe4e8',
		water: ['#a5d6da', '#24759a'],
		clouds: { count: 6, lit: '#ffffff', shaded: '#b7cfe2', flat: 0.42 },
		stars: false,
		rain: false,
		mist: 0,
		leanings: ['#60c0e8', '#f4f0c8', '#88d0c0']
	},
	{
		id: 'dusk',
		label: 'dusk',
		words: ['dusk', 'sunset', 'evening', 'low sun', 'golden hour', 'twilight', 'last light'],
		sky: ['#2b2c6c', '#93508f', '#ffa662'],
		disc: '#fff2bf',
		discRadius: 52,
		glow: '#ffb45e',
		glowStrength: 0.85,
		elevation: 0.1,
		key: '#ffb982',
		tint: 0.85,
		ambient: '#4c4384',
		haze: '#cf7c88',
		water: ['#f09a72', '#29306c'],
		clouds: { count: 7, lit: '#ffb88c', shaded: '#6d4a8c', flat: 0.12 },
		stars: false,
		rain: false,
		mist: 0.12,
		leanings: ['#ff7a5a', '#7a5ac8', '#ffd070']
	},
	{
		id: 'night',
		label: 'night',
		words: ['night', 'moonlight', 'moonlit', 'midnight', 'moon', 'starlight', 'stars', 'dark'],
		sky: ['#0a1130', '#1b2c5c', '#41618f'],
		disc: '#f6f3df',
		discRadius: 46,
		glow: '#a8c4ee',
		glowStrength: 0.5,
		elevation: 0.58,
		key: '#b4caee',
		tint: 0.9,
		ambient: '#1f2c58',
		haze: '#34507e',
		water: ['#5878a6', '#0c1738'],
		clouds: { count: 4, lit: '#6a82b0', shaded: '#22325f', flat: 0.14 },
		stars: true,
		rain: false,
		mist: 0.1,
		leanings: ['#3050a0', '#206070', '#504090']
	},
	{
		id: 'storm',
		label: 'storm',
		words: ['storm', 'stormy', 'rain', 'rainy', 'squall', 'thunder', 'gale', 'windy'],
		sky: ['#28343f', '#566a70', '#d0c791'],
		disc: null,
		discRadius: 0,
		glow: '#efe3a4',
		glowStrength: 0.5,
		elevation: 0.08,
		key: '#e2dfbc',
		tint: 0.8,
		ambient: '#42525e',
		haze: '#919d92',
		water: ['#98a698', '#20333c'],
		clouds: { count: 9, lit: '#8b9897', shaded: '#2c3943', flat: 0.34 },
		stars: false,
		rain: true,
		mist: 0.2,
		leanings: ['#50708a', '#b0a860', '#406060']
	},
	{
		id: 'fog',
		label: 'fog',
		words: [
			'fog',
			'foggy',
			'mist',
			'misty',
			'haze',
			'overcast',
			'grey sky',
			'cloudy',
			'soft light'
		],
		sky: ['#aebcc2', '#c8d1d1', '#e3e4db'],
		disc: '#f4f2e8',
		discRadius: 40,
		glow: '#fbf8ec',
		glowStrength: 0.6,
		elevation: 0.4,
		key: '#ece9de',
		tint: 0.7,
		ambient: '#84929a',
		haze: '#d5dad6',
		water: ['#d3d9d5', '#84989f'],
		clouds: { count: 3, lit: '#e6e8e3', shaded: '#b4c0c4', flat: 0.1 },
		stars: false,
		rain: false,
		mist: 0.8,
		leanings: ['#c0d0d8', '#e0d8c0', '#b8c8c0']
	}
];
