import { applyStyles, type Style, type TakeWords } from '$lib/core/wording';
import type { Dial } from './dial';

/**
 * How a dial of the words writes. Whatever of wording, negative prompt and styles is turned, the words
 * that are sent are made up anew of all three.
 */
export const writeWords =
	(field: keyof TakeWords): Dial['write'] =>
	(draft, stop) => {
		const words: Partial<TakeWords> = { ...draft.words, [field]: stop };
		const styles: readonly Style[] = words.styles ?? [];
		const { prompt, negative } = applyStyles(
			{ prompt: words.wording ?? '', negative: words.negative ?? '' },
			styles
		);
		return {
			...draft,
			words,
			settings: {
				...draft.settings,
				...(words.wording === undefined ? {} : { prompt }),
				...(words.negative === undefined ? {} : { negative })
			}
		};
	};
