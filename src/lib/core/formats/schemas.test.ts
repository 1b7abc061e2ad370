import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { gather } from '$lib/core/findings';
import { Evidence } from '$lib/core/judge';
import { cards, sampleRack, sampleTakes } from '$lib/core/testing';
import { BallotAnswers, PickFile } from './index';

const published = { evidence: Evidence, pick: PickFile, 'ballot-answers': BallotAnswers };

describe('published schemas', () => {
	it.each(Object.entries(published))(
		'of %s are those of the program: npm run schemas',
		(name, schema) => {
			const now = z.toJSONSchema(schema, { io: 'input' });
			for (const folder of ['docs', 'static/schemas'])
				expect(JSON.parse(readFileSync(`${folder}/${name}.schema.json`, 'utf8'))).toEqual(now);
		}
	);

	// JSON Schema 2020-12, by ajv.
	it('hold evidence that the program gathers', () => {
		const takes = sampleTakes(
			sampleRack({ model: ['alder-2', 'cedar'], guidance: [2, 4], seed: [1, 2] })
		);
		const evidence = gather({
			takes,
			marks: [{ takeId: 't0', briefId: 'b', kind: 'keep', at: 0 }],
			answers: [
				{
					id: 'a',
					briefId: 'b',
					left: 't0',
					right: 't1',
					answer: 'left',
					judge: '',
					again: false,
					at: 0
				}
			],
			remarks: new Map(),
			measured: new Map(),
			cards
		});
		const schema = JSON.parse(readFileSync('docs/evidence.schema.json', 'utf8')) as object;
		const validate = new Ajv2020({ strict: false }).compile(schema);
		expect(validate(JSON.parse(JSON.stringify(evidence)))).toBe(true);
		expect(validate({ ...evidence, marks: [{ take: 't0', mark: 'love' }] })).toBe(false);
	});
});
