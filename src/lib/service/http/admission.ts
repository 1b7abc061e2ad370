import { z } from 'zod';
import { schedules } from '$lib/service/diffusion';
import { JobRequest, TakeRequest, type ModelCard, type Problem } from '$lib/core/contract';
import { cards } from '$lib/service/standins';
import { UNPROMPTED } from '$lib/core/wording';
import { readJson } from './body';
import type { Images } from './images';
import { notNow } from './events';
import { limits } from './limits';
import type { TakePictures } from './pictures';
import { invalid, mistakesOf, MOST_MISTAKES, problem } from './problem';
import type { Teaching } from './teaching';

/** What takes may ask for by id. */
export interface Shelf {
	images: Images;
	teaching: Teaching;
}

/** What a caller's takes may ask for: what others sent is not theirs. */
interface OwnShelf {
	shelf: Shelf;
	caller: string;
}

/** A job that was admitted, and the pictures of each of its takes. */
export interface AdmittedJob {
	request: JobRequest;
	pictures: TakePictures[];
}

/** Reads a job from a body, or throws a problem that says what is wrong with its shape. */
export const readJob = async (request: Request): Promise<JobRequest> =>
	parseJob(await readJson(request));

/**
 * Looks whether a job can be made, or throws a problem that says why not.
 * @param offered the models that can be made at present
 */
export async function admitJob(
	job: JobRequest,
	shelf: Shelf,
	caller: string,
	offered: readonly ModelCard[] = cards
): Promise<AdmittedJob> {
	await bring(job.takes, shelf, caller);
	return { request: job, pictures: admit(job, { shelf, caller }, offered) };
}

/** Has what takes ask for by id here, where it was sent to another process. */
async function bring(takes: readonly TakeRequest[], shelf: Shelf, caller: string): Promise<void> {
	const images = takes.flatMap(({ start, mask, references = [] }) =>
		[start, mask, ...references].flatMap((one) => one?.image ?? [])
	);
	const adapters = takes.flatMap(({ adapters: asked = [] }) => asked.map(({ id }) => id));
	await shelf.images.bring(new Set(images), caller);
	await shelf.teaching.bring(new Set(adapters), caller);
}

/** The pictures of a take that was admitted before. Throws a problem when one of them is gone. */
export async function picturesFor(
	take: TakeRequest,
	shelf: Shelf,
	caller: string
): Promise<TakePictures> {
	await bring([take], shelf, caller);
	return admit({ key: '', takes: [take] }, { shelf, caller }, cards)[0];
}

/** What a job is beside its takes. */
const Envelope = JobRequest.omit({ takes: true }).extend({ takes: z.array(z.unknown()).min(1) });

/** A job of a body. Takes are counted before they are looked at, and looked at until there are faults enough. */
function parseJob(body: unknown): JobRequest {
	const envelope = Envelope.safeParse(body);
	if (!envelope.success) throw invalid(envelope.error);
	const { key, takes } = envelope.data;
	if (takes.length > limits.maxTakesPerJob) throw tooMany(takes.length);
	const read: TakeRequest[] = [];
	const errors: NonNullable<Problem['errors']> = [];
	for (const [i, take] of takes.entries()) {
		const parsed = TakeRequest.safeParse(take);
		if (parsed.success) read.push(parsed.data);
		else errors.push(...mistakesOf(parsed.error, `takes.${i}`));
		if (errors.length >= MOST_MISTAKES) break;
	}
	if (errors.length)
		throw problem(
			422,
			'The request does not have the right shape',
			'Some fields are not as the contract says; see errors.',
			errors.slice(0, MOST_MISTAKES)
		);
	return { key, takes: read };
}

const tooMany = (count: number) =>
	problem(
		413,
		'Too many takes in one job',
		`A job may have ${limits.maxTakesPerJob} takes and this one has ${count}; send it in parts.`
	);

/** Checks a job against the models' cards and the service's limits. */
function admit(job: JobRequest, own: OwnShelf, offered: readonly ModelCard[]): TakePictures[] {
	const errors: NonNullable<Problem['errors']> = [];
	const refs = new Set<string>();
	const pictures = job.takes.map((take, i): TakePictures => {
		const say = (field: string, message: string) =>
			errors.push({ path: `takes.${i}.${field}`, message });
		if (refs.has(take.ref)) say('ref', `"${take.ref}" is used twice in this job.`);
		refs.add(take.ref);
		const card = offered.find(({ id }) => id === take.model);
		if (!card) {
			// A model that we know is offered again once its worker is back.
			if (cards.some(({ id }) => id === take.model))
				throw notNow(`No worker offers the model "${take.model}".`);
			say('model', `There is no model "${take.model}" here.`);
			return {};
		}
		admitTake(take, card, say);
		return admitPictures(take, card, own, say);
	});
	if (errors.length) {
		throw problem(
			422,
			'The request asks for something that is not offered',
			`${errors[0].message} See errors for all ${errors.length}.`,
			errors.slice(0, 50)
		);
	}
	return pictures;
}

type Say = (field: string, message: string) => void;

function admitTake(take: TakeRequest, card: ModelCard, say: Say): void {
	const pixels = take.width * take.height;
	const most = Math.min(card.maxPixels, limits.maxPixels);
	if (pixels > most) {
		throw problem(
			413,
			'The frame is too large',
			`${card.name} makes up to ${most} pixels; ${take.width}x${take.height} has ${pixels}.`
		);
	}
	const ratio = Math.max(take.width / take.height, take.height / take.width);
	if (card.maxRatio && ratio > card.maxRatio)
		say(
			take.width > take.height ? 'width' : 'height',
			`${card.name} makes frames up to ${card.maxRatio} times as long as they are wide; ${take.width}x${take.height} is longer.`
		);
	if (!take.prompt.trim() && !card.features.includes(UNPROMPTED))
		say('prompt', `${card.name} needs a prompt; this one is empty.`);
	const multiple = card.sizeMultiple;
	for (const side of ['width', 'height'] as const) {
		if (take[side] % multiple !== 0) {
			say(side, `${card.name} takes multiples of ${multiple} pixels; ${take[side]} is none.`);
		}
	}
	const maxSteps = Math.min(card.steps.max, limits.maxSteps);
	if (take.steps > maxSteps) say('steps', `${card.name} takes up to ${maxSteps} steps.`);
	if (take.guidance < card.guidance.min || take.guidance > card.guidance.max) {
		say(
			'guidance',
			`${card.name} takes guidance from ${card.guidance.min} to ${card.guidance.max}.`
		);
	}
	if (!card.samplers.includes(take.sampler)) {
		say(
			'sampler',
			`${card.name} has ${card.samplers.join(', ')}; "${take.sampler}" is none of them.`
		);
	}
	if (!card.schedules.includes(take.schedule) || !(take.schedule in schedules)) {
		say(
			'schedule',
			`${card.name} has ${card.schedules.join(', ')}; "${take.schedule}" is none of them.`
		);
	}
}

/** Checks what a take asks for beyond the plain dials, and gathers its pictures. */
function admitPictures(
	take: TakeRequest,
	card: ModelCard,
	{ shelf, caller }: OwnShelf,
	say: Say
): TakePictures {
	const can = (feature: string, field: string) => {
		if (card.features.includes(feature)) return;
		const has = card.features.filter((f) => f.startsWith(feature.split(':')[0]));
		say(
			field,
			`${card.name} has no "${feature}"${has.length && has[0] !== feature ? `; it has ${has.join(', ')}` : ''}.`
		);
	};
	const find = (image: string, field: string) => {
		const picture = shelf.images.find(image, caller);
		if (!picture)
			say(field, `The picture "${image.slice(0, 80)}" is not known here; send it again first.`);
		return picture;
	};
	const out: TakePictures = {};
	if (take.batch) can('batch', 'batch');
	if (take.variation) can('variation', 'variation');
	if (take.turned) can('variation', 'turned');
	if (take.start) {
		const { fit = 'fill', image } = take.start;
		can(fit === 'fill' ? 'start' : fit, 'start');
		out.start = find(image, 'start.image');
		if (take.start.at && fit !== 'extend')
			say('start.at', 'Only a picture that is extended has a place in its frame.');
		if (fit === 'enlarge' && take.mask)
			say('mask', 'A picture is enlarged as a whole; leave the mask out.');
	}
	if (take.mask) {
		can('mask', 'mask');
		if (!take.start) say('mask', 'A mask needs a start picture: say which in start.');
		out.mask = find(take.mask.image, 'mask.image');
	}
	const references = (take.references ?? []).map(({ image, use }, r) => {
		can(`reference:${use}`, `references.${r}.use`);
		return find(image, `references.${r}.image`);
	});
	if (references.length) out.references = references.filter((picture) => picture !== undefined);
	const seen = new Set<string>();
	for (const [a, { id, weight }] of (take.adapters ?? []).entries()) {
		const field = `adapters.${a}.id`;
		if (seen.has(id)) say(field, `"${id.slice(0, 80)}" is used twice in this take.`);
		seen.add(id);
		if (card.adapters.some((adapter) => adapter.id === id)) continue;
		const taught = shelf.teaching.find(id, caller);
		if (taught) {
			can('teach', field);
			(out.taught ??= []).push({ pictures: taught.pictures, weight });
		} else {
			const names = card.adapters.map((adapter) => adapter.id).join(', ') || 'none';
			say(
				field,
				`${card.name} has the adapters ${names}; "${id.slice(0, 80)}" is not one of them.`
			);
		}
	}
	return out;
}
