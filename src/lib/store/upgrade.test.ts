import { workOut } from '$lib/core/designs';
import { describe, expect, it } from 'vitest';
import { stopKey } from '$lib/core/dials';
import { combinations } from '$lib/core/plan';
import { Brief, Pick, Plan, type Style, type Take } from '$lib/core/schema';
import { sampleRack } from '$lib/core/testing';
import { noWords } from '$lib/core/wording';
import { upgradeBrief3, type Plan3, type Whole3 } from './upgrade';

const ink: Style[] = [{ name: 'Ink', add: ['ink line'], leaveOut: [] }];
const rack = sampleRack({ guidance: [2, 6, 12], steps: [10, 20], seed: [1, 2], style: [[], ink] });
const { wording: _wording, negative: _negative, ...briefRack } = rack;

const planOf = (id: string, change: Partial<Plan3> = {}): Plan3 => ({
	id,
	briefId: 'b',
	design: { kind: 'fraction', settings: 5, pairs: [] },
	rack,
	job: null,
	key: `key-${id}`,
	stopped: false,
	paused: false,
	place: 1,
	createdAt: 1,
	...change
});
const worked = workOut(rack, { kind: 'fraction', settings: 5, pairs: [] });
const ran = [...combinations(worked.rack, worked)];
const takes: Take[] = [
	...ran.map((made, i): Take => ({
		...made,
		id: `t${i}`,
		briefId: 'b',
		planId: 'run',
		// The last two have one number, as deleting, running and undoing made them.
		number: Math.min(i + 1, ran.length - 1),
		state: i % 2 ? 'waiting' : 'done',
		...(i % 2 ? {} : { credits: 1.5, seconds: 2, madeAt: 100 + i }),
		createdAt: i
	})),
	{
		...ran[0],
		id: 'far',
		briefId: 'b',
		planId: 'came',
		number: 40,
		state: 'done',
		credits: 0,
		createdAt: 7,
		madeAt: 7
	}
];
const whole = (): Whole3 => ({
	brief: {
		id: 'b',
		name: 'b',
		purpose: '',
		allowance: null,
		prompt: '',
		negative: '',
		words: noWords,
		rack: briefRack,
		design: { kind: 'all' },
		createdAt: 0,
		updatedAt: 0
	},
	plans: [planOf('run', { job: 'j1' }), planOf('came', { stopped: true, design: { kind: 'all' } })],
	takes,
	picks: [
		{
			id: 'k',
			briefId: 'b',
			name: 'ink',
			reason: '',
			from: { kind: 'stop', dial: 'style', stop: 'Ink' },
			settings: {},
			evidence: { takes: 1, kept: 1, maybe: 0, dropped: 0 },
			createdAt: 1
		}
	]
});

describe('a brief of version 3', () => {
	const next = upgradeBrief3(whole());

	it('is a brief of this version', () => {
		expect(Brief.parse(next.brief)).toEqual(next.brief);
		for (const plan of next.plans) expect(Plan.parse(plan)).toEqual(plan);
		for (const pick of next.picks) expect(Pick.parse(pick)).toEqual(pick);
	});

	it('gives every take a number of its own, and remembers the highest', () => {
		const numbers = next.takes.map(({ number }) => number);
		expect(new Set(numbers).size).toBe(takes.length);
		expect(next.brief.numbered).toBe(Math.max(...numbers));
		// Those that had one to themselves keep it.
		expect(next.takes.find(({ id }) => id === 't0')!.number).toBe(1);
		expect(next.takes.find(({ id }) => id === 'far')!.number).toBe(40);
	});

	it('says of each run which settings it ran, and which was made elsewhere', () => {
		const [run, came] = next.plans;
		const again = [...combinations(run.rack, run.chosen as never)];
		const keys = (all: typeof ran) => new Set(all.map((made) => JSON.stringify(made)));
		expect(keys(again)).toEqual(keys(ran));
		expect([run.elsewhere, came.elsewhere]).toEqual([false, true]);
		expect(run).not.toHaveProperty('job');
	});

	it('has what its finished takes cost as entries, and styles by their words', () => {
		expect(next.spendings.reduce((sum, { credits }) => sum + credits, 0)).toBe(
			takes.filter(({ credits }) => credits).length * 1.5
		);
		expect(next.picks[0].from).toMatchObject({ stop: stopKey(ink) });
	});

	it('has dials that came since held where they change nothing', () => {
		const old = whole();
		const without = (kept: object) => {
			const { variation: _variation, ...rest } = kept as typeof rack;
			return rest as typeof rack;
		};
		const { brief, plans } = upgradeBrief3({
			...old,
			brief: { ...old.brief, rack: without(old.brief.rack) },
			plans: old.plans.map((plan) => ({ ...plan, rack: without(plan.rack) }))
		});
		expect(brief.rack.variation).toEqual([0]);
		expect(plans.map((plan) => plan.rack.variation)).toEqual([[0], [0]]);
		expect(plans.map(({ chosen }) => chosen)).toEqual(
			upgradeBrief3(old).plans.map(({ chosen }) => chosen)
		);
	});
});
