import { restRack } from '$lib/core/dials';

import { describe, expect, it } from 'vitest';
import type { Brief, TakeSettings } from '$lib/core/schema';
import { noWords } from '$lib/core/wording';
import { loadSettings, loadWords } from './load';

const brief: Brief = {
	id: 'b',
	name: 'b',
	purpose: '',
	allowance: null,
	prompt: 'a heron',
	negative: 'people',
	words: { ...noWords, versions: ['a crab'], leaveOut: 'people' },
	rack: {
		model: ['birch', 'cedar'],
		frame: [{ width: 512, height: 512 }],
		guidance: [2, 6],
		steps: [20],
		sampler: ['euler'],
		schedule: ['karras'],
		seed: [1, 2],
		...restRack()
	},
	design: { kind: 'all' },
	numbered: 0,
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
			seed: 0,
			start: { image: 'ab', strength: 0.3 },
			batch: { seed: 0, index: 1 }
		};
		const { words, ...rest } = loadSettings(brief, { settings });
		expect(rest).toEqual({
			prompt: 'a crab',
			negative: '',
			rack: {
				model: ['curlew'],
				frame: [{ width: 832, height: 1216 }],
				guidance: [5],
				steps: [30],
				sampler: ['heun'],
				schedule: ['cosine'],
				seed: [0],
				...restRack(),
				start: ['ab'],
				strength: [0.3],
				batch: [2]
			}
		});
		expect(words!.versions).toEqual([]);
		expect(words!.stack.phrases.map(({ text }) => text)).toEqual(['a crab']);
	});

	it('gives back what was written, and the styles that were put to it', () => {
		const style = { name: 'Almanac plate', add: ['linocut'], leaveOut: [] };
		const made = {
			settings: { prompt: 'a crab, linocut', guidance: 5 },
			words: { wording: 'a crab', negative: 'people', styles: [style] }
		};
		const loaded = loadWords(brief, made);
		expect(loaded).toMatchObject({ prompt: 'a crab', negative: 'people' });
		expect(loaded.rack).toEqual({ ...brief.rack, style: [[style]] });
	});

	it('leaves alone what a pick leaves open', () => {
		const { rack, ...words } = loadSettings(brief, { settings: { guidance: 6, width: 64 } });
		expect(words).toEqual({});
		expect(rack).toEqual({ ...brief.rack, guidance: [6] });
		expect(brief.rack.guidance).toEqual([2, 6]);
	});
});
