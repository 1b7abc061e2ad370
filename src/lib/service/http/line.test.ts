import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FairLine } from './line';

const never = new AbortController().signal;

/** Lets every caller ask for so many turns, in the order given, and says in which order they come. */
async function order(places: number, asks: readonly string[]): Promise<string[]> {
	const line = new FairLine(places);
	const served: string[] = [];
	await Promise.all(
		asks.map(async (caller) => {
			const leave = await line.turn(caller, never);
			served.push(caller);
			await Promise.resolve();
			leave!();
		})
	);
	return served;
}

describe('FairLine', () => {
	it('serves callers in turn, however many turns one of them asks for', async () => {
		const asks = [...Array<string>(6).fill('anna'), ...Array<string>(2).fill('ben')];
		expect((await order(1, asks)).join(' ')).toBe('anna anna ben anna ben anna anna anna');
	});

	// The bound of start-time fair queueing for turns of equal length (Goyal, Vin and Chen 1996).
	it('lets nobody who waits fall behind another by more than the turns that are served at once, and one', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.integer({ min: 1, max: 4 }),
				fc.array(fc.constantFrom('anna', 'ben', 'cleo'), { minLength: 1, maxLength: 60 }),
				async (places, asks) => {
					const served = await order(places, asks);
					expect(served).toHaveLength(asks.length);
					const left = new Map<string, number>();
					for (const one of asks) left.set(one, (left.get(one) ?? 0) + 1);
					const had = new Map<string, number>();
					for (const one of served) {
						had.set(one, (had.get(one) ?? 0) + 1);
						for (const [other, wanted] of left) {
							const got = had.get(other) ?? 0;
							if (got < wanted) expect(had.get(one)! - got).toBeLessThanOrEqual(places + 1);
						}
					}
				}
			)
		);
	});

	it('serves no more at once than there are places, and passes over those who have gone', async () => {
		const line = new FairLine(2);
		const [one, two] = [await line.turn('anna', never), await line.turn('anna', never)];
		const gone = new AbortController();
		const third = line.turn('anna', gone.signal);
		let here = false;
		const fourth = line.turn('anna', never).then((leave) => ((here = true), leave));
		gone.abort();
		expect(await third).toBeNull();
		expect(here).toBe(false);
		one!();
		const leave = await fourth;
		expect(here).toBe(true);
		leave!();
		two!();
		expect(await line.turn('ben', gone.signal)).toBeNull();
	});
});
