import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';
import { createCanvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import type { Output, Signals, TakeSettings } from '$lib/core/contract';
import {
	adapters,
	characterOf,
	openBook,
	preview,
	readPrompt,
	renderTake,
	type SceneBook
} from '$lib/service/standins';
import { prepare, type TakePictures } from './pictures';
import { PAINTING } from './scene-shelf';
import { sharedScenes, type Line } from './shared-scenes';
import { makeSurface } from './surface';

/** A take that a render thread is asked to make. Its progress goes out by the port of its line. */
export interface ThreadTask extends Line {
	settings: TakeSettings;
	output: Output;
	pictures: TakePictures;
	/** Set to 1 from outside to give the take up. */
	cancel: SharedArrayBuffer;
}

/** Scenes that a thread without a take of its own is asked to paint for another. */
export interface HelpTask extends Pick<ThreadTask, 'settings' | 'cancel' | keyof Line> {
	/** What that take asked for, by name. */
	help: string[];
}

export interface ThreadProgress {
	step: number;
	preview?: string;
}

export interface ThreadResult {
	bytes: Uint8Array;
	/** SHA-256 of the bytes and of the pixels, in hex. */
	image: string;
	pixels: string;
	seconds: number;
	signals: Signals;
	unread: string[];
}

// No two takes have work in common that libvips could keep.
sharp.cache(false);

/** Least time between two previews of a take, in milliseconds. */
const PREVIEW_GAP = 220;

/** Least time between two words of how far a take is, in milliseconds. */
const WORD_GAP = 60;

/** Quality of WebP pictures: fine enough to judge, small enough to keep hundreds. */
const WEBP_QUALITY = 82;

/** Books that this thread has open: what is painted in them lies in shared memory. */
const books = new LRUCache<string, SceneBook>({ max: 2 });

/** What is being made at present. */
let current: Pick<ThreadTask, 'port' | 'bell' | 'cancel'>;
const given = (): boolean => Atomics.load(new Int32Array(current.cancel), 0) === 1;

/** The take was given up while its scenes were painted. */
class GivenUp extends Error {}

function bookFor(settings: TakeSettings): SceneBook {
	const { model, prompt, width, height } = settings;
	// Weights of 0 and taught adapters change nothing in how scenes are painted.
	const known = adapters.map(({ id }) => id);
	const inUse = (settings.adapters ?? []).filter(
		({ id, weight }) => weight > 0 && known.includes(id)
	);
	const tiled = settings.start?.fit === 'enlarge';
	const key = JSON.stringify([model, prompt, width, height, inUse, tiled]);
	const character = characterOf(model)!;
	let book = books.get(key);
	book ??= openBook(
		character,
		readPrompt(prompt, character.card.promptWords),
		width,
		height,
		makeSurface,
		{
			inUse,
			tiled,
			memory: sharedScenes(key, () => current),
			onPaint() {
				if (given()) throw new GivenUp();
				current.port.postMessage(PAINTING);
			}
		}
	);
	books.set(key, book);
	return book;
}

/** Makes one take, or paints for one. Returns null when it was given up, and for help. */
export default async function render(task: ThreadTask | HelpTask): Promise<ThreadResult | null> {
	current = task;
	const started = performance.now();
	if (given()) return null;
	try {
		if ('help' in task) {
			task.port.postMessage(PAINTING);
			bookFor(task.settings).help(task.help);
			return null;
		}
		task.port.postMessage({ step: 0 } satisfies ThreadProgress);
		return await make(task, started);
	} catch (cause) {
		if (cause instanceof GivenUp) return null;
		throw cause;
	}
}

async function make(
	{ settings, output, pictures, port }: ThreadTask,
	started: number
): Promise<ThreadResult | null> {
	const character = characterOf(settings.model)!;
	const book = bookFor(settings);
	let shown = 0;
	let told = started;
	const onStep = (step: number, estimate: Float64Array) => {
		if (given()) return false;
		const progress: ThreadProgress = { step };
		const now = performance.now();
		if (output.preview && now - shown > PREVIEW_GAP && step < settings.steps) {
			shown = now;
			progress.preview = previewUrl(estimate, book.latentWidth, book.latentHeight);
		}
		if (progress.preview || now - told > WORD_GAP || step === settings.steps) {
			told = now;
			port.postMessage(progress);
		}
		return true;
	};
	const picture = renderTake(settings, character, book, {
		materials: await prepare(settings, pictures),
		onStep
	});
	if (!picture || given()) return null;
	const raw = sharp(picture.pixels, {
		raw: { width: settings.width, height: settings.height, channels: 3 }
	});
	const encoded = await (
		output.format === 'png'
			? raw.png({ compressionLevel: 6 })
			: raw.webp({ quality: WEBP_QUALITY, effort: 3, smartSubsample: true })
	).toBuffer();
	const bytes = new Uint8Array(encoded);
	const sha256 = (data: Uint8Array) => createHash('sha256').update(data).digest('hex');
	return {
		bytes,
		image: sha256(bytes),
		pixels: sha256(picture.pixels),
		seconds: (performance.now() - started) / 1000,
		signals: picture.signals,
		unread: readPrompt(settings.prompt, character.card.promptWords).unread
	};
}

/** The clean estimate as a small picture in a data URL. */
function previewUrl(estimate: Float64Array, width: number, height: number): string {
	const canvas = createCanvas(width, height);
	const context = canvas.getContext('2d');
	const image = context.createImageData(width, height);
	const bytes = preview(estimate);
	for (let p = 0, i = 0, o = 0; p < width * height; p++, i += 3, o += 4) {
		image.data[o] = bytes[i];
		image.data[o + 1] = bytes[i + 1];
		image.data[o + 2] = bytes[i + 2];
		image.data[o + 3] = 255;
	}
	context.putImageData(image, 0, 0);
	return canvas.toDataURL('image/webp', 0.7);
}
