import type { Brief, Rack, TakeSettings } from '$lib/core/schema';

/** A brief's words and dials turned to given settings, each dial held at one stop. What the settings leave open stays. */
export function loadSettings(
	brief: Brief,
	settings: Partial<TakeSettings>
): Partial<Pick<Brief, 'prompt' | 'negative' | 'rack'>> {
	const { prompt, negative, width, height, model, guidance, steps, sampler, schedule, seed } =
		settings;
	const rack: Rack = { ...brief.rack };
	if (width !== undefined && height !== undefined) rack.frame = [{ width, height }];
	if (model !== undefined) rack.model = [model];
	if (guidance !== undefined) rack.guidance = [guidance];
	if (steps !== undefined) rack.steps = [steps];
	if (sampler !== undefined) rack.sampler = [sampler];
	if (schedule !== undefined) rack.schedule = [schedule];
	if (seed !== undefined) rack.seed = [seed];
	return {
		rack,
		...(prompt !== undefined ? { prompt } : {}),
		...(negative !== undefined ? { negative } : {})
	};
}
