import { type WorkedOut } from '$lib/core/designs';
import type { Made } from '$lib/core/dials';
import { FileProblem, type Archive } from '$lib/core/formats';
import type { Apart, DifferenceKind } from '$lib/core/measure';
import type { Offer } from '$lib/core/plan';
import type { Design, Measured, ModelCard, PlanRack } from '$lib/core/schema';
import ArchivesWorker from './archives.worker?worker';
import DesignsWorker from './designs.worker?worker';
import type { Keyed, Subtracted } from './measures.worker';
import type { Admitted, Colours } from './pictures.worker';
import type { Chosen, Opened } from './imports.worker';
import ImportsWorker from './imports.worker?worker';
import MeasuresWorker from './measures.worker?worker';
import type { ContactDrawing, PictureFile } from './output.worker';
import OutputWorker from './output.worker?worker';
import PicturesWorker from './pictures.worker?worker';

type Answer =
	| { id: number; result: unknown }
	| { id: number; step: [number, number] }
	| { id: number; error: string; isFileProblem?: boolean };

type OnStep = (done: number, all: number) => void;

export type { Admitted, Colours, ContactDrawing, Opened, PictureFile, Keyed, Subtracted };

/** One worker, opened at first use, and its answers by number. */
function desk(open: () => Worker) {
	let worker: Worker | undefined;
	let last = 0;
	const waiting = new Map<
		number,
		{ resolve: (value: never) => void; reject: (cause: Error) => void; onStep?: OnStep }
	>();
	return <T>(task: object, onStep?: OnStep): Promise<T> => {
		if (!worker) {
			worker = open();
			worker.onmessage = ({ data }: MessageEvent<Answer>) => {
				const asked = waiting.get(data.id);
				if ('step' in data) return asked?.onStep?.(...data.step);
				waiting.delete(data.id);
				if ('result' in data) asked?.resolve(data.result as never);
				else
					asked?.reject(data.isFileProblem ? new FileProblem(data.error) : new Error(data.error));
			};
			// One that dies, or cannot be loaded, answers nothing more: another is opened next time.
			worker.onerror = ({ message }) => {
				worker?.terminate();
				worker = undefined;
				for (const { reject } of waiting.values())
					reject(
						new Error(message || 'A part of the program could not be loaded: reload the page.')
					);
				waiting.clear();
			};
		}
		const id = ++last;
		return new Promise<T>((resolve, reject) => {
			waiting.set(id, { resolve, reject, onStep });
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

/**
 * A picture as it may be kept, with a small WebP of it, its longer side at most 384 pixels. Rejects
 * with a FileProblem for what is no picture, too large or damaged.
 */
export const admitPicture = (picture: Blob): Promise<Admitted> =>
	pictures<Admitted>({ kind: 'admit', picture });

/** The palette and the tone of a picture. */
export const coloursOf = (picture: Blob): Promise<Colours> =>
	pictures<Colours>({ kind: 'colours', picture });

/** Measures a take's picture. */
export const measure = (picture: Blob, known?: Measured): Promise<Measured> =>
	measuring<Measured>({ kind: 'measure', picture, known });

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

/** Opens what was chosen of pictures made elsewhere, and reads the tables that lie beside them. */
export const openPictures = (chosen: Chosen[]): Promise<Opened> =>
	imports<Opened>({ kind: 'open', chosen });

/** What a picture says itself that it was made with; null when it says nothing. */
export const madeCarried = (picture: Blob): Promise<Made | null> =>
	imports<Made | null>({ kind: 'carried', picture });

/** SHA-256 of a picture's pixels, as a render service gives it with a take. */
export const pixelHash = (picture: Blob): Promise<string> =>
	pictures<string>({ kind: 'pixels', picture });

/** Unpacks a brief. Rejects with a FileProblem when it is none. */
export const unpackBrief = (zip: Blob): Promise<Archive> =>
	archives<Archive>({ kind: 'read', zip });

/** Packs a brief. Its pictures are read one after the other. */
export const packBrief = (archive: Archive, onStep?: OnStep): Promise<Blob> =>
	archives<Blob>({ kind: 'write', archive }, onStep);

/** Works a design out. Rejects with a sentence when it cannot be made. */
export const workOutDesign = (rack: PlanRack, design: Design): Promise<WorkedOut> =>
	designs<WorkedOut>({ kind: 'work', rack, design });

/** What of a plan so many credits pay for. */
export const workOutOffers = (
	rack: PlanRack,
	design: Design,
	cards: ModelCard[],
	room: number
): Promise<Offer[]> => designs<Offer[]>({ kind: 'offers', rack, design, cards, room });
