import { restRack } from '$lib/core/dials';
/** Small plans and takes for tests, and three models. */
import { combinations, firstRack } from '$lib/core/plan';
import type { Brief, Plan, PlanRack, Take } from '$lib/core/schema';
import { noWords } from '$lib/core/wording';
import { cards } from './cards';

export { alarms, falsely } from './alarms';
export { problemOf } from './problem-of';
export { judgedPlan } from './judged';
export { narrowed, type Found, type Policy } from './narrowed';
export { worldKinds, type WorldKind } from './narrowing-worlds';
export { strangers, strangeWorld } from './strangers';
export { judgeWorld, type AnyRule, type Trial } from './trial';
export { choiceDial, guidanceDial, rules, worldOf } from './worlds';
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

/** A plan of a brief that was just begun, but for what is changed. */
export const samplePlan = (id: string, change: Partial<Plan> = {}): Plan => ({
	id,
	briefId: 'b1',
	design: { kind: 'all' },
	rack: sampleRack(),
	chosen: { rows: null, dials: [] },
	elsewhere: false,
	stopped: false,
	paused: false,
	place: 1,
	createdAt: 1,
	...change
});

/** A brief that was just begun, on the sample cards. */
export const sampleBrief = (id: string, updatedAt = 1): Brief => ({
	id,
	name: id,
	purpose: '',
	allowance: 100,
	prompt: 'a heron',
	negative: '',
	words: noWords,
	rack: firstRack(cards, [1, 2]),
	design: { kind: 'all' },
	numbered: 0,
	createdAt: 1,
	updatedAt
});
