import crc from 'crc-32';
import { FileProblem } from './errors';

/** One chunk of a PNG: four letters and its data. */
export interface PngChunk {
	type: string;
	data: Uint8Array;
}

const SIGNATURE = [137, 80, 78, 71, 13, 10, 26, 10];

/**
 * Splits a PNG into its chunks and checks each one's CRC-32.
 * Source: W3C, Portable Network Graphics (third edition), clause 5.
 * Throws a FileProblem for anything that is not a whole PNG.
 */
export function readChunks(bytes: Uint8Array): PngChunk[] {
	if (SIGNATURE.some((value, i) => bytes[i] !== value)) {
		throw new FileProblem('This file is not a PNG picture. Choose a PNG that Dial Pick exported.');
	}
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	const chunks: PngChunk[] = [];
	for (let at = 8; ;) {
		const length = at + 8 <= bytes.length ? view.getUint32(at) : Infinity;
		if (at + 12 + length > bytes.length) {
			throw new FileProblem(
				'This PNG is cut off: its end is missing. Export or download it again.'
			);
		}
		const body = bytes.subarray(at + 4, at + 8 + length);
		const type = String.fromCharCode(...body.subarray(0, 4));
		if (crc.buf(body, 0) >>> 0 !== view.getUint32(at + 8 + length)) {
			throw new FileProblem(
				`This PNG is damaged: its part \u201c${type}\u201d does not add up. Export or download it again.`
			);
		}
		chunks.push({ type, data: body.subarray(4) });
		if (type === 'IEND') return chunks;
		at += 12 + length;
	}
}

/** Joins chunks into a PNG. */
export function writeChunks(chunks: readonly PngChunk[]): Uint8Array<ArrayBuffer> {
	const out = new Uint8Array(8 + chunks.reduce((sum, { data }) => sum + 12 + data.length, 0));
	const view = new DataView(out.buffer);
	out.set(SIGNATURE);
	let at = 8;
	for (const { type, data } of chunks) {
		view.setUint32(at, data.length);
		for (let i = 0; i < 4; i++) out[at + 4 + i] = type.charCodeAt(i);
		out.set(data, at + 8);
		view.setUint32(
			at + 8 + data.length,
			crc.buf(out.subarray(at + 4, at + 8 + data.length), 0) >>> 0
		);
		at += 12 + data.length;
	}
	return out;
}

const XMP_KEYWORD = 'XML:com.adobe.xmp';

/** The XMP packet of a PNG as an iTXt chunk (ISO 16684-3, PNG clause 11.3.3.4), or null. */
export function findXmp(chunks: readonly PngChunk[]): string | null {
	for (const { type, data } of chunks) {
		if (type !== 'iTXt') continue;
		const end = data.indexOf(0);
		if (new TextDecoder('latin1').decode(data.subarray(0, end)) !== XMP_KEYWORD) continue;
		// Keyword, compression flag and method, language tag, translated keyword, text.
		let at = end + 3;
		for (let i = 0; i < 2; i++) at = data.indexOf(0, at) + 1;
		return new TextDecoder().decode(data.subarray(at));
	}
	return null;
}

/** The same PNG with an XMP packet, right after its header, in place of one that was there. */
export function withXmp(chunks: readonly PngChunk[], packet: string): PngChunk[] {
	const text = new TextEncoder().encode(packet);
	const data = new Uint8Array(XMP_KEYWORD.length + 5 + text.length);
	for (let i = 0; i < XMP_KEYWORD.length; i++) data[i] = XMP_KEYWORD.charCodeAt(i);
	data.set(text, XMP_KEYWORD.length + 5);
	const others = chunks.filter((chunk) => chunk.type !== 'iTXt' || findXmp([chunk]) === null);
	return [others[0], { type: 'iTXt', data }, ...others.slice(1)];
}
