import { oklab } from './colour';

/** Colour names and an sRGB colour that each stands for. Our own selection of plain words. */
const named: readonly (readonly [name: string, hex: string])[] = [
	['black', '#16171a'],
	['charcoal', '#3a3c40'],
	['slate grey', '#5f6b75'],
	['grey', '#8c8f92'],
	['silver', '#bcc0c2'],
	['white', '#f6f5f1'],
	['cream', '#f1e6c8'],
	['beige', '#d8c6a2'],
	['sand', '#c9ac7c'],
	['tan', '#b38b5d'],
	['brown', '#7a5233'],
	['dark brown', '#45301f'],
	['rust', '#a24f2a'],
	['brick red', '#8f3a2c'],
	['maroon', '#5e2030'],
	['red', '#c4302b'],
	['crimson', '#a01f3c'],
	['coral', '#ec7d62'],
	['orange', '#e27b2c'],
	['amber', '#eba73a'],
	['peach', '#f3bd97'],
	['yellow', '#eccb46'],
	['pale yellow', '#f3e5a2'],
	['mustard', '#b8902f'],
	['olive', '#717a3b'],
	['moss green', '#57683a'],
	['dark green', '#25442f'],
	['green', '#45894e'],
	['sage', '#a3b394'],
	['mint', '#a4d5b2'],
	['teal', '#237f84'],
	['dark teal', '#17474f'],
	['turquoise', '#45b0ab'],
	['pale blue', '#abcbe3'],
	['sky blue', '#6aaad8'],
	['blue', '#2e6ab2'],
	['steel blue', '#4a6f93'],
	['navy', '#1f3260'],
	['midnight blue', '#121a38'],
	['indigo', '#3b3784'],
	['violet', '#70509c'],
	['lavender', '#b7a4d6'],
	['plum', '#6c3a63'],
	['mauve', '#a88097'],
	['pink', '#df87a2'],
	['pale pink', '#efcdd0'],
	['magenta', '#bb3a82']
];

const points = named.map(([name, hex]) => {
	const value = parseInt(hex.slice(1), 16);
	return { name, at: oklab(value >> 16, (value >> 8) & 255, value & 255) };
});

/** The name whose colour is nearest in OKLab. */
export function colourName(lab: readonly [number, number, number]): string {
	let best = points[0].name;
	let least = Infinity;
	for (const { name, at } of points) {
		const apart = (lab[0] - at[0]) ** 2 + (lab[1] - at[1]) ** 2 + (lab[2] - at[2]) ** 2;
		if (apart < least) [least, best] = [apart, name];
	}
	return best;
}
