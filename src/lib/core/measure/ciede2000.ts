import type { LabColour } from './colour';

const RADIANS = Math.PI / 180;
const TO_7 = 25 ** 7;

/**
 * Colour difference CIEDE2000: about 1 is just noticeable, 100 is black against white.
 * Source: Sharma, Wu and Dalal 2005, eq. 2 to 22, with all weights 1.
 */
export function ciede2000(
	[l1, a1, b1]: Readonly<LabColour>,
	[l2, a2, b2]: Readonly<LabColour>
): number {
	const chroma = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
	const to7 = chroma ** 7;
	const g = 0.5 * (1 - Math.sqrt(to7 / (to7 + TO_7)));
	const [p1, p2] = [(1 + g) * a1, (1 + g) * a2];
	const [c1, c2] = [Math.hypot(p1, b1), Math.hypot(p2, b2)];
	const [h1, h2] = [hue(p1, b1), hue(p2, b2)];

	let turn = 0;
	if (c1 * c2 !== 0) {
		turn = h2 - h1;
		if (turn > 180) turn -= 360;
		else if (turn < -180) turn += 360;
	}
	const dL = l2 - l1;
	const dC = c2 - c1;
	const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * RADIANS);

	const meanL = (l1 + l2) / 2;
	const meanC = (c1 + c2) / 2;
	let meanH = h1 + h2;
	if (c1 * c2 !== 0) {
		if (Math.abs(h1 - h2) <= 180) meanH /= 2;
		else meanH = meanH < 360 ? (meanH + 360) / 2 : (meanH - 360) / 2;
	}
	const t =
		1 -
		0.17 * Math.cos((meanH - 30) * RADIANS) +
		0.24 * Math.cos(2 * meanH * RADIANS) +
		0.32 * Math.cos((3 * meanH + 6) * RADIANS) -
		0.2 * Math.cos((4 * meanH - 63) * RADIANS);
	const from50 = (meanL - 50) ** 2;
	const sl = 1 + (0.015 * from50) / Math.sqrt(20 + from50);
	const sc = 1 + 0.045 * meanC;
	const sh = 1 + 0.015 * meanC * t;
	const c7 = meanC ** 7;
	const rt =
		-2 *
		Math.sqrt(c7 / (c7 + TO_7)) *
		Math.sin(60 * Math.exp(-(((meanH - 275) / 25) ** 2)) * RADIANS);
	const [x, y, z] = [dL / sl, dC / sc, dH / sh];
	return Math.sqrt(x * x + y * y + z * z + rt * y * z);
}

/** Hue angle in degrees, 0 to 360. */
function hue(a: number, b: number): number {
	if (a === 0 && b === 0) return 0;
	const degrees = Math.atan2(b, a) / RADIANS;
	return degrees < 0 ? degrees + 360 : degrees;
}
