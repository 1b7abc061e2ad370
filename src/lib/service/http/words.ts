import {
	DescriptionRequest,
	FullerRequest,
	ReadingRequest,
	type Description,
	type FullerVersions,
	type Reading
} from '$lib/core/contract';
import { characterOf } from '$lib/service/standins';
import { Crowded, openThreads, threadFile, type Threads } from './threads';
import type { Images } from './images';
import { invalid, problem } from './problem';
import type { WordsResult, WordsTask } from './words-thread';

/** Longest that words are worked on before the thread is ended, in milliseconds, and how many wait. */
const PATIENCE = 15_000;
const MOST_WAITING = 64;

/** Helps with words, on a thread of its own: nobody waits for somebody else's long text. */
export class WordsDesk {
	readonly #threads: Threads<WordsTask, WordsResult>;
	#closing = false;

	constructor(
		threads = openThreads<WordsTask, WordsResult>(threadFile('words-thread'), 1, MOST_WAITING)
	) {
		this.#threads = threads;
	}

	close(): Promise<void> {
		this.#closing = true;
		return this.#threads.close();
	}

	/** Says which words of a prompt a model has no notion of. */
	async read(body: unknown): Promise<Reading> {
		const parsed = ReadingRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const { model, prompt, negative } = parsed.data;
		const character = characterOf(model);
		if (!character) {
			const message = `There is no model "${model.slice(0, 80)}" here.`;
			throw problem(422, 'The model is not known', message, [{ path: 'model', message }]);
		}
		const { promptWords } = character.card;
		return (await this.#work({ kind: 'reading', prompt, negative, promptWords })) as Reading;
	}

	/** Makes fuller versions of a plain line. */
	async fuller(body: unknown): Promise<FullerVersions> {
		const parsed = FullerRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		return (await this.#work({ kind: 'fuller', request: parsed.data })) as FullerVersions;
	}

	/** Says in words what a picture shows that was sent before. */
	async describe(body: unknown, images: Images): Promise<Description> {
		const parsed = DescriptionRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const { image } = parsed.data;
		const picture = images.find(image);
		if (!picture) {
			const message = `The picture "${image.slice(0, 80)}" is not known here; send it again first.`;
			throw problem(422, 'A picture is missing', message, [{ path: 'image', message }]);
		}
		return (await this.#work({ kind: 'description', picture })) as Description;
	}

	async #work(task: WordsTask): Promise<WordsResult> {
		try {
			return await this.#threads.run(task, AbortSignal.timeout(PATIENCE));
		} catch (cause) {
			// Its thread was ended with the service: nothing went wrong.
			if (this.#closing)
				throw problem(
					503,
					'The service is being ended',
					'The text was not worked through to its end. Ask again once the service runs.'
				);
			if (cause instanceof Crowded)
				throw problem(
					429,
					'Too many questions at once',
					'The service is still at earlier ones. Ask again in a moment.',
					undefined,
					{ 'retry-after': '2' }
				);
			if (cause instanceof Error && cause.name === 'AbortError')
				throw problem(
					503,
					'This took too long',
					'The text could not be worked through in time. Make it shorter and ask again.'
				);
			throw cause;
		}
	}
}
