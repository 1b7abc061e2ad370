import { deflateSync, inflateSync, strFromU8, strToU8 } from 'fflate';

/**
 * A mask of ones and zeros as text: eight pixels a byte, deflated (RFC 1951), in base64 (RFC 4648).
 *
 * @param mask `width * height` values, 0 or not
 */
export function packMask(mask: Uint8Array): string {
	const bits = new Uint8Array(Math.ceil(mask.length / 8));
	for (let p = 0; p < mask.length; p++) if (mask[p]) bits[p >> 3] |= 128 >> (p & 7);
	return btoa(strFromU8(deflateSync(bits, { level: 9 }), true));
}

/**
 * The mask that was packed: ones and zeros. Throws where the text holds none of so many pixels.
 *
 * @param count pixels
 */
export function unpackMask(text: string, count: number): Uint8Array {
	const wrong = new Error('What was cut out of the picture cannot be read: cut it out again.');
	let bits: Uint8Array;
	try {
		bits = inflateSync(strToU8(atob(text), true));
	} catch {
		throw wrong;
	}
	if (bits.length !== Math.ceil(count / 8)) throw wrong;
	const mask = new Uint8Array(count);
	for (let p = 0; p < count; p++) mask[p] = (bits[p >> 3] >> (7 - (p & 7))) & 1;
	return mask;
}
