/** Linear light of every sRGB byte. Source: IEC 61966-2-1. */
const linear = Float64Array.from({ length: 256 }, (_, byte) => {
	const v = byte / 255;
	return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** White point D65 of the sRGB primaries: x and z, y being 1. */
const [XN, ZN] = [0.95047, 1.08883];
const KAPPA = 24389 / 27;
const EPSILON = 216 / 24389;
const f = (t: number): number => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);

/** A colour as CIE L*, a*, b*. */
export type LabColour = [l: number, a: number, b: number];

/** CIE L*, a*, b* of sRGB bytes. Source: CIE 15, white point D65. */
export function lab(r: number, g: number, b: number): LabColour {
	const [R, G, B] = [linear[r], linear[g], linear[b]];
	const x = f((0.4124564 * R + 0.3575761 * G + 0.1804375 * B) / XN);
	const y = f(0.2126729 * R + 0.7151522 * G + 0.072175 * B);
	const z = f((0.0193339 * R + 0.119192 * G + 0.9503041 * B) / ZN);
	return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** A table that is made when it is first asked for: a page that starts has no use for it. */
function once<T>(make: () => T): () => T {
	let made: T | undefined;
	return () => (made ??= make());
}

/** Cube roots of so many steps between 0 and 1. */
const ROOTS = 65_536;
const rootTable = once(() =>
	Float64Array.from({ length: ROOTS + 2 }, (_, i) => Math.cbrt(i / ROOTS))
);
/** Below it a straight line between two steps is too far from the root. */
const STEEP = 1 / 256;

/** The cube root of a value from 0 to 1 for whole pictures, within a ten-millionth. */
function root(v: number, roots: Float64Array): number {
	if (v < STEEP) return Math.cbrt(v);
	const at = v * ROOTS;
	const low = at | 0;
	return roots[low] + (at - low) * (roots[low + 1] - roots[low]);
}

/** What the tone of a whole picture is made of, summed over its pixels, each value within 0.0001. */
export function sumsOf(pixels: Uint8Array): { light: number; square: number; warmth: number } {
	const roots = rootTable();
	let [light, square, warmth] = [0, 0, 0];
	for (let i = 0; i + 2 < pixels.length; i += 3) {
		const R = linear[pixels[i]];
		const G = linear[pixels[i + 1]];
		const B = linear[pixels[i + 2]];
		const y = 0.2126729 * R + 0.7151522 * G + 0.072175 * B;
		const l = 116 * (y > EPSILON ? root(y, roots) : (KAPPA * y + 16) / 116) - 16;
		light += l;
		square += l * l;
		warmth +=
			0.0259040371 * root(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B, roots) +
			0.7827717662 * root(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B, roots) -
			0.808675766 * root(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B, roots);
	}
	return { light, square, warmth };
}

/** Lightness 0 to 1, green to red, blue to yellow of sRGB bytes. Source: OKLab, Ottosson 2020. */
export function oklab(r: number, g: number, b: number): [number, number, number] {
	const [R, G, B] = [linear[r], linear[g], linear[b]];
	const l = Math.cbrt(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B);
	const m = Math.cbrt(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B);
	const s = Math.cbrt(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B);
	return [
		0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
		1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
		0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s
	];
}

/** Bytes of linear light in so many steps: fine enough that no byte comes out as its neighbour. */
const STEPS = 65_536;
const byteTable = once(() =>
	Uint8Array.from({ length: STEPS + 1 }, (_, i) => {
		const v = i / STEPS;
		return Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
	})
);
const byte = (v: number): number =>
	byteTable()[v <= 0 ? 0 : v >= 1 ? STEPS : Math.round(v * STEPS)];

const cube = (v: number): number => v * v * v;

/** The sRGB bytes of an OKLab colour, cut off at the channels. Source: OKLab, Ottosson 2020. */
export function srgbOf(lightness: number, a: number, b: number): [number, number, number] {
	const l = cube(lightness + 0.3963377774 * a + 0.2158037573 * b);
	const m = cube(lightness - 0.1055613458 * a - 0.0638541728 * b);
	const s = cube(lightness - 0.0894841775 * a - 1.291485548 * b);
	return [
		byte(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
		byte(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
		byte(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s)
	];
}

/** sRGB bytes as `#rrggbb`. */
export const hexOf = (rgb: readonly number[]): string =>
	`#${rgb.map((one) => one.toString(16).padStart(2, '0')).join('')}`;

/** CIE L*, a*, b* of a colour written as `#rrggbb`. */
export function labOfHex(hex: string): LabColour {
	const value = Number.parseInt(hex.slice(1), 16);
	return lab(value >> 16, (value >> 8) & 255, value & 255);
}
