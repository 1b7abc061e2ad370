import type { Brief, Plan } from '$lib/core/schema';
import { readStack } from '$lib/core/wording';

/** A brief as version 1 kept it. */
export type Brief1 = Omit<Brief, 'words' | 'rack' | 'design'> & {
	rack: Omit<Brief['rack'], 'style'>;
};
/** A plan as version 1 kept it: with one prompt, one negative prompt and no styles. */
export type Plan1 = Omit<Plan, 'rack' | 'design' | 'paused' | 'place'> & {
	design: 'all';
	prompt: string;
	negative: string;
	rack: Omit<Plan['rack'], 'style' | 'wording' | 'negative'>;
};

/** A brief of version 1 as version 2 keeps it: its prompt as phrases. */
export function upgradeBrief(old: Brief1, newId: () => string): Brief {
	return {
		...old,
		words: {
			stack: readStack(old.prompt, newId),
			versions: [],
			sets: [],
			leaveOut: old.negative
		},
		rack: { ...old.rack, style: [[]] },
		design: { kind: 'all' }
	};
}

/** A plan of version 1 as version 2 keeps it: its words as stops. */
export function upgradePlan({ prompt, negative, ...old }: Plan1): Plan {
	return {
		...old,
		design: { kind: 'all' },
		paused: false,
		place: old.createdAt,
		rack: { ...old.rack, style: [[]], wording: [prompt], negative: [negative] }
	};
}
