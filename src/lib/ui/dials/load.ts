import { ALONE, NO_ADAPTER, NO_START, type Draft } from '$lib/core/dials';
import type { Brief, Rack } from '$lib/core/schema';
import { plainWords } from '$lib/core/wording';

const newId = () => crypto.randomUUID();

/**
 * A brief's words and dials turned to given settings, each dial held at one stop. What the settings
 * leave open stays.
 */
export function loadSettings(
	brief: Brief,
	{ settings, words }: Draft
): Partial<Pick<Brief, 'prompt' | 'negative' | 'words' | 'rack'>> {
	const { width, height, model, guidance, steps, sampler, schedule, seed, adapters, start, batch } =
		settings;
	const rack: Rack = { ...brief.rack };
	if (width !== undefined && height !== undefined) rack.frame = [{ width, height }];
	if (model !== undefined) rack.model = [model];
	if (guidance !== undefined) rack.guidance = [guidance];
	if (steps !== undefined) rack.steps = [steps];
	if (sampler !== undefined) rack.sampler = [sampler];
	if (schedule !== undefined) rack.schedule = [schedule];
	if (seed !== undefined) rack.seed = [seed];
	// Settings with a model are whole: what they have none of is none.
	if (model !== undefined) {
		rack.own = {};
		rack.adapter = [adapters?.map(({ id }) => id).join(' + ') || NO_ADAPTER];
		rack.start = [start?.image ?? NO_START];
		rack.batch = [batch ? batch.index + 1 : ALONE];
	}
	if (adapters?.length) rack.weight = [adapters[0].weight];
	if (start) rack.strength = [start.strength];
	return loadWords(brief, { settings, words }, rack);
}

/** The same for the words alone: prompt, negative prompt and styles. */
export function loadWords(
	brief: Brief,
	{ settings, words }: Draft,
	rack: Rack = brief.rack
): Partial<Pick<Brief, 'prompt' | 'negative' | 'words' | 'rack'>> {
	const prompt = words?.wording ?? settings.prompt;
	const negative = words?.negative ?? settings.negative;
	const styles = words?.styles ?? (prompt === undefined ? undefined : []);
	return {
		rack: styles ? { ...rack, style: [styles] } : rack,
		...(prompt === undefined && negative === undefined
			? {}
			: plainWords(brief.words, { prompt, negative }, newId))
	};
}
