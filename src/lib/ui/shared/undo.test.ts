import { describe, expect, it } from 'vitest';
import { Undo } from './undo.svelte';

/** A counter whose steps are deeds. */
function counter() {
	const undo = new Undo();
	const state = { value: 0 };
	const add = (by: number, heavy = false) => {
		state.value += by;
		undo.push({
			says: `plus ${by}`,
			back: async () => {
				await Promise.resolve();
				state.value -= by;
			},
			again: async () => {
				await Promise.resolve();
				state.value += by;
			},
			heavy
		});
	};
	return { undo, state, add };
}

describe('undo and redo', () => {
	it('take back and do again, newest first, as often as wanted', async () => {
		const { undo, state, add } = counter();
		add(1);
		add(10);
		add(100);
		await undo.back();
		await undo.back();
		expect(state.value).toBe(1);
		expect(undo.says).toBe('undone: plus 10');
		await undo.again();
		expect(state.value).toBe(11);
		expect(undo.says).toBe('done again: plus 10');
		await undo.again();
		await undo.again();
		expect(state.value).toBe(111);
		expect(undo.says).toBe('nothing to do again');
		for (let i = 0; i < 5; i++) await undo.back();
		expect(state.value).toBe(0);
		expect(undo.says).toBe('nothing to undo');
	});

	it('cannot do again what was taken back before something new', async () => {
		const { undo, state, add } = counter();
		add(1);
		await undo.back();
		add(10);
		await undo.again();
		expect(state.value).toBe(10);
	});

	it('run one after the other, however quickly the keys come', async () => {
		const order: string[] = [];
		const undo = new Undo();
		for (const [name, wait] of [
			['slow', 20],
			['quick', 0]
		] as const)
			undo.push({
				says: name,
				back: () =>
					new Promise<void>((resolve) =>
						setTimeout(() => {
							order.push(name);
							resolve();
						}, 20 - wait)
					),
				again: () => Promise.resolve()
			});
		await Promise.all([undo.back(), undo.back()]);
		expect(order).toEqual(['quick', 'slow']);
	});

	it('let go of what takes room when the view is left, and of the rest with the brief', async () => {
		const { undo, state, add } = counter();
		add(1);
		add(10, true);
		undo.leave();
		await undo.back();
		expect(state.value).toBe(10);
		add(100);
		undo.clear();
		await undo.back();
		expect(state.value).toBe(110);
	});

	it('keep a step that fails: nothing was undone, and it can be tried again', async () => {
		const undo = new Undo();
		let broken = true;
		let value = 1;
		undo.push({
			says: 'plus 1',
			back: () => (broken ? Promise.reject(new Error('no room')) : Promise.resolve(void value--)),
			again: () => Promise.resolve()
		});
		await undo.back();
		expect(undo.says).toMatch(/could not be undone.*try again/);
		broken = false;
		await undo.back();
		expect([value, undo.says]).toEqual([0, 'undone: plus 1']);
	});

	it('take quick changes of one thing back together, and slow ones one by one', async () => {
		const undo = new Undo();
		let value = 0;
		const set = (to: number, at: number, of: string) => {
			const before = value;
			value = to;
			const write = (what: number) => () => Promise.resolve(void (value = what));
			undo.push({ says: of, of, back: write(before), again: write(to) }, at);
		};
		set(1, 0, 'guidance');
		set(2, 400, 'guidance');
		set(3, 900, 'guidance');
		set(4, 5000, 'guidance');
		set(5, 5100, 'steps');
		await undo.back();
		expect(value).toBe(4);
		await undo.back();
		expect(value).toBe(3);
		await undo.back();
		expect(value).toBe(0);
		await undo.again();
		expect(value).toBe(3);
		// What follows an undo is a step of its own, however soon it comes.
		set(9, 5150, 'guidance');
		await undo.back();
		expect(value).toBe(3);
	});
});
