import { describe, expect, it } from 'vitest';
import { sampleBrief } from '$lib/core/testing';
import { changedFields, fieldsOf, withFields } from './index';

const brief = sampleBrief('b1');

describe('changed fields', () => {
	it('are those alone that differ, down to a dial', () => {
		const rack = { ...brief.rack, guidance: [3, 7], own: { steps: { 'alder-2': [8] } } };
		const words = { ...brief.words, leaveOut: 'blurry' };
		const changed = changedFields(brief, { ...brief, rack, words, allowance: 40 });
		expect(changed).toEqual({
			'rack.guidance': [3, 7],
			'rack.own.steps': { 'alder-2': [8] },
			'words.leaveOut': 'blurry',
			allowance: 40
		});
		expect(changedFields(brief, structuredClone(brief))).toEqual({});
	});

	it('are put back without touching what another tab changed meanwhile', () => {
		const mine = withFields(brief, { 'rack.guidance': [3] });
		const theirs = withFields(mine, { 'rack.steps': [50], name: 'April cover' });
		const back = withFields(theirs, fieldsOf(brief, ['rack.guidance']));
		expect(back).toEqual(withFields(brief, { 'rack.steps': [50], name: 'April cover' }));
	});

	it('that were not there are taken away again', () => {
		const changed = withFields(brief, { colours: ['#112233'], 'rack.own.steps': { a: [1] } });
		expect(changed.colours).toEqual(['#112233']);
		const back = withFields(changed, fieldsOf(brief, ['colours', 'rack.own.steps']));
		expect(back).toEqual(brief);
		expect(brief.colours).toBeUndefined();
	});
});
