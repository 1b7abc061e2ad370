/**
 * Words from a picture: `npm run models` reads the subject from 200 takes of all models at
 * their own sizes and good settings, drawn by a generator, and says how often the first word is right
 * and whether chances are what is said of them. `npm run learn` fits how looks and
 * contours are weighed, on takes of their own.
 */
import { fork } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { stream } from '../src/lib/core/random';
import { characters } from '../src/lib/service/standins';
import {
	evidenceOfSubject,
	subjectsIn,
	type SubjectEvidence
} from '../src/lib/service/standins/describe';
import { framings } from '../src/lib/service/standins/repertoire/framings';
import { lights } from '../src/lib/service/standins/repertoire/lights';
import { media } from '../src/lib/service/standins/repertoire/media';
import { places } from '../src/lib/service/standins/repertoire/places';
import { subjects } from '../src/lib/service/standins/repertoire/subjects';
import { makeSurface } from '../src/lib/service/http/surface';
import { forgetBooks, makeTake } from './make-take';
import { putSection } from './page';

const FILE = 'src/lib/service/standins/describe/learned.json';
const learning = process.argv.includes('--contours');
const COUNT = Number(process.argv.find((one) => /^\d+$/.test(one)) ?? (learning ? 500 : 200));

/** One take of a subject that a generator drew, and what tells subjects apart in it. */
interface Read {
	i: number;
	subject: string;
	model: string;
	prompt: string;
	evidence: Pick<SubjectEvidence, 'looks'> & { scores: number[] };
	likelihoods: { id: string; likelihood: number }[];
}

function read(i: number): Read {
	const random = stream(`${learning ? 'contours' : 'held out'}|${i}`);
	const character = random.pick(characters);
	const say = <T extends { words: string[] }>(items: readonly T[], chance: number) =>
		random.chance(chance) ? [random.pick(items).words[0]] : [];
	const subject = random.pick(subjects);
	// A model is asked in its own medium more often than not, as its buyers do.
	const prompt = [
		subject.words[0],
		...say(places, 0.6),
		...say(lights, 0.7),
		...say(framings, 0.2),
		...say(media, 0.2)
	].join(', ');
	const { width, height } = random.pick(character.card.nativeSizes);
	const scale = learning ? 448 / Math.max(width, height) : 1;
	const size = {
		width: 8 * Math.round((width * scale) / 8),
		height: 8 * Math.round((height * scale) / 8)
	};
	const { pixels } = makeTake(character, { prompt, ...size, seed: random.below(1e6) });
	forgetBooks();
	const evidence = evidenceOfSubject(pixels, size.width, size.height, makeSurface);
	return {
		i,
		subject: subject.id,
		model: character.card.id,
		prompt,
		evidence: { looks: evidence.looks, scores: evidence.seen.map(({ score }) => score) },
		likelihoods: subjectsIn(evidence).map(({ subject: { id }, likelihood }) => ({
			id,
			likelihood
		}))
	};
}

const half = process.argv.find((one) => one.startsWith('--half='))?.slice(7);
if (half !== undefined) {
	for (let i = Number(half); i < COUNT; i += 2) process.send!(read(i));
} else {
	const all: Read[] = [];
	await Promise.all(
		['0', '1'].map(
			(which) =>
				new Promise<void>((done, fail) => {
					const child = fork(process.argv[1], [...process.argv.slice(2), `--half=${which}`]);
					child.on('message', (one) => {
						all.push(one as Read);
						if (all.length % 50 === 0) console.log(`${all.length} of ${COUNT} takes`);
					});
					child.on('exit', (code) => (code ? fail(new Error('A half failed.')) : done()));
				})
		)
	);
	all.sort((a, b) => a.i - b.i);
	if (learning) fitContours(all);
	else report(all);
}

/** Weights of looks and contours that make what was true likeliest, found on a grid. */
function fitContours(all: readonly Read[]): void {
	const { ids } = (
		JSON.parse(readFileSync(FILE, 'utf8')) as { facets: { facet: string; ids: string[] }[] }
	).facets.find(({ facet }) => facet === 'subject')!;
	// What is usual of each subject, where another is shown.
	const others = ids.map((id, k) =>
		all.filter(({ subject }) => subject !== id).map(({ evidence }) => evidence.scores[k])
	);
	const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
	const means = others.map(mean);
	const deviations = others.map((values, k) =>
		Math.sqrt(mean(values.map((v) => (v - means[k]) ** 2)))
	);
	const surprise = (byLooks: number, byContours: number) =>
		mean(
			all.map(({ subject, evidence: { looks, scores } }) => {
				const logits = looks.map(
					(look, k) => byLooks * look + (byContours * (scores[k] - means[k])) / deviations[k]
				);
				const top = Math.max(...logits);
				const total = logits.reduce((sum, v) => sum + Math.exp(v - top), 0);
				return Math.log(total) + top - logits[ids.indexOf(subject)];
			})
		);
	let best = { byLooks: 0, byContours: 0, surprise: Infinity };
	for (let a = 0; a <= 1.2; a += 0.025)
		for (let b = 0; b <= 3; b += 0.05) {
			const found = surprise(a, b);
			if (found < best.surprise) best = { byLooks: a, byContours: b, surprise: found };
		}
	console.log(best, 'looks alone', Math.min(...[0.1, 0.2, 0.3, 0.5].map((a) => surprise(a, 0))));
	const file = JSON.parse(readFileSync(FILE, 'utf8')) as object;
	const short = (v: number) => Number(v.toPrecision(5));
	writeFileSync(
		FILE,
		JSON.stringify({
			...file,
			contours: {
				means: means.map(short),
				deviations: deviations.map(short),
				byLooks: short(best.byLooks),
				byContours: short(best.byContours)
			}
		}) + '\n'
	);
}

function report(all: readonly Read[]): void {
	const right = all.filter(({ subject, likelihoods }) => likelihoods[0].id === subject);
	console.log(
		`The first word is right in ${right.length} of ${all.length} (${((100 * right.length) / all.length).toFixed(1)}%).`
	);
	const bands = [0, 0.3, 0.5, 0.7, 0.9, 0.97].map((from, i, ends) => {
		const to = ends[i + 1] ?? 1.01;
		const said = all.filter(
			({ likelihoods: [{ likelihood }] }) => likelihood >= from && likelihood < to
		);
		const hits = said.filter(({ subject, likelihoods }) => likelihoods[0].id === subject).length;
		const mean =
			said.reduce((sum, { likelihoods }) => sum + likelihoods[0].likelihood, 0) / said.length;
		return { from, takes: said.length, said: mean, right: hits / said.length };
	});
	putSection(
		'words',
		`## Words from a picture

Of ${all.length} takes of all models at their own sizes and good settings, subjects drawn by a generator from all ${subjects.length}, the first word for the subject is right in ${right.length} (${((100 * right.length) / all.length).toFixed(1)}%). What is said of its chance, and how often it is so:

| said | takes | said on average | right |
| --- | --- | --- | --- |
${bands.map(({ from, takes, said, right }) => `| from ${100 * from}% | ${takes} | ${(100 * said).toFixed(0)}% | ${(100 * right).toFixed(0)}% |`).join('\n')}`
	);
	console.table(bands);
	console.table(
		characters.map(({ card: { id } }) => {
			const own = all.filter(({ model }) => model === id);
			const hits = own.filter(({ subject, likelihoods }) => likelihoods[0].id === subject);
			return { model: id, takes: own.length, right: hits.length };
		})
	);
	for (const { prompt, model, likelihoods } of all.filter((one) => !right.includes(one)))
		console.log(
			`${model}: ${prompt} read as ${likelihoods
				.slice(0, 2)
				.map(({ id, likelihood }) => `${id} ${likelihood.toFixed(2)}`)
				.join(', ')}`
		);
}
