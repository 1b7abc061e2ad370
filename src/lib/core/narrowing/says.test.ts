import { describe, expect, it } from 'vitest';
import { cards, sampleBrief, samplePlan } from '$lib/core/testing';
import { noWords, readStack } from '$lib/core/wording';
import { planProblems } from '$lib/core/plan';
import type { Plan } from '$lib/core/schema';
import { proposeRack } from './propose';
import { droppedSince, narrowedSays } from './says';

const round = (number: number, dropped?: string[]): Plan =>
	samplePlan(`r${number}`, { round: { begunAt: 5, number, why: '', dropped } });
const take = (id: string, planId: string) => ({ id, planId });

describe('how settings were found', () => {
	it('tells rounds, takes, pairs and what was dropped before which round', () => {
		const plans = [round(2, ['guidance 12']), round(1), samplePlan('other')];
		const takes = [take('a', 'r1'), take('b', 'r1'), take('c', 'r2'), take('d', 'other')];
		const answers = [
			{ left: 'a', right: 'b' },
			{ left: 'c', right: 'd' },
			{ left: 'd', right: 'd2' }
		];
		expect(narrowedSays(plans, takes, answers)).toBe(
			'narrowed down in 2 rounds, 3 takes and 2 pairs (dropped before round 2: guidance 12)'
		);
	});

	it('tells nothing of takes that no round made', () => {
		expect(narrowedSays([round(1), samplePlan('other')], [take('d', 'other')], [])).toBe('');
	});

	it('names what was dropped once, in the round after it', () => {
		const stop = (label: string, out: 'hand' | null) => ({
			...{ key: label, label, chance: 0.1, out },
			preferred: { mean: 0.5, low: 0.4, high: 0.6 }
		});
		const dials = [
			{ id: 'guidance', label: 'Guidance', stops: [stop('2', 'hand'), stop('6', null)] }
		];
		expect(droppedSince([round(1)], dials)).toEqual(['guidance 2']);
		expect(droppedSince([round(1), round(2, ['guidance 2'])], dials)).toEqual([]);
	});
});

describe('what is proposed to vary', () => {
	const stack = readStack('a heron', () => 'one');
	const brief = { ...sampleBrief('b1'), words: { ...noWords, stack } };
	const one = {
		...brief,
		rack: { ...brief.rack, model: [cards[0].id], guidance: [6], steps: [20] }
	};

	it('has several models, guidance and steps within each model\u2019s good range, and four seeds', () => {
		const rack = proposeRack(one, cards, [11, 12, 13, 14]);
		expect(rack.model).toHaveLength(3);
		expect(rack.seed).toHaveLength(4);
		expect(planProblems(rack, cards)).toEqual([]);
		for (const dial of ['guidance', 'steps'] as const)
			for (const id of rack.model) {
				const { from, to } = cards.find((card) => card.id === id)![dial];
				const stops = rack.own[dial]![id];
				expect(stops.length).toBeGreaterThan(1);
				for (const stop of stops) {
					expect(stop).toBeGreaterThanOrEqual(from - 0.5);
					expect(stop).toBeLessThanOrEqual(to + 0.5);
				}
			}
	});

	it('keeps what the dials vary already', () => {
		const varied = { ...brief, rack: { ...brief.rack, guidance: [3, 4], steps: [10, 12] } };
		const rack = proposeRack(varied, cards, [11, 12]);
		expect(rack.guidance).toEqual([3, 4]);
		expect(rack.steps).toEqual([10, 12]);
		expect(rack.model).toEqual(varied.rack.model);
	});
});
