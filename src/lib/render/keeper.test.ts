import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { realClock } from './clock';
import { Keeper } from './keeper';

it('lets go of pictures that come after one that could not be had: no rejection is left alone', async () => {
	const job = { key: 'k', refs: [], briefId: 'b', models: [] } as never;
	const keeper = new Keeper(job, realClock);
	keeper.keep(Promise.reject(new Error('the connection broke')));
	await new Promise((resolve) => setTimeout(resolve));
	// A rejection that nobody handles fails this test by itself.
	const late = Promise.reject(new Error('this one, too'));
	expect(() => keeper.keep(late)).toThrow('the connection broke');
	await new Promise((resolve) => setTimeout(resolve, 20));
	await expect(keeper.finish()).rejects.toThrow('the connection broke');
	expect(keeper.coming).toBe(0);
});
