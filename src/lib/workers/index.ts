import { proxy } from 'comlink';
import type { WorkedOut } from '$lib/core/designs';
import type { Made } from '$lib/core/dials';
import type { Needed } from '$lib/core/frame';
import type { Shaping, Stroke } from '$lib/core/area';
import type { Archive, Backup } from '$lib/core/formats';
import type { CutMask, CutStroke, Edits } from '$lib/core/edits';
import type { Alike, Hung, LibraryQuery, Yield, YieldBy } from '$lib/core/library';
import type { Apart, DifferenceKind } from '$lib/core/measure';
import type { Offer } from '$lib/core/plan';
import type { Against, Answered, Findings } from '$lib/core/findings';
import type { Evidence, PairsAsked, PairsKnown, Shown } from '$lib/core/judge';
import type { NarrowAsked, Narrowed } from '$lib/core/narrowing';
import type { Design, Measured, ModelCard, PickFound, PlanRack } from '$lib/core/schema';
import ArchivesWorker from './archives.worker?worker';
import type { ArchivesApi, OnStep } from './archives.worker';
import AreasWorker from './areas.worker?worker';
import type { AreasApi, AreaSeen } from './areas.worker';
import CuttingWorker from './cutting.worker?worker';
import type { CuttingApi } from './cutting.worker';
import { desk } from './desk';
import EditsWorker from './edits.worker?worker';
import type { EditedPicture, EditPreview, EditsApi } from './edits.worker';
import DesignsWorker from './designs.worker?worker';
import type { DesignsApi } from './designs.worker';
import type { FindingsApi } from './findings.worker';
import FindingsWorker from './findings.worker?worker';
import type { Chosen, ImportsApi, Opened } from './imports.worker';
import ImportsWorker from './imports.worker?worker';
import type { LibraryApi, LibraryTelling } from './library.worker';
import LibraryWorker from './library.worker?worker';
import type { Keyed, MeasuresApi, Subtracted } from './measures.worker';
import MeasuresWorker from './measures.worker?worker';
import type { ContactDrawing, OutputApi, PictureFile, PictureForm } from './output.worker';
import OutputWorker from './output.worker?worker';
import type { Admitted, Colours, PicturesApi } from './pictures.worker';
import PicturesWorker from './pictures.worker?worker';

export { drawStrokes } from './draw-strokes';
export type {
	Admitted,
	Colours,
	ContactDrawing,
	Opened,
	PictureFile,
	PictureForm,
	Keyed,
	LibraryTelling,
	Subtracted
};

/** A picture takes a second at most; a run must not wait for ever for one that a browser never decodes. */
const PICTURE_PATIENCE = 45_000;

const pictures = desk<PicturesApi>(() => new PicturesWorker(), PICTURE_PATIENCE);
const measuring = desk<MeasuresApi>(() => new MeasuresWorker());
const output = desk<OutputApi>(() => new OutputWorker());
const imports = desk<ImportsApi>(() => new ImportsWorker());
const archives = desk<ArchivesApi>(() => new ArchivesWorker());
const designs = desk<DesignsApi>(() => new DesignsWorker());
const areas = desk<AreasApi>(() => new AreasWorker());
/** Beside it, so that a large mask holds up nothing that is to be seen. */
const masks = desk<AreasApi>(() => new AreasWorker());
const editing = desk<EditsApi>(() => new EditsWorker());
const cuttings = desk<CuttingApi>(() => new CuttingWorker());
const library = desk<LibraryApi>(() => new LibraryWorker());
const judging = desk<FindingsApi>(() => new FindingsWorker());

/**
 * A picture as it may be kept, with a small WebP of it, its longer side at most 384 pixels. Rejects
 * with a FileProblem for what is no picture, too large or damaged.
 */
export const admitPicture = (picture: Blob): Promise<Admitted> =>
	pictures((at) => at.admit(picture));

/** Draws a picture as large as it is needed, as a PNG; null for one that is not too large. */
export const shrinkPicture = (picture: Blob, needed: Needed): Promise<Blob | null> =>
	pictures((at) => at.asNeeded(picture, needed));

/** The palette and the tone of a picture. */
export const coloursOf = (picture: Blob): Promise<Colours> => pictures((at) => at.colours(picture));

/** SHA-256 of a picture's pixels, as a render service gives it with a take. */
export const pixelHash = (picture: Blob): Promise<string> => pictures((at) => at.pixels(picture));

/** A picture as an address that holds it: for a screen, and without what its file says besides. */
export const plainPicture = (picture: Blob, longest: number): Promise<string> =>
	pictures((at) => at.plain(picture, longest));

/** Measures a take's picture: what is known of it already is kept. */
export const measure = (picture: Blob, known?: Measured): Promise<Measured> =>
	measuring((at) => at.measure(picture, known));

/** Tells the two pictures of a pair apart. Those that were decoded lately are held by their keys. */
export const tellApart = (one: Keyed, two: Keyed): Promise<Apart> =>
	measuring((at) => at.tellApart(one, two));

/** One picture less another, as a picture. The second is brought to the size of the first. */
export const subtract = (one: Blob, two: Blob, how: DifferenceKind): Promise<Subtracted> =>
	measuring((at) => at.subtract(one, two, how));

/** Draws a contact sheet as a PNG. */
export const drawContact = (sheet: ContactDrawing): Promise<Blob> =>
	output((at) => at.contact(sheet));

/**
 * Packs pictures into a ZIP, each with its settings inside, one after the other; their names get their
 * endings.
 *
 * @param onStep told how many of how many are packed; false gives it up
 * @returns null when it was given up
 */
export const packPictures = (
	files: PictureFile[],
	form: PictureForm,
	onStep: (done: number, all: number) => boolean
): Promise<Blob | null> => output((at) => at.zip(files, form, proxy(onStep)));

/** A picture with its settings inside. */
export const stampOne = (file: Omit<PictureFile, 'name'>): Promise<Blob> =>
	output((at) => at.stamp(file));

/** Opens what was chosen of pictures made elsewhere, and reads the tables that lie beside them. */
export const openPictures = (chosen: Chosen[]): Promise<Opened> => imports((at) => at.open(chosen));

/** What a picture says itself that it was made with; null when it says nothing. */
export const madeCarried = (picture: Blob): Promise<Made | null> =>
	imports((at) => at.carried(picture));

/** Has the desk of archives ready by the time that one is there. */
export const expectArchive = (): void => void archives(() => Promise.resolve());

/** Unpacks a brief. Rejects with a FileProblem when it is none. */
export const unpackBrief = (zip: Blob): Promise<Archive> => archives((at) => at.read(zip));

/** Packs a brief. Its pictures are read one after the other. */
export const packBrief = (archive: Archive, onStep: OnStep = () => undefined): Promise<Blob> =>
	archives((at) => at.pack(archive, proxy(onStep)));

/** Packs the archives of all briefs into one, with what holds for all. */
export const packBackup = (backup: Backup): Promise<Blob> => archives((at) => at.packAll(backup));

/** What a backup holds; its briefs are unpacked when they are wanted. Rejects with a FileProblem. */
export const openBackup = (file: Blob): Promise<Backup> => archives((at) => at.readAll(file));

/** Works a design out. Rejects with a sentence when it cannot be made. */
export const workOutDesign = (rack: PlanRack, design: Design): Promise<WorkedOut> =>
	designs((at) => at.workOut(rack, design));

/** What of a plan so many credits pay for. */
export const workOutOffers = (
	rack: PlanRack,
	design: Design,
	cards: ModelCard[],
	room: number
): Promise<Offer[]> => designs((at) => at.offersWithin({ rack, design }, cards, room));

/** The next blind pair, and how far the answer is settled. It goes on from the fit before. */
export const nextPairOf = (asked: PairsAsked): Promise<PairsKnown> =>
	judging((at) => at.pairs(asked));

/** What comes next while settings are narrowed down. */
export const narrowOn = (asked: NarrowAsked): Promise<Narrowed> =>
	judging((at) => at.narrow(asked));

/** So many pairs for a ballot, from what is known now. */
export const pairsForBallot = (evidence: Evidence, count: number): Promise<Shown[]> =>
	judging((at) => at.ballot(evidence, count));

/**
 * Answers every question that evidence answers.
 *
 * @param tell called with each answer as it is ready
 */
export const findingsIn = (evidence: Evidence, tell: (one: Answered) => void): Promise<Findings> =>
	judging((at) => at.findings(evidence, proxy(tell)));

/** What evidence says of one setting, by the keys of its stops; null where it says nothing. */
export const foundOf = (
	evidence: Evidence,
	stops: Record<string, string>,
	plan: string
): Promise<PickFound | null> => judging((at) => at.found(evidence, stops, plan));

/** What speaks against picked settings now, by the keys of their stops; null where nothing does. */
export const againstPick = (
	evidence: Evidence,
	stops: Record<string, string>
): Promise<Against | null> => judging((at) => at.against(evidence, stops));

/**
 * What was drawn on a picture, for the eye.
 *
 * @param size of the picture in pixels
 * @param colour red, green, blue, 0 to 255
 * @param longest its longer side has so many pixels at most
 */
export const areaSeen = (
	size: { width: number; height: number },
	strokes: readonly Stroke[],
	shaping: Shaping,
	colour: readonly [number, number, number],
	longest: number
): Promise<AreaSeen> => areas((at) => at.seen(size, strokes, shaping, colour, longest));

/** The mask of what was drawn on a picture, as large as that. */
export const areaMask = (
	size: { width: number; height: number },
	strokes: readonly Stroke[],
	shaping: Shaping
): Promise<Blob> => masks((at) => at.mask(size, strokes, shaping));

/**
 * A picture with edits at the size of a screen: its longer side at most so many pixels. The latest is
 * held by its key, decoded.
 */
export const previewEdits = (one: Keyed, longest: number, edits: Edits): Promise<EditPreview> =>
	editing((at) => at.preview(one, longest, edits));

/** A picture with each of some lists of edits, as they are kept. */
export const makeEdited = (picture: Blob, lists: readonly Edits[]): Promise<EditedPicture[]> =>
	editing((at) => at.make(picture, lists));

/** A lossless picture with edits, as a PNG. */
export const editedPng = (picture: Blob, edits: Edits): Promise<Blob> =>
	editing((at) => at.png(picture, edits));

/** Loads what things are cut out with, and the picture. It takes a second at first. */
export const readyToCut = (one: Keyed): Promise<void> => cuttings((at) => at.ready(one));

/**
 * What is kept of a picture after the last of some strokes.
 *
 * @param before what was kept before it; null to begin
 * @param longest longer side of the mask in pixels: time goes with its square
 */
export const cutAfter = (
	one: Keyed,
	strokes: readonly CutStroke[],
	before: CutMask | null,
	longest: number
): Promise<CutMask> => cuttings((at) => at.cut(one, strokes, before, longest));

/** Begins to read the library; it is told again and again as takes are read, come, change and go. */
export const openLibrary = (tell: (telling: LibraryTelling) => void): Promise<void> =>
	library((at) => at.open(proxy(tell)));

/** Asks the library for other takes: it is told at once. */
export const askLibrary = (query: LibraryQuery, by: Hung['by'], ticket: number): Promise<void> =>
	library((at) => at.ask(query, by, ticket));

/** Tells the library how alike pictures are to one that was asked about. */
export const comparedInLibrary = (alike: Alike): Promise<void> =>
	library((at) => at.compared(alike));

/** What was spent against what was kept, of all takes of the library. */
export const libraryInsight = (by: YieldBy): Promise<Yield[]> => library((at) => at.insight(by));

/** Tells nothing of the library any more. */
export const leaveLibrary = (): Promise<void> => library((at) => at.leave());

/** The first so many takes of the library after one, by their ids, that were not measured yet. */
export const unmeasuredAfter = (after: string, most: number): Promise<string[]> =>
	library((at) => at.unmeasured(after, most));
