/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import { strToU8, Zip, ZipPassThrough } from 'fflate';
import { croppedFor, type CropUse } from '$lib/core/edits';
import { stampPicture, type PictureFacts } from '$lib/core/formats';
import { endingOf, readyToPrint } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';
import type { Box, ContactPage } from '$lib/core/sheet';
import { decoded, drawn } from './decode';

/** Makes files of many pictures, off the page's thread. */

/** A picture that goes into a ZIP. */
export interface PictureFile {
	name: string;
	picture: Blob;
	facts: PictureFacts;
	/** What it is cut and made smaller for; as it is without. */
	use?: CropUse;
}

/** What a contact sheet shows. */
export interface ContactDrawing {
	page: ContactPage;
	title: string;
	/** What is held, in one line below the title. */
	held: string;
	columns: string[];
	rows: string[];
	/** Row by row; null where nothing was run. */
	pictures: (Blob | null)[][];
	/** A line below each picture; null for none. */
	captions: (string | null)[][];
}

/** What pictures are written as: as they are kept, or anew. */
export interface PictureForm {
	type: 'kept' | 'image/png' | 'image/webp' | 'image/jpeg';
	/** Of WebP and JPEG, 0 to 1. */
	quality: number;
}

/**
 * A picture in another form, with its density where it goes to a print. What is clear becomes white where the form
 * has nothing clear.
 */
async function formed(
	picture: Blob,
	{ type, quality }: PictureForm,
	use: PictureFile['use']
): Promise<{ picture: Blob; perInch?: number }> {
	if (type === 'kept' && !use) return { picture };
	let perInch: number | undefined;
	const canvas = await decoded(picture, (image) => {
		const cut = use && croppedFor(image, use);
		const { size, box: part } = cut ?? { size: image, box: undefined };
		perInch = cut?.perInch;
		return drawn(image, size, { part, ...(type === 'image/jpeg' ? { under: '#fff' } : {}) });
	});
	const form = { type: type === 'kept' ? picture.type : type, quality };
	return { picture: await canvas.convertToBlob(form), perInch };
}

/** One picture is in memory at a time; what is packed is handed to the browser piece by piece. */
async function zip(
	files: readonly PictureFile[],
	form: PictureForm,
	onStep: (done: number, all: number) => boolean | Promise<boolean>
): Promise<Blob | null> {
	const parts: Blob[] = [];
	/** Pictures that don't carry their settings, each with the reason. */
	const unstamped: string[] = [];
	const stream = new Zip();
	const packed = new Promise<void>((resolve, reject) => {
		stream.ondata = (cause, data, final) => {
			if (cause) reject(cause);
			else parts.push(new Blob([data]));
			if (final) resolve();
		};
	});
	for (const [i, { name, picture: kept, facts, use }] of files.entries()) {
		// Whoever waits may have had enough.
		if (!(await onStep(i, files.length))) return null;
		const { picture, perInch } = await formed(kept, form, use);
		const bytes = new Uint8Array(await picture.arrayBuffer());
		const entry = new ZipPassThrough(name + endingOf(picture.type));
		stream.add(entry);
		try {
			entry.push(stampPicture(bytes, facts, perInch), true);
		} catch (cause) {
			// One picture that can't carry its settings doesn't keep the others back.
			if (!(cause instanceof FileProblem)) throw cause;
			entry.push(bytes, true);
			unstamped.push(`${entry.filename}: ${cause.message}`);
		}
	}
	if (unstamped.length) {
		const note = new ZipPassThrough('pictures without settings.txt');
		stream.add(note);
		note.push(strToU8(`${unstamped.join('\n')}\n`), true);
	}
	stream.end();
	await packed;
	return new Blob(parts, { type: 'application/zip' });
}

/** Letters that a line of a contact sheet has at most. */
const MOST_LETTERS = 400;

function write(
	context: OffscreenCanvasRenderingContext2D,
	text: string,
	box: Box,
	size: number,
	align: 'left' | 'center' | 'right'
): void {
	context.font = `${size}px "Hanken Grotesk Variable", "Helvetica Neue", Arial, sans-serif`;
	context.textAlign = align;
	context.textBaseline = 'middle';
	context.fillStyle = '#1a1a1a';
	// No line of a page has more: a prompt of 20 000 letters is not measured letter by letter.
	let shown = text.replace(/\s+/g, ' ').slice(0, MOST_LETTERS);
	while (shown.length > 1 && context.measureText(shown).width > box.width)
		shown = `${shown.slice(0, -2)}\u2026`;
	const x =
		align === 'left' ? box.x : align === 'right' ? box.x + box.width : box.x + box.width / 2;
	context.fillText(shown, x, box.y + box.height / 2);
}

async function contact(sheet: ContactDrawing): Promise<Blob> {
	const { page, pictures, captions } = sheet;
	const canvas = new OffscreenCanvas(page.width, page.height);
	const context = canvas.getContext('2d')!;
	context.fillStyle = '#fff';
	context.fillRect(0, 0, page.width, page.height);
	context.imageSmoothingQuality = 'high';
	const { title, type } = page;
	write(context, sheet.title, { ...title, height: title.height / 2 }, type * 1.6, 'left');
	const below = { ...title, y: title.y + title.height / 2, height: title.height / 2 };
	write(context, sheet.held, below, type, 'left');
	sheet.columns.forEach((text, c) => write(context, text, page.columnLabels[c], type, 'center'));
	sheet.rows.forEach((text, r) => write(context, text, page.rowLabels[r], type, 'right'));
	for (const [r, row] of page.cells.entries())
		for (const [c, box] of row.entries()) {
			const picture = pictures[r]?.[c];
			if (!picture) {
				context.strokeStyle = '#bbb';
				context.strokeRect(box.x + 0.5, box.y + 0.5, box.width - 1, box.height - 1);
				continue;
			}
			await decoded(picture, (image) => {
				const fit = Math.min(box.width / image.width, box.height / image.height);
				const [w, h] = [image.width * fit, image.height * fit];
				context.drawImage(image, box.x + (box.width - w) / 2, box.y + (box.height - h) / 2, w, h);
			});
			const caption = captions[r]?.[c];
			if (caption) {
				const foot = { ...box, y: box.y + box.height, height: page.caption };
				write(context, caption, foot, type * 0.8, 'center');
			}
		}
	const picture = await canvas.convertToBlob({ type: 'image/png' });
	const bytes = new Uint8Array(await picture.arrayBuffer());
	return new Blob([readyToPrint(bytes, page.dpi)], { type: picture.type });
}

/** One picture with its settings inside. */
async function stamp({ picture, facts }: Omit<PictureFile, 'name'>): Promise<Blob> {
	const bytes = new Uint8Array(await picture.arrayBuffer());
	return new Blob([stampPicture(bytes, facts)], { type: picture.type });
}

const api = { zip, contact, stamp };
export type OutputApi = typeof api;

expose(api);
