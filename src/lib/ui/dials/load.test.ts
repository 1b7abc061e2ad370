import { describe, expect, it } from 'vitest';
import type { Brief, TakeSettings } from '$lib/core/schema';
import { loadSettings } from './load';

const brief: Brief = {
	id: 'b',
	name: 'b',
	purpose: '',
	allowance: null,
	prompt: 'a heron',
	negative: 'people',
	rack: {
		model: ['gannet', 'eider'],
		frame: [{ width: 512, height: 512 }],
		guidance: [2, 6],
		steps: [20],
		sampler: ['euler'],
		schedule: ['karras'],
		seed: [1, 2]
	},
	createdAt: 0,
	updatedAt: 0
};

describe('loadSettings', () => {
	it('holds every dial at the one stop of a take', () => {
		const settings: TakeSettings = {
			model: 'curlew',
			prompt: 'a crab',
			negative: '',
			width: 832,
			height: 1216,
			guidance: 5,
			steps: 30,
			sampler: 'heun',
			schedule: 'cosine',
			seed: 0
		};
		expect(loadSettings(brief, settings)).toEqual({
			prompt: 'a crab',
			negative: '',
			rack: {
				model: ['curlew'],
				frame: [{ width: 832, height: 1216 }],
				guidance: [5],
				steps: [30],
				sampler: ['heun'],
				schedule: ['cosine'],
				seed: [0]
			}
		});
	});

	it('leaves alone what a pick leaves open', () => {
		const { rack, ...words } = loadSettings(brief, { guidance: 6, width: 64 });
		expect(words).toEqual({});
		expect(rack).toEqual({ ...brief.rack, guidance: [6] });
		expect(brief.rack.guidance).toEqual([2, 6]);
	});
});
