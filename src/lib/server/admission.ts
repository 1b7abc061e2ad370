import { schedules } from '$lib/core/diffusion';
import { JobRequest, type ModelCard, type Problem, type TakeRequest } from '$lib/core/schema';
import { characterOf } from '$lib/core/standins';
import { limits } from './limits';
import { invalid, problem } from './problem';

/** Bytes that a job's body may have. */
const MAX_BODY = 8 * 1024 * 1024;

/** Reads a job from a body, or throws a problem that says what is wrong with it. */
export async function readJob(request: Request): Promise<JobRequest> {
	const tooLarge = () =>
		problem(
			413,
			'The request is too large',
			`A job may have ${MAX_BODY / 1048576} MB; send fewer takes at a time.`
		);
	if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY) throw tooLarge();
	let text: string;
	try {
		text = await request.text();
	} catch {
		throw tooLarge();
	}
	if (text.length > MAX_BODY) throw tooLarge();
	let body: unknown;
	try {
		body = JSON.parse(text);
	} catch {
		throw problem(400, 'The request is not JSON', 'Send a JSON object with `key` and `takes`.');
	}
	const parsed = JobRequest.safeParse(body);
	if (!parsed.success) throw invalid(parsed.error);
	admit(parsed.data);
	return parsed.data;
}

/** Checks a job against the models' cards and the service's limits. */
function admit(job: JobRequest): void {
	if (job.takes.length > limits.maxTakesPerJob) {
		throw problem(
			413,
			'Too many takes in one job',
			`A job may have ${limits.maxTakesPerJob} takes and this one has ${job.takes.length}; send it in parts.`
		);
	}
	const errors: NonNullable<Problem['errors']> = [];
	const refs = new Set<string>();
	job.takes.forEach((take, i) => {
		const say = (field: string, message: string) =>
			errors.push({ path: `takes.${i}.${field}`, message });
		if (refs.has(take.ref)) say('ref', `"${take.ref}" is used twice in this job.`);
		refs.add(take.ref);
		const card = characterOf(take.model)?.card;
		if (!card) say('model', `There is no model "${take.model}" here.`);
		else admitTake(take, card, say);
	});
	if (errors.length) {
		throw problem(
			422,
			'The request asks for something that is not offered',
			`${errors[0].message} See errors for all ${errors.length}.`,
			errors.slice(0, 50)
		);
	}
}

function admitTake(
	take: TakeRequest,
	card: ModelCard,
	say: (field: string, message: string) => void
): void {
	const pixels = take.width * take.height;
	const most = Math.min(card.maxPixels, limits.maxPixels);
	if (pixels > most) {
		throw problem(
			413,
			'The frame is too large',
			`${card.name} makes up to ${most} pixels; ${take.width}x${take.height} has ${pixels}.`
		);
	}
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
