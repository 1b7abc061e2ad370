import { createCanvas, ImageData } from '@napi-rs/canvas';

/** One picture of a contact sheet. */
export interface Print {
	/** `width * height * 3` bytes, red, green, blue. */
	pixels: Uint8Array;
	width: number;
	height: number;
	label: string;
}

/**
 * Lays prints out on a grey mat, a label under each.
 * @param columns prints in a row
 * @param cellPx longest side of a print on the sheet
 * @returns a canvas to encode
 */
export function contactSheet(prints: readonly Print[], columns: number, cellPx: number) {
	const labelPx = 18;
	const gap = 8;
	const aspect = Math.min(...prints.map((p) => p.width / p.height));
	const rowPx = Math.round(aspect >= 1 ? cellPx / aspect : cellPx / aspect) + labelPx;
	const rows = Math.ceil(prints.length / columns);
	const canvas = createCanvas(columns * (cellPx + gap) + gap, rows * (rowPx + gap) + gap);
	const pen = canvas.getContext('2d');
	pen.fillStyle = '#8c8c8c';
	pen.fillRect(0, 0, canvas.width, canvas.height);
	pen.imageSmoothingQuality = 'high';
	prints.forEach((print, i) => {
		const scale = Math.min(cellPx / print.width, (rowPx - labelPx) / print.height);
		const [w, h] = [print.width * scale, print.height * scale];
		const x = gap + (i % columns) * (cellPx + gap);
		const y = gap + Math.floor(i / columns) * (rowPx + gap);
		const bytes = new Uint8ClampedArray(print.width * print.height * 4).fill(255);
		for (let p = 0; p < print.width * print.height; p++)
			for (let c = 0; c < 3; c++) bytes[p * 4 + c] = print.pixels[p * 3 + c];
		const full = createCanvas(print.width, print.height);
		full.getContext('2d').putImageData(new ImageData(bytes, print.width, print.height), 0, 0);
		pen.drawImage(full, x + (cellPx - w) / 2, y + (rowPx - labelPx - h) / 2, w, h);
		pen.fillStyle = '#111';
		pen.font = '12px sans-serif';
		pen.fillText(print.label, x, y + rowPx - 4, cellPx);
	});
	return canvas;
}
