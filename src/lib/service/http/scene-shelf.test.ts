import { MessageChannel } from 'node:worker_threads';
import { describe, expect, it } from 'vitest';
import { openBook, readPrompt, characterOf } from '$lib/service/standins';
import { gather, ownMemory } from '$lib/service/standins/scene-memory';
import { EMPTY, HEAD, PAINTED, SceneShelf, type Ask } from './scene-shelf';
import { sharedScenes } from './shared-scenes';
import { makeSurface } from './surface';

/** A thread's line to a shelf, answered at once; whether other threads live is said by `lives`. */
function lineTo(shelf: SceneShelf, lives = (_id: number) => true) {
	const { port1, port2 } = new MessageChannel();
	const bell = new SharedArrayBuffer(4);
	const asked: Ask[] = [];
	port1.postMessage = (said: Ask) => {
		asked.push(said);
		port2.postMessage(
			'lives' in said
				? { lives: lives(said.lives) }
				: { places: shelf.places(said.book, said.names, said.bytes).places }
		);
		Atomics.store(new Int32Array(bell), 0, 1);
	};
	return { line: () => ({ port: port1, bell }), asked, end: () => (port1.close(), port2.close()) };
}

const stateOf = (place: SharedArrayBuffer) => new Int32Array(place, 0, 1);

describe('SceneShelf', () => {
	it('gives one place a name of a book, and counts those that nobody has begun', () => {
		const shelf = new SceneShelf(1000);
		const first = shelf.places('a', ['one', 'two'], 40);
		expect(first.empty).toBe(2);
		expect(first.places[0].byteLength).toBe(HEAD + 40);
		Atomics.store(stateOf(first.places[0]), 0, PAINTED);
		const again = shelf.places('a', ['two', 'one'], 40);
		expect(again.places).toEqual([first.places[1], first.places[0]]);
		expect(again.empty).toBe(1);
		expect(shelf.places('b', ['one'], 40).places[0]).not.toBe(first.places[0]);
	});

	it('holds no more than its bound: the books that were used longest ago give way, whole', () => {
		const shelf = new SceneShelf(1000);
		const size = 300 - HEAD;
		const [oldest] = shelf.places('a', ['one'], size).places;
		const [middle] = shelf.places('b', ['one'], size).places;
		shelf.places('c', ['one'], size);
		shelf.places('a', ['one'], size);
		shelf.places('d', ['one'], size);
		expect(shelf.held).toBeLessThanOrEqual(1000);
		expect(shelf.places('a', ['one'], size).places[0]).toBe(oldest);
		expect(shelf.places('b', ['one'], size).places[0]).not.toBe(middle);
		// What is larger than all there is is given, and not kept.
		expect(shelf.places('e', ['one'], 4000).places[0].byteLength).toBe(HEAD + 4000);
		expect(shelf.held).toBeLessThanOrEqual(1000);
	});
});

describe('scenes in shared memory', () => {
	it('are painted by whoever comes first, and read by all others', () => {
		const shelf = new SceneShelf();
		const [one, two] = [lineTo(shelf), lineTo(shelf)];
		const painted: string[] = [];
		const get = (line: typeof one, name: string) =>
			gather(sharedScenes('book', line.line).places([name], 3), () => {
				painted.push(name);
				return Uint8Array.of(1, 2, name.length);
			})[0];
		expect([...get(one, 'a')]).toEqual([1, 2, 1]);
		expect([...get(two, 'a')]).toEqual([1, 2, 1]);
		expect([...get(two, 'bb')]).toEqual([1, 2, 2]);
		expect(painted).toEqual(['a', 'bb']);
		one.end();
		two.end();
	});

	it('are empty again when whoever painted gave up, and painted by another when it died', () => {
		const shelf = new SceneShelf();
		const { line, asked, end } = lineTo(shelf, (id) => id !== 7);
		const places = sharedScenes('book', line).places(['a'], 1);
		expect(() =>
			gather(places, () => {
				throw new Error('given up');
			})
		).toThrow('given up');
		const [place] = shelf.places('book', ['a'], 1).places;
		expect(Atomics.load(stateOf(place), 0)).toBe(EMPTY);
		// Thread 7 was at it, and is no more.
		Atomics.store(stateOf(place), 0, 7);
		expect(places[0].get(() => Uint8Array.of(5), false)).toBeNull();
		expect([...gather(places, () => Uint8Array.of(5))[0]]).toEqual([5]);
		expect(asked.at(-1)).toEqual({ lives: 7 });
		end();
	});

	it('are waited for at the end only: what others are at comes after everything that is free', () => {
		const order: string[] = [];
		const place = (name: string, busy: boolean) => ({
			get(paint: () => Uint8Array, wait: boolean) {
				if (busy && !wait) return null;
				order.push(name);
				return paint();
			}
		});
		const places = [place('a', true), place('b', false), place('c', true), place('d', false)];
		expect(gather(places, (i) => Uint8Array.of(i)).map(([i]) => i)).toEqual([0, 1, 2, 3]);
		expect(order).toEqual(['b', 'd', 'a', 'c']);
	});

	it('are the same pictures as in memory of one’s own, at both sizes', () => {
		const shelf = new SceneShelf();
		const { line, end } = lineTo(shelf);
		const character = characterOf('dunlin')!;
		const open = (memory: ReturnType<typeof ownMemory>) =>
			openBook(character, readPrompt('a crab on the beach'), 128, 96, makeSurface, { memory });
		const [shared, own] = [open(sharedScenes('book', line)), open(ownMemory())];
		const layout = { across: 1, size: 0, horizon: 1, depth: 0, pan: 1, exposure: 0, warmth: 0 };
		const composition = { layout, cast: 1, left: {}, chance: 1 };
		const [there, here] = [shared, own].map((book) => book.arranged(composition));
		expect(there.latents).toEqual(here.latents);
		expect(there.paintings([2, 0])).toEqual(here.paintings([2, 0]));
		// Another that helps finds everything painted.
		const before = shelf.held;
		const [first, , third] = shared.scenes;
		shared.help([`${first.key} 128`, `${third.key} 128`, 'something else 1']);
		expect(shelf.held).toBe(before);
		end();
	});
});
