/** Colours as red, green and blue in 0 to 255, gamma-encoded sRGB (IEC 61966-2-1). */
export type Rgb = readonly [number, number, number];

const parsed = new Map<string, Rgb>();

/** Reads `#rrggbb`. Throws on anything else: colours here are written by us. */
export function rgb(hex: string): Rgb {
	let colour = parsed.get(hex);
	if (!colour) {
		if (!/^#[0-9a-f]{6}$/i.test(hex)) throw new Error(`"${hex}" is not a colour like #a1b2c3.`);
		const value = parseInt(hex.slice(1), 16);
		colour = [value >> 16, (value >> 8) & 255, value & 255];
		parsed.set(hex, colour);
	}
	return colour;
}

/** From `a` (t = 0) to `b` (t = 1), squared so that dark and light meet as paints do. */
export function mix(a: Rgb, b: Rgb, t: number): Rgb {
	const channel = (i: number) => Math.sqrt(a[i] * a[i] * (1 - t) + b[i] * b[i] * t);
	return [channel(0), channel(1), channel(2)];
}

/** One colour seen in another's light. */
export function under(base: Rgb, light: Rgb): Rgb {
	return [(base[0] * light[0]) / 255, (base[1] * light[1]) / 255, (base[2] * light[2]) / 255];
}

/** As CSS, with an opacity of 0 to 1. */
export function css(c: Rgb, alpha = 1): string {
	return `rgba(${Math.round(c[0])},${Math.round(c[1])},${Math.round(c[2])},${alpha})`;
}
