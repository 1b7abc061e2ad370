import { FileProblem, type Archive } from '$lib/core/formats';
import type { Apart, DifferenceKind } from '$lib/core/measure';
import type { WorkedOut } from '$lib/core/plan';
import type { Design, Measured, PlanRack } from '$lib/core/schema';
import ArchivesWorker from './archives.worker?worker';
import DesignsWorker from './designs.worker?worker';
import type { Keyed, Subtracted } from './measures.worker';
import type { Colours } from './pictures.worker';
import type { Opened } from './imports.worker';
import ImportsWorker from './imports.worker?worker';
import MeasuresWorker from './measures.worker?worker';
import type { ContactDrawing, PictureFile } from './output.worker';
import OutputWorker from './output.worker?worker';
import PicturesWorker from './pictures.worker?worker';

type Answer =
	{ id: number; result: unknown } | { id: number; error: string; isFileProblem?: boolean };

export type { Colours, ContactDrawing, Opened, PictureFile, Keyed, Subtracted };

/** One worker, opened at first use, and its answers by number. */
function desk(open: () => Worker) {
	let worker: Worker | undefined;
	let last = 0;
	const waiting = new Map<
		number,
		{ resolve: (value: never) => void; reject: (cause: Error) => void }
	>();
	return <T>(task: object): Promise<T> => {
		if (!worker) {
			worker = open();
			worker.onmessage = ({ data }: MessageEvent<Answer>) => {
				const asked = waiting.get(data.id);
				waiting.delete(data.id);
				if ('result' in data) asked?.resolve(data.result as never);
				else
					asked?.reject(data.isFileProblem ? new FileProblem(data.error) : new Error(data.error));
			};
		}
		const id = ++last;
		return new Promise<T>((resolve, reject) => {
			waiting.set(id, { resolve, reject });
			worker!.postMessage({ ...task, id });
		});
	};
}

const pictures = desk(() => new PicturesWorker());
const measuring = desk(() => new MeasuresWorker());
const output = desk(() => new OutputWorker());
const imports = desk(() => new ImportsWorker());
const archives = desk(() => new ArchivesWorker());
const designs = desk(() => new DesignsWorker());

/** A small WebP of a picture, its longer side at most 384 pixels. */
export const makeThumbnail = (picture: Blob): Promise<Blob> =>
	pictures<Blob>({ kind: 'thumbnail', picture });

/** The palette and the tone of a picture. */
export const coloursOf = (picture: Blob): Promise<Colours> =>
	pictures<Colours>({ kind: 'colours', picture });

/** Measures a take's picture. */
export const measure = (picture: Blob): Promise<Measured> =>
	measuring<Measured>({ kind: 'measure', picture });

/** Tells the two pictures of a pair apart. Those that were decoded lately are held by their keys. */
export const tellApart = (one: Keyed, two: Keyed): Promise<Apart> =>
	measuring<Apart>({ kind: 'apart', one, two });

/** One picture less another, as a picture. The second is brought to the size of the first. */
export const subtract = (one: Blob, two: Blob, how: DifferenceKind): Promise<Subtracted> =>
	measuring<Subtracted>({ kind: 'subtract', one, two, how });

/** Draws a contact sheet as a PNG. */
export const drawContact = (sheet: ContactDrawing): Promise<Blob> =>
	output<Blob>({ kind: 'contact', sheet });

/** Packs pictures into a ZIP, each with its settings inside, one after the other. */
export const packPictures = (files: PictureFile[]): Promise<Blob> =>
	output<Blob>({ kind: 'zip', files });

/** Opens a ZIP of pictures made elsewhere. */
export const openPictures = (zip: Blob): Promise<Opened> => imports<Opened>({ zip });

/** SHA-256 of a picture's pixels, as a render service gives it with a take. */
export const pixelHash = (picture: Blob): Promise<string> =>
	pictures<string>({ kind: 'pixels', picture });

/** Unpacks a brief. Rejects with a FileProblem when it is none. */
export const unpackBrief = (bytes: Uint8Array): Promise<Archive> =>
	archives<Archive>({ kind: 'read', bytes });

/** Packs a brief. */
export const packBrief = (archive: Archive): Promise<Uint8Array<ArrayBuffer>> =>
	archives<Uint8Array<ArrayBuffer>>({ kind: 'write', archive });

/** Works a design out. Rejects with a sentence when it cannot be made. */
export const workOutDesign = (rack: PlanRack, design: Design): Promise<WorkedOut> =>
	designs<WorkedOut>({ rack, design });
