import type { Part } from './reading';
import type { Subject } from './repertoire/subjects';
import type { Scene } from './scenes';
import type { Box } from './sighting';
import type { Point, Stage } from './stage';

/** One drawn subject: where its foot is and how tall it is, in stage units. */
export interface Actor {
	part: Part;
	x: number;
	y: number;
	size: number;
	mirror: boolean;
	/** Whether it hangs in the air or stands on another. */
	aloft: boolean;
}

type Staged = NonNullable<Scene['staged']>;

/** How tall a part stands alone. */
function sizeOf({ subject }: Part, scene: Scene, stage: Stage): number {
	const size = subject.size * 1000 * scene.scale * scene.framing.size;
	// Nothing is taller or wider than the frame can hold, but where the camera goes on purpose.
	const room = scene.framing.id === 'low' ? 1.1 : 0.86;
	return Math.min(size, stage.height * room, (stage.width * 0.9) / subject.breadth);
}

/** Where a part's foot is, down the frame. */
function footOf({ subject }: Part, size: number, scene: Scene, stage: Stage): number {
	const { place, framing } = scene;
	const depth = stage.height - stage.horizon;
	if (subject.footing === 'air') {
		const sky =
			framing.horizon !== undefined && framing.horizon < 0.3 ? stage.height : stage.horizon;
		return sky * 0.62 + size * 0.5;
	}
	if (place.indoors) return stage.horizon + depth * place.stand[subject.footing];
	// High up, things stand in the middle of the ground; low down, at the frame's foot.
	if (framing.horizon !== undefined && framing.horizon < 0.3)
		return Math.max(stage.horizon + depth * 0.42, size * 0.9 + stage.height * 0.12);
	const near = Math.min(
		0.94,
		place.stand[subject.footing] + (framing.size - 1) * 0.3 + (size / 1000 - 0.5) * 0.24
	);
	return stage.horizon + depth * Math.max(0.06, near);
}

/** How two sizes are told apart in a picture: less than truly, so that both are seen. */
const COMPRESSED = 0.36;

/** Everyone in a scene, the farthest first. */
export function actorsOf(scene: Scene, stage: Stage): Actor[] {
	const actors = atEase(scene, stage);
	return scene.staged ? fitted(actors, scene.staged, stage) : actors;
}

/**
 * Returns what actors cover together, in stage units.
 * @param drawn what a subject covers as it is drawn, in shares of its height from its foot
 * @param stretch multiplies how far they reach up
 */
export function coveredBy(
	actors: readonly Actor[],
	drawn: (subject: Subject) => Box,
	stretch = 1
): Box {
	const covers = actors.map(({ part, x, y, size, mirror }) => {
		const { left, right, top, bottom } = drawn(part.subject);
		const [from, to] = mirror ? [-right, -left] : [left, right];
		return {
			left: x + from * size,
			right: x + to * size,
			top: y + top * size * stretch,
			bottom: y + bottom * size
		};
	});
	return {
		left: Math.min(...covers.map(({ left }) => left)),
		right: Math.max(...covers.map(({ right }) => right)),
		top: Math.min(...covers.map(({ top }) => top)),
		bottom: Math.max(...covers.map(({ bottom }) => bottom))
	};
}

/** How much taller or wider than a box its actors may be. */
const BEYOND = 1.3;

/**
 * Returns how actors fit into a box: so that they cover as large an area, but are neither much taller or
 * wider nor larger than the frame, with their feet at its foot.
 *
 * @param cover what the actors cover; `box` and `frame` in the same units
 * @returns by how much they are enlarged, and where the middle of their foot comes to be
 */
export function fitInto(
	cover: Box,
	box: Box,
	frame: { width: number; height: number }
): { larger: number; middle: number; foot: number } {
	const [wide, high] = [box.right - box.left, box.bottom - box.top];
	const [ownWide, ownHigh] = [cover.right - cover.left, cover.bottom - cover.top];
	const larger = Math.min(
		(BEYOND * high) / ownHigh,
		(BEYOND * wide) / ownWide,
		Math.sqrt((wide * high) / (ownWide * ownHigh)),
		(frame.height * 0.96) / ownHigh,
		(frame.width * 0.98) / ownWide
	);
	const half = (ownWide / 2) * larger;
	return {
		larger,
		middle: Math.min(frame.width - half, Math.max(half, (box.left + box.right) / 2)),
		// Taller than the box, they reach as far above it as below, but for their foot, which stays on its ground.
		foot: Math.max(box.bottom, ownHigh * larger)
	};
}

/** Actors moved and scaled so that together they fit into a box of the frame. */
function fitted(actors: Actor[], { box, drawn }: Staged, stage: Stage): Actor[] {
	const cover = coveredBy(actors, drawn);
	const { larger, middle, foot } = fitInto(
		cover,
		{
			left: box.left * stage.width,
			right: box.right * stage.width,
			top: box.top * stage.height,
			bottom: box.bottom * stage.height
		},
		stage
	);
	return actors.map((actor) => ({
		...actor,
		x: middle + (actor.x - (cover.left + cover.right) / 2) * larger,
		y: foot + (actor.y - cover.bottom) * larger,
		size: actor.size * larger
	}));
}

/** Everyone where the prompt alone would have them. */
function atEase(scene: Scene, stage: Stage): Actor[] {
	const { lead, partner } = scene;
	const random = stage.random.branch('cast');
	const leadSize = sizeOf(lead, scene, stage);
	if (!partner) {
		// Wide subjects keep off the edges.
		const room = Math.min(stage.width / 2, leadSize * lead.subject.breadth * 0.54);
		const leadX = Math.min(stage.width - room, Math.max(room, stage.subjectX));
		const alone = crowd(lead, leadX, leadSize, scene, stage, random.next());
		// Second ones that nobody asked for stand on the free side, a little farther.
		const extras = scene.again + (scene.uninvited.some(({ id }) => id === 'clone') ? 1 : 0);
		const free = stage.subjectX < stage.width / 2 ? [0.8, 0.12, 0.5] : [0.2, 0.88, 0.5];
		const others = free.slice(0, extras).map((share, i): Actor => {
			const size = leadSize * (0.64 - i * 0.06);
			const y = footOf(lead, size, scene, stage) - leadSize * 0.03;
			const mirror = alone[0].mirror !== (i === 0) && !lead.subject.handed;
			return { ...alone[0], x: stage.width * share, y, size, mirror };
		});
		return [...others, ...alone];
	}
	const { relation } = partner;
	const ratio = (partner.subject.metres / lead.subject.metres) ** COMPRESSED;
	const limited = Math.min(2.2, Math.max(0.42, ratio));
	// The larger of the two keeps the size that it would have alone.
	const total = limited > 1 ? sizeOf(partner, scene, stage) / limited : leadSize;
	const stacked = relation === 'above' || relation === 'below' || relation === 'on';
	// One on top of the other takes the height of both.
	const fits = stacked ? (stage.height * 0.84) / (1 + limited) : Infinity;
	const size = Math.min(leadSize * 0.92, total * 0.92, fits);
	const other = size * limited;
	const foot = (part: Part, s: number) => footOf(part, s, scene, stage);
	const toSide = stage.subjectX < stage.width / 2 ? 1 : -1;
	const half = (size * lead.subject.breadth + other * partner.subject.breadth) / 2;
	const reach = Math.min(half * 1.02, stage.width * 0.42);
	const leadX = clampX(stage.width / 2 - toSide * reach * 0.5, stage);
	const partnerX = clampX(stage.width / 2 + toSide * reach * 0.5, stage);
	const leads = (x: number, y = 0) =>
		crowd(lead, x, size, scene, stage, random.next()).map((a) =>
			y ? { ...a, y, aloft: true } : a
		);
	const partners = (x: number, y = 0) =>
		crowd(partner, x, other, scene, stage, random.next()).map((a) =>
			y ? { ...a, y, aloft: true } : a
		);
	switch (relation) {
		case 'above':
			return [
				...partners(stage.width / 2),
				...leads(stage.width / 2, foot(partner, other) - other * 1.04)
			];
		case 'below':
			return [
				...leads(stage.width / 2),
				...partners(stage.width / 2, foot(lead, size) - size * 1.04)
			];
		case 'on': {
			const y = foot(partner, other) - other * (partner.subject.seat ?? 1);
			return [...partners(stage.width / 2), ...leads(stage.width / 2, y)];
		}
		case 'behind':
			return [
				...leads(stage.subjectX, foot(lead, size) - 26),
				...partners(stage.subjectX + toSide * half * 0.34)
			].map((a) => ({ ...a, aloft: false }));
		case 'before':
			return [
				...partners(stage.subjectX + toSide * half * 0.4, foot(partner, other) - 30),
				...leads(stage.subjectX - toSide * half * 0.1)
			].map((a) => ({ ...a, aloft: false }));
		default:
			return [...partners(partnerX), ...leads(leadX)];
	}
}

const clampX = (x: number, stage: Stage): number =>
	Math.min(stage.width * 0.86, Math.max(stage.width * 0.14, x));

/** As many of one part as are asked for, side by side, some farther than others. */
function crowd(
	part: Part,
	x: number,
	size: number,
	scene: Scene,
	stage: Stage,
	chance: number
): Actor[] {
	const { count, subject } = part;
	const mirrored = scene.facing < 0 && !subject.handed;
	const aloft = subject.footing === 'air';
	if (count === 1) {
		return [{ part, x, y: footOf(part, size, scene, stage), size, mirror: mirrored, aloft }];
	}
	const gap = size * subject.breadth * 0.98;
	const fit = Math.min(1, (stage.width * 0.9) / (gap * count), 1.25 / Math.sqrt(count));
	const each = size * Math.max(0.34, fit);
	const step = Math.min((stage.width * 0.92) / count, each * subject.breadth * 1.06);
	const middle = stage.width / 2 + (x - stage.width / 2) * 0.3;
	return Array.from({ length: count }, (_, i): Actor => {
		// The second row stands a little farther and is a little smaller.
		const back = (i + (chance < 0.5 ? 0 : 1)) % 2;
		const own = each * (back ? 0.86 : 1);
		const y = footOf(part, own, scene, stage) - (back ? each * 0.08 : 0);
		const drift = subject.footing === 'air' ? ((i * 37) % 5) * 0.09 * each - each * 0.18 : 0;
		return {
			part,
			x: middle + (i - (count - 1) / 2) * step,
			y: y + drift,
			size: own,
			mirror: subject.handed ? false : mirrored !== (i % 3 === 2),
			aloft
		};
	}).sort((a, b) => a.y - b.y);
}

/** The point that the camera goes to. */
export function focusOf(scene: Scene, stage: Stage, actors: readonly Actor[]): Point {
	if (!actors.length) return [stage.subjectX, stage.horizon];
	const leads = actors.filter(({ part }) => part.subject === scene.lead.subject);
	const [lead] = leads.length ? leads : actors;
	const x = actors.reduce((sum, a) => sum + a.x, 0) / actors.length;
	return [actors.length > 1 ? x : lead.x, lead.y - lead.size * scene.framing.focus];
}
