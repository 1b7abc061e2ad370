/**
 * Learns what tells the members of the repertoire apart, for describing pictures in words:
 * `npm run learn` paints some thousands of scenes, fits linear discriminants to them, writes
 * `src/lib/service/standins/describe/learned.json` and prints how often they are right on scenes that
 * they were not fitted to. About ten minutes on two threads.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { stream } from '../src/lib/core/random';
import {
	characters,
	paintScene,
	readPrompt,
	scenesFor,
	type Scene
} from '../src/lib/service/standins';
import { FEATURES, featuresOf, lookedAt } from '../src/lib/service/standins/describe/features';
import {
	posterior,
	type LearnedFacet,
	type StoredFacet
} from '../src/lib/service/standins/describe';
import { framings } from '../src/lib/service/standins/repertoire/framings';
import { lights } from '../src/lib/service/standins/repertoire/lights';
import { media } from '../src/lib/service/standins/repertoire/media';
import { moods } from '../src/lib/service/standins/repertoire/moods';
import { places } from '../src/lib/service/standins/repertoire/places';
import { subjects } from '../src/lib/service/standins/repertoire/subjects';
import { makeSurface } from '../src/lib/service/http/surface';

const facets = ['subject', 'place', 'light', 'framing', 'medium', 'mood'] as const;
type Labels = Record<(typeof facets)[number], string>;

/** Samples in all, of which every eighth is kept aside. */
const SAMPLES = Number(process.argv[2] ?? 4000);
const LONGER_SIDE = 288;

/** A scene drawn from the whole repertoire, and what it shows. */
function draw(i: number): { scene: Scene; width: number; height: number; labels: Labels } {
	const random = stream(`learn|${i}`);
	const character = random.pick(characters);
	const say = <T extends { words: string[] }>(items: readonly T[], chance: number) =>
		random.chance(chance) ? [random.pick(items).words[0]] : [];
	const prompt = [
		random.pick(subjects).words[0],
		...say(places, 0.75),
		...say(lights, 0.9),
		...say(framings, 0.45),
		...say(media, 0.5),
		...say(moods, 0.35)
	].join(', ');
	const scene = random.pick(
		scenesFor(character, readPrompt(prompt)).filter(({ prompted }) => prompted)
	);
	const native = random.pick(character.card.nativeSizes);
	const scale = LONGER_SIDE / Math.max(native.width, native.height);
	return {
		scene,
		width: Math.round(native.width * scale),
		height: Math.round(native.height * scale),
		labels: {
			subject: scene.lead.subject.id,
			place: scene.place.id,
			light: scene.light.id,
			framing: scene.framing.id,
			medium: scene.medium.id,
			mood: scene.mood?.id ?? ''
		}
	};
}

/** Features of one drawn scene, its contrast changed a little as guidance would. */
function sample(i: number) {
	const { scene, width, height, labels } = draw(i);
	const gain = stream(`learn-gain|${i}`).between(0.92, 1.25);
	const pixels = paintScene(scene, width, height, makeSurface).map((v) =>
		Math.max(0, Math.min(255, (v - 128) * gain + 128))
	);
	const small = lookedAt(pixels, width, height);
	return { features: featuresOf(small.pixels, small.width, small.height), labels };
}

type Sample = ReturnType<typeof sample>;

if (!isMainThread) {
	const { from, step, count } = workerData as { from: number; step: number; count: number };
	for (let i = from; i < count; i += step) parentPort!.postMessage({ i, ...sample(i) });
	process.exit();
}

async function gather(): Promise<Sample[]> {
	const all: Sample[] = [];
	const threads = 2;
	await Promise.all(
		Array.from(
			{ length: threads },
			(_, from) =>
				new Promise<void>((resolve, reject) => {
					const worker = new Worker(new URL(import.meta.url), {
						workerData: { from, step: threads, count: SAMPLES }
					});
					worker.on('message', ({ i, ...one }: Sample & { i: number }) => {
						all[i] = one;
						if (i % 500 === 0) console.log(`painted ${i} of ${SAMPLES}`);
					});
					worker.on('error', reject);
					worker.on('exit', () => resolve());
				})
		)
	);
	return all.filter(Boolean);
}

/**
 * Linear discriminants of one facet, from standardised features: one for each amount by which the
 * covariance within the classes is shrunk towards a multiple of the identity.
 */
function fit(
	facet: (typeof facets)[number],
	rows: { features: Float32Array; labels: Labels }[],
	shrinking: readonly number[]
): LearnedFacet[] {
	const ids = [...new Set(rows.map(({ labels }) => labels[facet]))].sort();
	const members = ids.map((id) => rows.filter(({ labels }) => labels[facet] === id));
	const means = members.map((own) => {
		const mean = new Float64Array(FEATURES);
		for (const { features } of own)
			for (let i = 0; i < FEATURES; i++) mean[i] += features[i] / own.length;
		return mean;
	});
	const within = Array.from({ length: FEATURES }, () => new Float64Array(FEATURES));
	members.forEach((own, k) => {
		const apart = new Float64Array(FEATURES);
		for (const { features } of own) {
			for (let i = 0; i < FEATURES; i++) apart[i] = features[i] - means[k][i];
			for (let i = 0; i < FEATURES; i++) {
				const row = within[i];
				const v = apart[i] / rows.length;
				for (let j = 0; j <= i; j++) row[j] += v * apart[j];
			}
		}
	});
	let trace = 0;
	for (let i = 0; i < FEATURES; i++) trace += within[i][i] / FEATURES;
	return shrinking.map((shrink) => {
		const covariance = Matrix.zeros(FEATURES, FEATURES);
		for (let i = 0; i < FEATURES; i++)
			for (let j = 0; j <= i; j++) {
				const v = within[i][j] * (1 - shrink) + (i === j ? shrink * trace : 0);
				covariance.set(i, j, v);
				covariance.set(j, i, v);
			}
		const solved = new CholeskyDecomposition(covariance).solve(
			new Matrix(means.map((mean) => [...mean])).transpose()
		);
		const weights = new Float32Array(ids.length * FEATURES);
		const offsets = new Float32Array(ids.length);
		ids.forEach((_, k) => {
			let half = 0;
			for (let i = 0; i < FEATURES; i++) {
				weights[k * FEATURES + i] = solved.get(i, k);
				half += (solved.get(i, k) * means[k][i]) / 2;
			}
			offsets[k] = Math.log(members[k].length / rows.length) - half;
		});
		return { facet, ids, temperature: 1, offsets, weights };
	});
}

/** Mean of minus the logarithm of what was given to the truth. */
function surprise(learned: LearnedFacet, rows: Sample[], facet: (typeof facets)[number]): number {
	let sum = 0;
	for (const { features, labels } of rows) {
		const p = posterior(learned, features)[learned.ids.indexOf(labels[facet])] ?? 0;
		sum -= Math.log(Math.max(p, 1e-6));
	}
	return sum / rows.length;
}

const all = await gather();
const means = new Float64Array(FEATURES);
const deviations = new Float64Array(FEATURES);
for (const { features } of all)
	for (let i = 0; i < FEATURES; i++) means[i] += features[i] / all.length;
for (const { features } of all)
	for (let i = 0; i < FEATURES; i++) deviations[i] += (features[i] - means[i]) ** 2 / all.length;
for (let i = 0; i < FEATURES; i++) deviations[i] = Math.max(1e-4, Math.sqrt(deviations[i]));
for (const { features } of all)
	for (let i = 0; i < FEATURES; i++) features[i] = (features[i] - means[i]) / deviations[i];
const aside = all.filter((_, i) => i % 8 === 7);
const rows = all.filter((_, i) => i % 8 !== 7);

const stored: StoredFacet[] = [];
const report = facets.map((facet) => {
	let best: LearnedFacet | undefined;
	let least = Infinity;
	let chosen = 0;
	const shrinking = [0.03, 0.1, 0.25];
	for (const [s, learned] of fit(facet, rows, shrinking).entries()) {
		for (const temperature of [0.7, 1, 1.3, 1.7, 2.2, 3, 4, 6]) {
			const found = surprise({ ...learned, temperature }, aside, facet);
			if (found < least) [least, best, chosen] = [found, { ...learned, temperature }, shrinking[s]];
		}
	}
	const learned = best!;
	const scales: number[] = [];
	const packed = new Int8Array(learned.weights.length);
	learned.ids.forEach((_, k) => {
		const own = learned.weights.subarray(k * FEATURES, (k + 1) * FEATURES);
		const scale = own.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-9) / 127;
		scales.push(scale);
		own.forEach((v, i) => (packed[k * FEATURES + i] = Math.round(v / scale)));
	});
	stored.push({
		facet,
		ids: learned.ids,
		temperature: learned.temperature,
		offsets: [...learned.offsets].map((v) => Number(v.toPrecision(6))),
		scales: scales.map((v) => Number(v.toPrecision(6))),
		weights: Buffer.from(packed.buffer).toString('base64')
	});
	const rank = (count: number) =>
		aside.filter(({ features, labels }) => {
			const p = posterior(learned, features);
			const order = learned.ids.map((_, k) => k).sort((a, b) => p[b] - p[a]);
			return order.slice(0, count).some((k) => learned.ids[k] === labels[facet]);
		}).length / aside.length;
	return {
		facet,
		members: learned.ids.length,
		first: `${(100 * rank(1)).toFixed(0)} %`,
		'among the first three': `${(100 * rank(3)).toFixed(0)} %`,
		shrinking: chosen,
		temperature: learned.temperature
	};
});
console.table(report);
const FILE = 'src/lib/service/standins/describe/learned.json';
writeFileSync(
	FILE,
	JSON.stringify({
		...(JSON.parse(readFileSync(FILE, 'utf8')) as object),
		means: [...means].map((v) => Number(v.toPrecision(5))),
		deviations: [...deviations].map((v) => Number(v.toPrecision(5))),
		facets: stored
	}) + '\n'
);
