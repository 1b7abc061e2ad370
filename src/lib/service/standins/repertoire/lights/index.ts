import { css, rgb } from '../../colour';
import type { Stage } from '../../stage';
import type { LightFacts } from './light';

/** Light, hour and weather. A new one is a new entry here. */
export interface Light extends LightFacts {
	/** What else the sky shows. */
	paint?: (stage: Stage) => void;
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
		dim: false,
		rain: false,
		snow: false,
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
		dim: false,
		rain: false,
		snow: false,
		mist: 0,
		leanings: ['#60c0e8', '#f4f0c8', '#88d0c0']
	},
	{
		id: 'dusk',
		label: 'dusk',
		words: ['dusk', 'sunset', 'evening', 'low sun', 'last light', 'sundown'],
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
		dim: true,
		rain: false,
		snow: false,
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
		dim: false,
		rain: false,
		snow: false,
		mist: 0.1,
		leanings: ['#3050a0', '#206070', '#504090']
	},
	{
		id: 'storm',
		label: 'storm',
		words: ['storm', 'stormy', 'squall', 'thunder', 'gale', 'windy'],
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
		dim: false,
		rain: true,
		snow: false,
		mist: 0.2,
		leanings: ['#50708a', '#b0a860', '#406060']
	},
	{
		id: 'fog',
		label: 'fog',
		words: ['fog', 'foggy', 'mist', 'misty', 'haze'],
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
		dim: false,
		rain: false,
		snow: false,
		mist: 0.8,
		leanings: ['#c0d0d8', '#e0d8c0', '#b8c8c0']
	},
	{
		id: 'golden',
		label: 'golden hour',
		words: ['golden hour', 'golden light', 'late afternoon', 'afternoon', 'warm light', 'autumn'],
		sky: ['#5b93c6', '#e9d2a8', '#ffd98a'],
		disc: '#fff8dc',
		discRadius: 46,
		glow: '#ffdc8c',
		glowStrength: 0.95,
		elevation: 0.26,
		key: '#ffd894',
		tint: 0.78,
		ambient: '#5c5f86',
		haze: '#e8cda0',
		water: ['#f3d191', '#3f7690'],
		clouds: { count: 5, lit: '#fff0cc', shaded: '#d0a890', flat: 0.22 },
		stars: false,
		dim: false,
		rain: false,
		snow: false,
		mist: 0.14,
		leanings: ['#ffc860', '#f0a070', '#d8d890']
	},
	{
		id: 'blue-hour',
		label: 'blue hour',
		words: ['blue hour', 'twilight', 'nightfall', 'after sunset', 'gloaming', 'half light'],
		sky: ['#1c3a72', '#4a74ac', '#d9b6b4'],
		disc: null,
		discRadius: 0,
		glow: '#e8b8b0',
		glowStrength: 0.34,
		elevation: 0.04,
		key: '#a8bfe2',
		tint: 0.9,
		ambient: '#2f4478',
		haze: '#7f96bc',
		water: ['#b6aebe', '#223c6c'],
		clouds: { count: 4, lit: '#8fa4cc', shaded: '#3f5a90', flat: 0.12 },
		stars: false,
		dim: true,
		rain: false,
		snow: false,
		mist: 0.2,
		leanings: ['#5080c0', '#9080b0', '#4098a8']
	},
	{
		id: 'overcast',
		label: 'overcast',
		words: ['overcast', 'grey sky', 'cloudy', 'soft light', 'dull day', 'flat light', 'clouds'],
		sky: ['#8d9ba6', '#b2bcc1', '#d3d6d2'],
		disc: null,
		discRadius: 0,
		glow: '#e4e6e2',
		glowStrength: 0.3,
		elevation: 0.6,
		key: '#e2e4e2',
		tint: 0.75,
		ambient: '#6d7884',
		haze: '#bcc4c6',
		water: ['#b9c2c3', '#566b76'],
		clouds: { count: 12, lit: '#c9d0d2', shaded: '#88959f', flat: 0.34 },
		stars: false,
		dim: false,
		rain: false,
		snow: false,
		mist: 0.15,
		leanings: ['#a8b8c8', '#c8c4b0', '#a8b8b0']
	},
	{
		id: 'rain',
		label: 'rain',
		words: ['rain', 'rainy', 'drizzle', 'wet weather', 'downpour', 'raining'],
		sky: ['#5d6f7f', '#8b9aa4', '#b9c2c2'],
		disc: null,
		discRadius: 0,
		glow: '#c8d2d4',
		glowStrength: 0.25,
		elevation: 0.5,
		key: '#c4ced4',
		tint: 0.8,
		ambient: '#4d5d6c',
		haze: '#97a6ac',
		water: ['#9caab0', '#3c5360'],
		clouds: { count: 9, lit: '#9eabb3', shaded: '#5b6a78', flat: 0.3 },
		stars: false,
		dim: true,
		rain: true,
		snow: false,
		mist: 0.35,
		leanings: ['#7090a8', '#8898a0', '#709090']
	},
	{
		id: 'rainbow',
		label: 'rainbow',
		words: ['rainbow', 'after rain', 'after the rain', 'clearing', 'sun shower'],
		sky: ['#4b6f96', '#90b0c4', '#f0e6c4'],
		disc: null,
		discRadius: 0,
		glow: '#fff0c0',
		glowStrength: 0.5,
		elevation: 0.3,
		key: '#fff0c8',
		tint: 0.85,
		ambient: '#5d7590',
		haze: '#b8ccd0',
		water: ['#b8d0cc', '#2f6680'],
		clouds: { count: 7, lit: '#e8ecec', shaded: '#6f879c', flat: 0.36 },
		stars: false,
		dim: false,
		rain: false,
		snow: false,
		paint: (stage) => {
			const { pen, horizon, width } = stage;
			const centre = stage.side > 0 ? width * 0.28 : width * 0.72;
			const bow = ['#c85a5a', '#e0934c', '#ecd25a', '#6fb26a', '#4f8fc8', '#7a62b4'];
			bow.forEach((hex, i) => {
				pen.strokeStyle = css(rgb(hex), 0.42);
				pen.lineWidth = 13;
				pen.beginPath();
				pen.arc(centre, horizon + 40, 470 - i * 12, Math.PI, 0);
				pen.stroke();
			});
		},
		mist: 0.08,
		leanings: ['#80b0d0', '#e8dca0', '#90c8a8']
	},
	{
		id: 'snow',
		label: 'snowfall',
		words: ['snow', 'snowing', 'snowfall', 'snowy', 'winter', 'blizzard', 'frost'],
		sky: ['#a3b1c4', '#c3ccd8', '#e4e6ea'],
		disc: null,
		discRadius: 0,
		glow: '#f4f6fa',
		glowStrength: 0.35,
		elevation: 0.5,
		key: '#eef2fa',
		tint: 0.75,
		ambient: '#76879f',
		haze: '#d6dde6',
		water: ['#c4d0da', '#5f7890'],
		clouds: { count: 6, lit: '#dfe5ee', shaded: '#a6b3c6', flat: 0.2 },
		stars: false,
		dim: true,
		rain: false,
		snow: true,
		mist: 0.4,
		leanings: ['#b0c4e0', '#d8d0e0', '#c0dce0']
	},
	{
		id: 'aurora',
		label: 'northern lights',
		words: ['northern lights', 'aurora', 'polar light', 'aurora borealis'],
		sky: ['#081026', '#0f2a44', '#1f5a64'],
		disc: null,
		discRadius: 0,
		glow: '#6af0b8',
		glowStrength: 0.35,
		elevation: 0.6,
		key: '#9ae8d0',
		tint: 0.9,
		ambient: '#16304c',
		haze: '#1f4c5c',
		water: ['#2f7a78', '#08182c'],
		clouds: { count: 2, lit: '#2c4c64', shaded: '#122a40', flat: 0.1 },
		stars: true,
		dim: true,
		rain: false,
		snow: false,
		paint: (stage) => {
			const { pen, horizon, width } = stage;
			const random = stage.random.branch('aurora');
			for (let band = 0; band < 3; band++) {
				const base = horizon * (0.45 + band * 0.16);
				const turn = random.between(0, 6);
				for (let i = 0; i < 90; i++) {
					const x = (i / 89) * (width + 80) - 40;
					const y = base + Math.sin(i * 0.09 + turn) * 60 + Math.sin(i * 0.23 + band) * 22;
					const tall = 150 + 130 * Math.abs(Math.sin(i * 0.31 + turn * 2));
					const ray = pen.createLinearGradient(0, y - tall, 0, y);
					const hue = rgb(band === 2 ? '#b070d8' : '#62f0b0');
					ray.addColorStop(0, css(hue, 0));
					ray.addColorStop(0.75, css(hue, 0.16));
					ray.addColorStop(1, css(hue, 0));
					pen.fillStyle = ray;
					pen.fillRect(x, y - tall, width / 70, tall);
				}
			}
		},
		mist: 0.05,
		leanings: ['#30a080', '#5050a0', '#2080a0']
	},
	{
		id: 'heat',
		label: 'dusty heat',
		words: ['heat', 'hot', 'dusty', 'sandstorm', 'heat haze', 'drought', 'blazing sun'],
		sky: ['#c8a878', '#e8cfa0', '#f6e6c0'],
		disc: '#fffdf0',
		discRadius: 52,
		glow: '#fff0c0',
		glowStrength: 0.7,
		elevation: 0.52,
		key: '#ffe8b8',
		tint: 0.85,
		ambient: '#a07c60',
		haze: '#ecd4a4',
		water: ['#e4d0a4', '#7d9a94'],
		clouds: { count: 1, lit: '#fff0d0', shaded: '#e0c090', flat: 0.1 },
		stars: false,
		dim: false,
		rain: false,
		snow: false,
		mist: 0.3,
		leanings: ['#f0b060', '#e0a080', '#d8c888']
	}
];

/** A light under another word's weather: its rain, snow, mist and clouds. */
export function underWeather(light: Light, weather: Light): Light {
	const cloudier = weather.clouds.count > light.clouds.count;
	return {
		...light,
		id: `${light.id}+${weather.id}`,
		rain: light.rain || weather.rain,
		snow: light.snow || weather.snow,
		stars: light.stars || (weather.stars && weather.dim),
		dim: light.dim || weather.dim,
		paint: light.paint ?? weather.paint,
		mist: Math.max(light.mist, weather.mist * 0.8),
		clouds: cloudier
			? { ...light.clouds, count: weather.clouds.count, flat: weather.clouds.flat }
			: light.clouds
	};
}
