/** Writes the JSON Schemas of files that others may make or read: `npm run schemas`. */
import { writeFileSync } from 'node:fs';
import { z } from 'zod';
import { BallotAnswers, PickFile } from '../src/lib/core/formats';
import { Evidence } from '../src/lib/core/judge';

const all = { evidence: Evidence, pick: PickFile, 'ballot-answers': BallotAnswers };
for (const [name, schema] of Object.entries(all)) {
	const text = JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, '\t') + '\n';
	for (const folder of ['docs', 'static/schemas'])
		writeFileSync(`${folder}/${name}.schema.json`, text);
}
