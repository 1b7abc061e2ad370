import { strToU8 } from 'fflate';
import { joined } from './format';

const SIZE = 128;

/** Numbers as the ICC writes them: signed, sixteen bits behind the point, big-endian. */
function fixed(values: readonly number[]): Uint8Array {
	const out = new DataView(new ArrayBuffer(values.length * 4));
	values.forEach((value, i) => out.setInt32(i * 4, Math.round(value * 65536)));
	return new Uint8Array(out.buffer);
}

function words(...values: number[]): Uint8Array {
	const out = new DataView(new ArrayBuffer(values.length * 4));
	values.forEach((value, i) => out.setUint32(i * 4, value));
	return new Uint8Array(out.buffer);
}

const named = (type: string, ...data: Uint8Array[]) =>
	joined([strToU8(type, true), new Uint8Array(4), ...data]);

/** A text in one language, two bytes a letter. */
const text = (says: string) => {
	const letters = new Uint8Array(says.length * 2);
	[...says].forEach((letter, i) => (letters[i * 2 + 1] = letter.charCodeAt(0)));
	return named('mluc', words(1, 12), strToU8('enUS', true), words(letters.length, 28), letters);
};

const D50 = [0.9642, 1, 0.8249];

/** Adapts the white of sRGB, D65, to D50 (Bradford). */
const ADAPTED = [
	1.047882, 0.022919, -0.050201, 0.029587, 0.990479, -0.017059, -0.009232, 0.015076, 0.751678
];

/** The curve of IEC 61966-2-1: gamma, a, b, c, d of the ICC's function of type 3. */
const curve = named(
	'para',
	Uint8Array.of(0, 3, 0, 0),
	fixed([2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045])
);

/** Tags with what they hold; the three curves are one. Primaries adapted to D50, from memory. */
const tags: readonly (readonly [string, Uint8Array])[] = [
	['desc', text('sRGB')],
	['cprt', text('No copyright. Use freely.')],
	['wtpt', named('XYZ ', fixed(D50))],
	['chad', named('sf32', fixed(ADAPTED))],
	['rXYZ', named('XYZ ', fixed([0.436066, 0.222488, 0.013916]))],
	['gXYZ', named('XYZ ', fixed([0.385147, 0.716873, 0.097076]))],
	['bXYZ', named('XYZ ', fixed([0.143066, 0.060608, 0.714096]))],
	['rTRC', curve],
	['gTRC', curve],
	['bTRC', curve]
];

/**
 * The colour profile of sRGB (ICC.1:2010, version 4.3): what a print shop reads to know what the numbers of
 * a picture mean.
 */
export const srgbProfile: Uint8Array = (() => {
	const places = new Map<Uint8Array, number>();
	const data: Uint8Array[] = [];
	let at = SIZE + 4 + tags.length * 12;
	for (const [, what] of tags) {
		if (places.has(what)) continue;
		places.set(what, at);
		const padded = new Uint8Array(Math.ceil(what.length / 4) * 4);
		padded.set(what);
		data.push(padded);
		at += padded.length;
	}
	const header = new Uint8Array(SIZE);
	const view = new DataView(header.buffer);
	view.setUint32(0, at);
	view.setUint32(8, 0x04300000);
	header.set(strToU8('mntrRGB XYZ ', true), 12);
	[2026, 1, 1].forEach((value, i) => view.setUint16(24 + 2 * i, value));
	header.set(strToU8('acsp', true), 36);
	header.set(fixed(D50), 68);
	const table = tags.map(([name, what]) =>
		joined([strToU8(name, true), words(places.get(what)!, what.length)])
	);
	return joined([header, words(tags.length), ...table, ...data]);
})();
