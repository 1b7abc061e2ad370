import { describe, expect, it } from 'vitest';
import type { Measured } from '$lib/core/schema';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { asks, faultId, faultKey, faults, wanted } from './index';

const [take] = sampleTakes(sampleRack({ wording: ['a heron by a lamp'], guidance: [6.5] }));
const measured: Measured = {
	values: {
		sharpness: 300,
		noise: 1,
		contrast: 0.2,
		lightness: 60,
		colourfulness: 30,
		clipped: 0,
		oversaturated: 0.1,
		edges: 0.05
	},
	palette: [],
	hash: '0000000000000000'
};

describe('faults', () => {
	it('have a key each, ten at most', () => {
		const keys = faults.map((_, place) => faultKey(place));
		expect(new Set(keys).size).toBe(faults.length);
		expect(keys.at(-1)).toBe('0');
		expect(faultKey(10)).toBeNull();
	});

	it('of one\u2019s own get an id of their own', () => {
		expect(faultId('  Wrong moon! ', [])).toBe('wrong-moon');
		expect(faultId('Soft', ['soft'])).toBe('soft-2');
		expect(faultId(' !! ', [])).toBeNull();
	});
});

describe('a filter', () => {
	it('asks for marks and faults', () => {
		expect(wanted(take, { mark: 'keep' }, { mark: 'keep' })).toBe(true);
		expect(wanted(take, {}, { mark: 'keep' })).toBe(false);
		expect(wanted(take, {}, { mark: 'none' })).toBe(true);
		const remark = { faults: ['lettering'], note: 'too dark' };
		expect(wanted(take, { remark }, { fault: 'lettering' })).toBe(true);
		expect(wanted(take, { remark }, { fault: 'seam' })).toBe(false);
		expect(wanted(take, { remark }, { fault: 'any' })).toBe(true);
		expect(wanted(take, { remark }, { fault: 'none' })).toBe(false);
		expect(wanted(take, { remark }, { text: 'dark heron' })).toBe(true);
	});

	it('asks for a stop of a dial, and finds words of a table that came along', () => {
		expect(wanted(take, {}, { stop: { dial: 'guidance', key: '6.5' } })).toBe(true);
		expect(wanted(take, {}, { stop: { dial: 'guidance', key: '6' } })).toBe(false);
		const brought = { ...take, columns: { paper: 'rough laid' } };
		expect(wanted(brought, {}, { text: 'laid' })).toBe(true);
		expect(wanted(take, {}, { text: 'laid' })).toBe(false);
		expect(asks({ stop: { dial: 'seed', key: '1' } })).toBe(true);
	});

	it('asks for measures within limits, and for words of any setting', () => {
		expect(wanted(take, { measured }, { measure: { id: 'oversaturated', least: 0.05 } })).toBe(
			true
		);
		expect(wanted(take, { measured }, { measure: { id: 'oversaturated', most: 0.05 } })).toBe(
			false
		);
		expect(wanted(take, {}, { measure: { id: 'noise', least: 0 } })).toBe(false);
		expect(wanted(take, {}, { text: 'HERON 6.5' })).toBe(true);
		expect(wanted(take, {}, { text: 'crab' })).toBe(false);
		expect(asks({})).toBe(false);
		expect(asks({ text: '' })).toBe(false);
		expect(asks({ mark: 'drop' })).toBe(true);
	});
});
