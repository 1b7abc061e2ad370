import { describe, expect, it } from 'vitest';
import { sampleRack } from '$lib/core/testing';
import { nearCopiesOf } from './index';

const seedOf = (start: string) => ({ heron: 41207, crab: 7 })[start];

describe('near-copies of a start picture', () => {
	it('are said of its own seed at low strengths, with how many takes it concerns', () => {
		const rack = sampleRack({
			start: ['heron'],
			strength: [0.2, 0.5, 0.9],
			seed: [41207, 5],
			guidance: [3, 6]
		});
		expect(nearCopiesOf(rack, seedOf)).toMatchObject({ seeds: [41207], takes: 4 });
		expect(nearCopiesOf(rack, seedOf)!.says).toMatch(/seed 41207: .*strength 0\.2, 0\.5 4 takes/);
	});

	it('are not said of other seeds, of high strengths, or of pictures from elsewhere', () => {
		const rack = sampleRack({ start: ['heron'], strength: [0.4], seed: [41207] });
		expect(nearCopiesOf({ ...rack, seed: [5] }, seedOf)).toBeNull();
		expect(nearCopiesOf({ ...rack, strength: [0.8] }, seedOf)).toBeNull();
		expect(nearCopiesOf({ ...rack, start: ['a file'] }, seedOf)).toBeNull();
		expect(nearCopiesOf({ ...rack, start: [''] }, seedOf)).toBeNull();
	});
});
