import { stream } from '$lib/core/random';
import { LATENT_SCALE, toLatent, type MoreScenes, type SceneBook } from './book';
import type { Bitmap } from './materials';
import { clean } from './restaging';
import { scenesFor, type Scene } from './scenes';
import { drawnBox, type Box } from './sighting';
import { nameOf, stagingOf } from './staging';

/** Stagings that are tried, and how many of them are looked at closer. */
const TRIED = 66;
const CLOSER = 4;
/** How many are painted: inside an area one thing or another may stand; round a picture one ground lies. */
const PAINTED = { within: 3, round: 2 };

/** How much farther off than the nearest one they may be. */
const AS_WELL = 1.2;

/** How far up and down the horizon is tried, as a share of the frame's height; then by half a step, and half of that. */
const HORIZONS = [-0.35, -0.28, -0.21, -0.14, -0.07, 0, 0.07, 0.14, 0.21, 0.28, 0.35];
const NEARER = [0.035, 0.018, 0.009];

/** How much more what lies beside an area counts than what lies far from it. */
const BESIDE = 6;
/** How far that reaches, as a share of the frame's shorter side. */
const REACH = 0.12;

/**
 * Scenes of the prompt for an area of a picture that is made anew, so staged that they go on from what
 * is kept: in the picture's place and light where the prompt is silent, with its horizon and its broad
 * light and colour, as they lie beside the area. What the words name stands in the area; where the area
 * lies round the picture, it stands where the picture has it.
 *
 * @param mask `width * height` bytes: 0 keeps the picture, 255 is made anew
 * @param where whether the area lies within the picture, or round it
 */
export function madeAnew(
	book: SceneBook,
	bitmap: Bitmap,
	mask: Uint8Array,
	where: 'within' | 'round'
): MoreScenes {
	const area = nameOf({ width: bitmap.width, height: bitmap.height, pixels: mask });
	return book.more(`anew ${where}|${nameOf(bitmap)}|${area}`, () => {
		const { character, reading, latentWidth: width, latentHeight: height, makeSurface } = book;
		const staging = stagingOf(bitmap, makeSurface);
		// Which of the places that it may be in is told by how what is kept goes on there.
		const light = reading.light ?? staging.anyLight;
		const byPlace = (reading.place ? [reading.place] : staging.places).map((place) =>
			scenesFor(character, { ...reading, place, light }).filter(({ prompted }) => prompted)
		);
		const own = Array.from(
			{ length: TRIED },
			(_, i) => byPlace[i % byPlace.length][Math.floor(i / byPlace.length) % byPlace[0].length]
		);
		const boxes = where === 'within' ? [boxOf(bitmap, mask)] : staging.boxes;
		const random = stream(`anew|${own[0].key}`);
		const wanted = toLatent(bitmap.pixels, width, height, LATENT_SCALE);
		const counts = keptBeside(mask, width, height);
		const rated = (scene: Scene) => {
			const painted = book.sketch(scene);
			let [apart, all] = [0, 1e-9];
			for (let p = 0; p < counts.length; p++) {
				all += counts[p] * 3;
				for (let c = 0; c < 3; c++)
					apart += counts[p] * (painted[p * 3 + c] - wanted[p * 3 + c]) ** 2;
			}
			return { scene, apart: apart / all };
		};
		const byNearness = (a: { apart: number }, b: { apart: number }) => a.apart - b.apart;
		const first = Array.from({ length: TRIED }, (_, i) => {
			const scene = own[i];
			const box = boxes[Math.floor(i / HORIZONS.length) % boxes.length];
			return rated({
				...clean(scene),
				// What shines in the picture's sky is there, or outside: there is no second one.
				light: reading.light && where === 'within' ? scene.light : { ...scene.light, disc: null },
				key: `${scene.key}|anew${i}`,
				framing: { ...scene.framing, zoom: 1, tilt: 0 },
				staged: { box, drawn: (subject) => drawnBox(subject, makeSurface) },
				horizonShift: HORIZONS[i % HORIZONS.length],
				lightSide: i % 2 ? 1 : -1,
				facing: random.chance(0.5) ? 1 : -1,
				tonedLike: { bitmap, but: box }
			});
		}).sort(byNearness);
		const nearest = first.slice(0, CLOSER).map((best) => {
			for (const step of NEARER)
				for (const by of [-step, step]) {
					const horizonShift = best.scene.horizonShift + by;
					const other = rated({ ...best.scene, horizonShift });
					if (other.apart < best.apart) best = other;
				}
			return best;
		});
		const closer = nearest.sort(byNearness);
		// Those that go on about as well as the best: others would tear what is made.
		const [best] = closer;
		return closer
			.filter(({ apart }) => apart <= best.apart * AS_WELL)
			.slice(0, PAINTED[where])
			.map(({ scene }) => scene);
	});
}

/** What a mask covers, as shares of width and height. */
function boxOf({ width, height }: Bitmap, mask: Uint8Array): Box {
	const box = { left: 1, right: 0, top: 1, bottom: 0 };
	mask.forEach((own, p) => {
		if (own < 128) return;
		const [x, y] = [p % width, Math.floor(p / width)];
		box.left = Math.min(box.left, x / width);
		box.right = Math.max(box.right, (x + 1) / width);
		box.top = Math.min(box.top, y / height);
		box.bottom = Math.max(box.bottom, (y + 1) / height);
	});
	if (box.right <= box.left) return { left: 0, right: 1, top: 0, bottom: 1 };
	// What stands in it does not touch its edge.
	const [wide, high] = [box.right - box.left, box.bottom - box.top];
	return {
		left: box.left + INSET * wide,
		right: box.right - INSET * wide,
		top: box.top + INSET * high,
		bottom: box.bottom - INSET * high
	};
}

const INSET = 0.1;

/** How much every place at latent size counts: nothing in the area, most beside it. */
function keptBeside(mask: Uint8Array, width: number, height: number): Float32Array {
	const full = width * LATENT_SCALE;
	const open = new Uint8Array(width * height);
	for (let p = 0; p < open.length; p++) {
		const x = (p % width) * LATENT_SCALE + LATENT_SCALE / 2;
		const y = Math.floor(p / width) * LATENT_SCALE + LATENT_SCALE / 2;
		open[p] = mask[y * full + x] > 0 ? 1 : 0;
	}
	// Steps to the area, by two sweeps (Rosenfeld and Pfaltz 1966).
	const far = Float32Array.from(open, (own) => (own ? 0 : Infinity));
	const reach = Math.max(2, REACH * Math.min(width, height));
	const pass = (p: number, q: number, there: boolean) => {
		if (there) far[p] = Math.min(far[p], far[q] + 1);
	};
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p++) {
			pass(p, p - 1, x > 0);
			pass(p, p - width, y > 0);
		}
	for (let y = height - 1, p = far.length - 1; y >= 0; y--)
		for (let x = width - 1; x >= 0; x--, p--) {
			pass(p, p + 1, x < width - 1);
			pass(p, p + width, y < height - 1);
		}
	return far.map((steps, p) => (open[p] ? 0 : steps <= reach ? BESIDE : 1));
}
