import { dialOf, isOwnDial, isOwnStop, settingsOnto, type Draft } from '$lib/core/dials';
import type { Brief, Rack } from '$lib/core/schema';
import { plainWords } from '$lib/core/wording';

type Loaded = Partial<Pick<Brief, 'prompt' | 'negative' | 'words' | 'rack'>>;

const newId = () => crypto.randomUUID();

/**
 * A brief's words and dials turned to given settings, each dial held at one stop. What the settings
 * leave open stays.
 */
export function loadSettings(brief: Brief, draft: Draft): Loaded {
	const rack: Record<string, unknown> = { ...brief.rack };
	const own = draft.settings.model === undefined ? { ...brief.rack.own } : {};
	for (const [id, stop] of settingsOnto(draft)) {
		if (dialOf(id).ofWords) continue;
		if (isOwnDial(id)) delete own[id];
		rack[id] = [isOwnStop(stop) ? stop.value : stop];
	}
	return loadWords(brief, draft, { ...rack, own } as Rack);
}

/** The same for the words alone: prompt, negative prompt and styles. */
export function loadWords(brief: Brief, draft: Draft, rack: Rack = brief.rack): Loaded {
	const stops = settingsOnto(draft);
	const [prompt, negative] = (['wording', 'negative'] as const).map(
		(id) => stops.get(id) as string | undefined
	);
	const styles = stops.get('style') as Rack['style'][number] | undefined;
	return {
		rack: styles ? { ...rack, style: [styles] } : rack,
		...(prompt === undefined && negative === undefined
			? {}
			: plainWords(brief.words, { prompt, negative }, newId))
	};
}
