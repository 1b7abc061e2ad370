import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { combinations } from '$lib/core/plan';
import { sampleBrief, samplePlan, sampleRack } from '$lib/core/testing';
import * as store from '$lib/store';
import { undo } from '$lib/ui/shared';
import { mark, sideBySide, star } from './deeds';

const rack = sampleRack({ guidance: [2, 4, 6, 8, 10], seed: [1] });
/** Five takes, of which the first four are made. */
let ids: string[] = [];
const starred = async () =>
	(await store.takesById(ids)).filter((take) => take.starred).map(({ id }) => id);
const marks = () => store.marksOf('b1');

beforeEach(async () => {
	await store.deleteBrief('b1').catch(() => undefined);
	await store.addBrief(sampleBrief('b1'));
	const plan = { ...samplePlan('p1'), briefId: 'b1', rack };
	await store.addPlan(plan, combinations(rack), 5, () => crypto.randomUUID());
	ids = (await store.takesOfPlan('p1')).map(({ id }) => id);
	const picture = { picture: new Blob(['picture']), thumbnail: new Blob(['small']) };
	await store.finishTakes(
		ids.slice(0, 4).map((id) => ({
			id,
			done: {
				...{ type: 'done', take: id, image: 'i', pixels: 'p' },
				...{ width: 64, height: 64, seconds: 1, credits: 1 }
			},
			picture
		})),
		5
	);
});

describe('starring in the library', () => {
	it('stars all of several, and takes the stars off where all have one', async () => {
		await star(ids.slice(0, 1));
		await star(ids.slice(0, 3));
		expect(await starred()).toEqual(ids.slice(0, 3));
		await star(ids.slice(0, 3));
		expect(await starred()).toEqual([]);
	});

	it('is undone to what was there, and done again', async () => {
		await star(ids.slice(1, 2));
		await star(ids.slice(0, 3));
		await undo.back();
		expect(await starred()).toEqual([ids[1]]);
		await undo.again();
		expect(await starred()).toEqual(ids.slice(0, 3));
	});
});

describe('marking in the library', () => {
	it('marks takes that are made, and leaves those alone that are not', async () => {
		await mark(ids, 'keep');
		expect([...(await marks()).keys()].sort()).toEqual(ids.slice(0, 4).sort());
	});

	it('is undone to the marks that were there before', async () => {
		await mark(ids.slice(0, 1), 'drop');
		await mark(ids.slice(0, 2), 'keep');
		await undo.back();
		expect(await marks()).toEqual(new Map([[ids[0], 'drop']]));
		await undo.again();
		expect(await marks()).toEqual(
			new Map([
				[ids[0], 'keep'],
				[ids[1], 'keep']
			])
		);
	});

	it('notes nothing to undo where no take is made', async () => {
		await mark(ids.slice(0, 1), 'maybe');
		await mark(ids.slice(4), 'keep');
		await undo.back();
		expect(await marks()).toEqual(new Map());
	});
});

describe('takes side by side', () => {
	it('stand on the sheet of the brief of the first, the last four of them', async () => {
		expect(await sideBySide(ids)).toBe(`/brief/b1/sheet?open=${ids.slice(1).join('.')}`);
		expect(await sideBySide(['gone'])).toBeNull();
	});
});
