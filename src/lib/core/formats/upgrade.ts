import { plainExtras } from '$lib/core/plan';
import type { Brief, Plan, Rack } from '$lib/core/schema';
import { readStack } from '$lib/core/wording';

/** Dials that came with version 3. */
type Extras = 'adapter' | 'weight' | 'start' | 'strength' | 'batch' | 'own';

/** A brief as version 2 kept it: without adapters, start pictures, batches and models' own stops. */
export type Brief2 = Omit<Brief, 'words' | 'rack'> & {
	words: Omit<Brief['words'], 'negatives'>;
	rack: Omit<Rack, Extras>;
};
/** A plan as version 2 kept it. */
export type Plan2 = Omit<Plan, 'rack'> & { rack: Omit<Plan['rack'], Extras> };

/** A brief as version 1 kept it. */
export type Brief1 = Omit<Brief2, 'words' | 'rack' | 'design'> & {
	rack: Omit<Brief2['rack'], 'style'>;
};
/** A plan as version 1 kept it: with one prompt, one negative prompt and no styles. */
export type Plan1 = Omit<Plan2, 'rack' | 'design' | 'paused' | 'place'> & {
	design: 'all';
	prompt: string;
	negative: string;
	rack: Omit<Plan2['rack'], 'style' | 'wording' | 'negative'>;
};

/** A brief of version 1 as version 2 keeps it: its prompt as phrases. */
export function upgradeBrief1(old: Brief1, newId: () => string): Brief2 {
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
export function upgradePlan1({ prompt, negative, ...old }: Plan1): Plan2 {
	return {
		...old,
		design: { kind: 'all' },
		paused: false,
		place: old.createdAt,
		rack: { ...old.rack, style: [[]], wording: [prompt], negative: [negative] }
	};
}

/** A brief of version 2 as version 3 keeps it: its new dials held where they change nothing. */
export const upgradeBrief2 = (old: Brief2): Brief => ({
	...old,
	words: { ...old.words, negatives: [null] },
	rack: { ...plainExtras(), ...old.rack }
});

/** A plan of version 2 as version 3 keeps it. */
export const upgradePlan2 = (old: Plan2): Plan => ({
	...old,
	rack: { ...plainExtras(), ...old.rack }
});
