import { describePicture, readPrompt } from '$lib/service/standins';
import { fullerVersions } from '$lib/core/wording';
import type { Description, FullerRequest, FullerVersions, Reading } from '$lib/core/contract';
import type { SharedPicture } from './memory';
import { makeSurface } from './surface';

/** What is worked out about words, off the thread that answers calls. */
export type WordsTask =
	| { kind: 'reading'; prompt: string; negative?: string; promptWords: number }
	| { kind: 'fuller'; request: FullerRequest }
	| { kind: 'description'; picture: SharedPicture };
export type WordsResult = Reading | FullerVersions | Description;

export default function work(task: WordsTask): WordsResult {
	switch (task.kind) {
		case 'reading': {
			const { prompt, negative, promptWords } = task;
			return {
				unread: readPrompt(prompt, promptWords).unread,
				...(negative === undefined ? {} : { unreadNegative: readPrompt(negative).unread })
			};
		}
		case 'fuller':
			return { versions: fullerVersions(task.request) };
		case 'description': {
			const { pixels, width, height } = task.picture;
			return describePicture(new Uint8Array(pixels), width, height, makeSurface);
		}
	}
}
