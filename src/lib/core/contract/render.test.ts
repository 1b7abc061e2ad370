import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { JobRequest, TakeRequest, TeachRequest } from './render';

const u32 = fc.integer({ min: 0, max: 4_294_967_295 });
const unit = fc.double({ min: 0, max: 1, noNaN: true });
const id = fc.string({ minLength: 1, maxLength: 40 });
const optional = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });

/** Requests that are as the contract says, with everything that may be there. */
const request: fc.Arbitrary<TakeRequest> = fc
	.record({
		ref: id,
		model: id,
		prompt: fc.string({ unit: 'binary', maxLength: 200 }),
		negative: fc.string({ unit: 'grapheme', maxLength: 200 }),
		width: fc.integer({ min: 1, max: 65_536 }),
		height: fc.integer({ min: 1, max: 65_536 }),
		guidance: fc.double({ min: 0, max: 100, noNaN: true }),
		steps: fc.integer({ min: 1, max: 1000 }),
		sampler: id,
		schedule: id,
		seed: u32,
		batch: optional(fc.record({ seed: u32, index: fc.integer({ min: 0, max: 63 }) })),
		variation: optional(fc.record({ seed: u32, amount: unit })),
		adapters: optional(fc.array(fc.record({ id, weight: unit }), { maxLength: 8 })),
		start: optional(
			fc.record({ image: id, strength: unit, fit: fc.constantFrom('fill', 'extend', 'enlarge') })
		),
		mask: optional(fc.record({ image: id })),
		references: optional(
			fc.array(
				fc.record({
					image: id,
					use: fc.constantFrom('look', 'outline', 'content', 'palette'),
					weight: unit
				}),
				{ maxLength: 8 }
			)
		)
	})
	.map((r) => JSON.parse(JSON.stringify(r)) as TakeRequest);

describe('TakeRequest', () => {
	it('takes everything that the contract allows and gives it back unchanged', () => {
		fc.assert(
			fc.property(request, (take) => {
				expect(TakeRequest.parse(take)).toEqual(take);
			})
		);
	});

	it('refuses a request in which one number has left its range', () => {
		const beyond: [string, (take: TakeRequest, wild: number) => unknown][] = [
			['width', (t, v) => ({ ...t, width: v })],
			['seed', (t, v) => ({ ...t, seed: v })],
			['steps', (t, v) => ({ ...t, steps: v })],
			['guidance', (t, v) => ({ ...t, guidance: v })],
			['variation', (t, v) => ({ ...t, variation: { seed: 1, amount: v } })],
			['strength', (t, v) => ({ ...t, start: { image: 'x', strength: v } })],
			['index', (t, v) => ({ ...t, batch: { seed: 1, index: v } })],
			['weight', (t, v) => ({ ...t, adapters: [{ id: 'x', weight: v }] })]
		];
		const wild = fc.oneof(
			fc.double({ max: -1e-9, noNaN: true }),
			fc.double({ min: 4_294_967_296 }),
			fc.constant(NaN),
			fc.constant(Infinity)
		);
		for (const [name, change] of beyond)
			fc.assert(
				fc.property(request, wild, (take, v) => {
					expect(TakeRequest.safeParse(change(take, v)).success, name).toBe(false);
				}),
				{ numRuns: 60 }
			);
	});

	it('refuses fields that it does not know, at every depth', () => {
		fc.assert(
			fc.property(request, id, (take, name) => {
				fc.pre(!(name in take) && name !== '__proto__' && name !== 'output');
				expect(TakeRequest.safeParse({ ...take, [name]: 1 }).success).toBe(false);
				const start = { image: 'x', strength: 0.5, [`${name}!`]: 1 };
				expect(TakeRequest.safeParse({ ...take, start }).success).toBe(false);
			})
		);
	});

	it('answers any JSON at all without throwing', () => {
		fc.assert(
			fc.property(fc.jsonValue(), (body) => {
				for (const schema of [TakeRequest, JobRequest, TeachRequest])
					expect(typeof schema.safeParse(body).success).toBe('boolean');
			}),
			{ numRuns: 300 }
		);
	});
});
