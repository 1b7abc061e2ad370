import { latin1, type PictureSays } from './format';

/** Tags of the first directory (Exif 2.3, table 4) and what a resolution is given in. */
const [ORIENTATION, X_RESOLUTION, Y_RESOLUTION, UNIT] = [274, 282, 283, 296];
const PER_INCH: Partial<Record<number, number>> = { 2: 1, 3: 2.54 };
const [SHORT, LONG, RATIONAL] = [3, 4, 5];

/** Orientation and density that Exif data tells (TIFF 6.0, section 2); nothing where it is damaged. */
export function readExif(data: Uint8Array): Partial<Pick<PictureSays, 'orientation' | 'density'>> {
	const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
	try {
		const order = latin1(data.subarray(0, 2));
		if (order !== 'II' && order !== 'MM') return {};
		const small = order === 'II';
		const directory = view.getUint32(4, small);
		const numbers = new Map<number, number>();
		for (let i = 0; i < view.getUint16(directory, small); i++) {
			const at = directory + 2 + 12 * i;
			const type = view.getUint16(at + 2, small);
			const tag = view.getUint16(at, small);
			if (type === SHORT) numbers.set(tag, view.getUint16(at + 8, small));
			if (type === LONG) numbers.set(tag, view.getUint32(at + 8, small));
			if (type !== RATIONAL) continue;
			const value = view.getUint32(at + 8, small);
			numbers.set(tag, view.getUint32(value, small) / view.getUint32(value + 4, small));
		}
		const turned = numbers.get(ORIENTATION) ?? 1;
		const [x, y] = [numbers.get(X_RESOLUTION), numbers.get(Y_RESOLUTION)];
		const unit = PER_INCH[numbers.get(UNIT) ?? 2];
		return {
			...(turned >= 1 && turned <= 8 ? { orientation: turned } : {}),
			...(x && y && unit ? { density: { x: x * unit, y: y * unit } } : {})
		};
	} catch (cause) {
		if (cause instanceof RangeError) return {};
		throw cause;
	}
}

/** Exif data that tells nothing but a density, in pixels per inch across and down (TIFF 6.0, little-endian). */
export function densityExif(perInch: number): Uint8Array {
	const entries = [
		{ tag: X_RESOLUTION, type: RATIONAL, value: 50 },
		{ tag: Y_RESOLUTION, type: RATIONAL, value: 58 },
		{ tag: UNIT, type: SHORT, value: 2 }
	];
	const view = new DataView(new ArrayBuffer(66));
	const set = (at: number, ...values: number[]) =>
		values.forEach((value, i) => view.setUint32(at + 4 * i, value, true));
	view.setUint32(0, 0x49492a00);
	set(4, 8);
	view.setUint16(8, entries.length, true);
	entries.forEach(({ tag, type, value }, i) => {
		const at = 10 + 12 * i;
		view.setUint16(at, tag, true);
		view.setUint16(at + 2, type, true);
		set(at + 4, 1, value);
	});
	set(50, Math.round(perInch * 100), 100, Math.round(perInch * 100), 100);
	return new Uint8Array(view.buffer);
}
