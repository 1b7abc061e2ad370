import {
	DescriptionRequest,
	FullerRequest,
	ReadingRequest,
	type Description,
	type FullerVersions,
	type Reading
} from '$lib/core/contract';
import { characterOf } from '$lib/service/standins';
import type { Images } from './images';
import { FairLine } from './line';
import { invalid, problem } from './problem';
import { openThreads, threadFile, type Threads } from './threads';
import type { WordsResult, WordsTask } from './words-thread';

/** How long one question may be worked on before its thread is ended, in milliseconds. */
const PATIENCE = 15_000;

/** How many questions of one caller may wait. */
const MOST_WAITING = 48;

/** What a question is about, as its answers name it. */
const ABOUT: Record<WordsTask['kind'], string> = {
	reading: 'The prompt could not be read in time. Make it shorter and ask again.',
	fuller: 'The line could not be worked out in time. Make it shorter and ask again.',
	description: 'The picture could not be described in time. Send a smaller one and ask again.'
};

/** Helps with words, on a thread of its own. Callers take turns: nobody waits for somebody else's many questions. */
export class WordsDesk {
	readonly #threads: Threads<WordsTask, WordsResult>;
	readonly #line = new FairLine(1);
	/** Questions that wait or are worked on, by caller. */
	readonly #asked = new Map<string, number>();
	#closing = false;

	readonly #most: number;

	/** @param most how many questions of one caller may wait */
	constructor(
		threads = openThreads<WordsTask, WordsResult>(threadFile('words-thread'), 1),
		most = MOST_WAITING
	) {
		this.#threads = threads;
		this.#most = most;
	}

	close(): Promise<void> {
		this.#closing = true;
		return this.#threads.close();
	}

	/** Says which words of a prompt a model has no notion of. */
	async read(body: unknown, caller: string): Promise<Reading> {
		const parsed = ReadingRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const { model, prompt, negative } = parsed.data;
		const character = characterOf(model);
		if (!character) {
			const message = `There is no model "${model.slice(0, 80)}" here.`;
			throw problem(422, 'The model is not known', message, [{ path: 'model', message }]);
		}
		const { promptWords } = character.card;
		const task: WordsTask = { kind: 'reading', prompt, negative, promptWords };
		return (await this.#work(task, caller)) as Reading;
	}

	/** Makes fuller versions of a plain line. */
	async fuller(body: unknown, caller: string): Promise<FullerVersions> {
		const parsed = FullerRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const task: WordsTask = { kind: 'fuller', request: parsed.data };
		return (await this.#work(task, caller)) as FullerVersions;
	}

	/** Says in words what a picture shows that was sent before. */
	async describe(body: unknown, images: Images, caller: string): Promise<Description> {
		const parsed = DescriptionRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const { image } = parsed.data;
		// It may have been sent to another process.
		await images.bring([image], caller);
		const picture = images.find(image, caller);
		if (!picture) {
			const message = `The picture "${image.slice(0, 80)}" is not known here; send it again first.`;
			throw problem(422, 'A picture is missing', message, [{ path: 'image', message }]);
		}
		return (await this.#work({ kind: 'description', picture }, caller)) as Description;
	}

	/** Works on a question in its caller's turn. The time counts from then on. */
	async #work(task: WordsTask, caller: string): Promise<WordsResult> {
		const asked = this.#asked.get(caller) ?? 0;
		if (asked >= this.#most)
			throw problem(
				429,
				'Too many questions at once',
				`${asked} questions of yours are waiting for an answer. Ask again in a moment.`,
				undefined,
				{ 'retry-after': '2' }
			);
		this.#asked.set(caller, asked + 1);
		const leave = await this.#line.turn(caller, NEVER);
		try {
			if (this.#closing) throw ending();
			return await this.#threads.run(task, AbortSignal.timeout(PATIENCE));
		} catch (cause) {
			// Its thread was ended with the service: nothing went wrong.
			if (this.#closing) throw ending();
			if (cause instanceof Error && cause.name === 'AbortError')
				throw problem(503, 'This took too long', ABOUT[task.kind]);
			throw cause;
		} finally {
			leave?.();
			const left = this.#asked.get(caller)! - 1;
			if (left) this.#asked.set(caller, left);
			else this.#asked.delete(caller);
		}
	}
}

/** Questions are short: one that nobody waits for any more is answered all the same. */
const NEVER = new AbortController().signal;

const ending = () =>
	problem(
		503,
		'The service is being ended',
		'The question was not answered. Ask again once the service runs.',
		undefined,
		{ 'retry-after': '5' }
	);
