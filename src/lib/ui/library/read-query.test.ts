import { describe, expect, it } from 'vitest';
import { askedNames, readQuery } from './read-query';

const today = new Date(2026, 10, 27).getTime();
const read = (asked: string) => readQuery(new URLSearchParams(asked), today);

describe('what an address asks of the library', () => {
	it('is read, each by its name', () => {
		expect(
			read(
				'find=+heron+&of=b1&by=eider&mark=wanted&kind=starred&shape=wide&figure=guidance&least=4&most=8&colour=20356B&like=t1'
			)
		).toEqual({
			words: 'heron',
			brief: 'b1',
			model: 'eider',
			mark: 'wanted',
			kind: 'starred',
			shape: 'wide',
			figure: { id: 'guidance', least: 4, most: 8 },
			colour: '#20356b',
			like: 't1'
		});
		expect(read('since=7').from).toBe(today - 6 * 86_400_000);
	});

	it('is not asked where it is wrong', () => {
		expect(read('mark=best&shape=round&colour=blue&since=3&kind=&least=4&find=')).toEqual({});
		expect(read('figure=steps&least=many')).toEqual({ figure: { id: 'steps' } });
	});

	it('has each of its names among those that clearing takes out', () => {
		const asked = new URLSearchParams(
			'find=a&of=b&by=c&mark=keep&fault=any&kind=picked&shape=tall&figure=x&colour=000000&like=t&since=1'
		);
		for (const name of askedNames) asked.delete(name);
		expect(readQuery(asked, today)).toEqual({});
	});
});
