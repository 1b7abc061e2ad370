import { converter } from 'culori';

const toOklab = converter('oklab');
const toLab = converter('lab65');

/** Lightness 0 to 1, green to red, blue to yellow: OKLab (Ottosson 2020), by `culori`. */
export function oklab(r: number, g: number, b: number): [number, number, number] {
	const { l, a, b: yellow } = toOklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
	return [l, a, yellow];
}

/** CIE lightness L* of an sRGB colour, 0 to 100 (white point D65), by `culori`. */
export const lightness = (r: number, g: number, b: number): number =>
	toLab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }).l;
