import { restRack } from '$lib/core/dials';
/** Small plans and takes for tests, and three models. */
import { combinations } from '$lib/core/plan';
import type { PlanRack, Take } from '$lib/core/schema';

export { judgeWorld, type Trial } from './trial';
export { choiceDial, rules, worldOf, type Rule, type World } from './worlds';
export { alder, birch, cards, cedar } from './cards';

/** A small plan: one held stop on every dial but for what is changed. */
export const sampleRack = (change: Partial<PlanRack> = {}): PlanRack => ({
	model: ['alder-2'],
	frame: [{ width: 512, height: 512 }],
	guidance: [6],
	steps: [20],
	sampler: ['euler'],
	schedule: ['karras'],
	seed: [1],
	...restRack(),
	wording: ['a heron'],
	negative: [''],
	...change
});

/** The takes of a plan, all done, numbered as they are run. */
export const sampleTakes = (rack: PlanRack): Take[] =>
	[...combinations(rack)].map((made, i) => ({
		id: `t${i}`,
		briefId: 'b',
		planId: 'p',
		number: i + 1,
		...made,
		state: 'done',
		createdAt: 0
	}));
