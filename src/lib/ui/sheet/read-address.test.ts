import { describe, expect, it } from 'vitest';
import { readAxes, readFilter, readMat, readMode, readSize } from './read-address';

const asked = (text: string) => new URLSearchParams(text);
const nothing = {
	stop: undefined,
	mark: undefined,
	fault: undefined,
	text: undefined,
	measure: undefined
};

describe('what an address asks for', () => {
	it('is nothing when it says nothing, or something that is not there', () => {
		expect(readFilter(asked(''))).toEqual(nothing);
		expect(readFilter(asked('mark=best&by=beauty&least=2&stop=weather:wet'))).toEqual(nothing);
	});

	it('is a mark, a fault, words, a stop, and a measure with its limits', () => {
		expect(readFilter(asked('mark=none&fault=seam&find=two+towers'))).toEqual({
			...nothing,
			mark: 'none',
			fault: 'seam',
			text: 'two towers'
		});
		expect(readFilter(asked('by=sharpness&least=120&most='))).toEqual({
			...nothing,
			measure: { id: 'sharpness', least: 120, most: undefined }
		});
		expect(readFilter(asked('by=noise&most=much')).measure).toEqual({
			id: 'noise',
			least: undefined,
			most: undefined
		});
	});

	it('takes a stop with whatever its key holds', () => {
		const wording = 'a heron: "at dawn"\nand a kite';
		const address = new URLSearchParams([['stop', `wording:${wording}`]]).toString();
		expect(readFilter(asked(address)).stop).toEqual({ dial: 'wording', key: wording });
		expect(readFilter(asked('stop=frame:832x1216')).stop).toEqual({
			dial: 'frame',
			key: '832x1216'
		});
	});
});

describe('the axes of an address', () => {
	const varied = ['guidance', 'model', 'seed', 'column paper'] as const;
	const suggested = { rows: 'guidance', columns: 'model', then: null } as const;

	it('are those it names, where they vary', () => {
		expect(readAxes(asked('rows=seed&columns=column+paper'), varied, suggested)).toEqual({
			rows: 'seed',
			columns: 'column paper',
			then: null
		});
		expect(readAxes(asked('rows=steps'), varied, suggested)).toEqual(suggested);
	});

	it('stand on one axis alone, and can be none', () => {
		expect(readAxes(asked('rows=model'), varied, suggested)).toEqual({
			rows: 'model',
			// What was suggested where it stands now is put where there is room.
			columns: 'guidance',
			then: null
		});
		expect(readAxes(asked('columns=guidance'), varied, suggested)).toEqual({
			rows: 'model',
			columns: 'guidance',
			then: null
		});
		expect(readAxes(asked('rows=none&then=guidance'), varied, suggested)).toEqual({
			rows: null,
			columns: 'model',
			then: 'guidance'
		});
	});
});

describe('how an address has the sheet shown', () => {
	it('falls back on what is usual', () => {
		expect([readMode(asked('')), readMode(asked('mode=melt'))]).toEqual(['side', 'side']);
		expect(readMode(asked('mode=blink'))).toBe('blink');
		expect(['', 'size=', 'size=big', 'size=-1.25'].map((one) => readSize(asked(one)))).toEqual([
			0, 0, 0, -1.25
		]);
		expect(['', 'mat=0', 'mat=3', 'mat=4', 'mat=1.5'].map((one) => readMat(asked(one)))).toEqual([
			1, 0, 3, 1, 1
		]);
	});
});
