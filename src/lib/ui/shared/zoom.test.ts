import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { layers } from './layers.svelte';
import { Zoom } from './zoom.svelte';

describe('a size that is turned', () => {
	beforeEach(() => void vi.useFakeTimers());
	afterEach(() => void vi.useRealTimers());

	/** A zoom, and the address that it writes to. */
	function turned() {
		let address: string | null = null;
		const said: (string | null)[] = [];
		const zoom = new Zoom(
			() => Number(address ?? 0),
			(size) => said.push((address = size))
		);
		return { zoom, said, leave: (to: string) => (address = to) };
	}

	it('is seen at once, and stands in the address once it stays so', () => {
		const { zoom, said } = turned();
		zoom.to(1);
		zoom.to(1.254);
		expect([zoom.size, said]).toEqual([1.25, []]);
		vi.advanceTimersByTime(249);
		expect(said).toEqual([]);
		vi.advanceTimersByTime(1);
		expect(said).toEqual(['1.25']);
	});

	it('begins anew with every turn', () => {
		const { zoom, said } = turned();
		zoom.to(1);
		vi.advanceTimersByTime(200);
		zoom.to(2);
		vi.advanceTimersByTime(200);
		expect(said).toEqual([]);
		vi.advanceTimersByTime(50);
		expect(said).toEqual(['2']);
	});

	it('is taken out of the address where it is the usual one', () => {
		const { zoom, said } = turned();
		zoom.to(0.001);
		vi.advanceTimersByTime(250);
		expect(said).toEqual([null]);
	});

	it('follows the address again afterwards, as when one goes back', () => {
		const { zoom, leave } = turned();
		zoom.to(1);
		vi.advanceTimersByTime(449);
		leave('3');
		expect(zoom.size).toBe(1);
		vi.advanceTimersByTime(1);
		expect(zoom.size).toBe(3);
	});
});

describe('what is open above a view', () => {
	it('closes by what was opened last, whatever was closed in between', () => {
		const closed: string[] = [];
		const shut = ['queue', 'dialog', 'menu'].map((name) => layers.push(() => closed.push(name)));
		expect(layers.any).toBe(true);
		shut[1]();
		expect(layers.closeLast()).toBe(true);
		shut[2]();
		layers.closeLast();
		shut[0]();
		expect(closed).toEqual(['menu', 'queue']);
		expect([layers.any, layers.closeLast()]).toEqual([false, false]);
	});
});
