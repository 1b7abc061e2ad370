/**
 * Prints the findings of evidence, or of a brief, as JSON: `npm run findings -- evidence.json` or
 * `npm run findings -- name.brief.zip`; `--judge name` for one judge alone, `--evidence` prints the
 * evidence of a brief instead.
 */
import { readFile } from 'node:fs/promises';
import { findingsOf, gather, ofJudge, scopesOf, takesOf } from '../src/lib/core/findings';
import { FileProblem, readArchive } from '../src/lib/core/formats';
import { Evidence } from '../src/lib/core/judge';

const argument = (name: string): string | null => {
	const at = process.argv.indexOf(name);
	return at < 0 ? null : (process.argv[at + 1] ?? '');
};

/** Evidence of a brief: of the takes that belong together, as the view shows them first. */
async function ofBrief(bytes: Uint8Array<ArrayBuffer>): Promise<Evidence> {
	const { whole } = await readArchive(new Blob([bytes]));
	const done = whole.takes.filter(({ state }) => state === 'done');
	const [scope] = scopesOf(whole.plans, done);
	return gather({
		takes: takesOf(scope, done),
		marks: whole.marks,
		answers: whole.answers,
		remarks: new Map(whole.remarks.map((one) => [one.takeId, one])),
		measured: new Map(),
		cards: []
	});
}

async function read(path: string): Promise<Evidence> {
	const bytes = new Uint8Array(await readFile(path));
	// A ZIP begins with PK.
	if (bytes[0] === 0x50 && bytes[1] === 0x4b) return ofBrief(bytes);
	let value: unknown;
	try {
		value = JSON.parse(new TextDecoder().decode(bytes));
	} catch {
		throw new FileProblem(
			`${path} is neither JSON nor a brief: give evidence as docs/evidence.schema.json says, or a file that ends in .brief.zip.`
		);
	}
	const parsed = Evidence.safeParse(value);
	if (parsed.success) return parsed.data;
	const { path: at, message } = parsed.error.issues[0];
	throw new FileProblem(`${path} is no evidence: ${at.join('.') || 'all of it'}: ${message}.`);
}

const path = process.argv
	.slice(2)
	.find((one, i, all) => !one.startsWith('--') && all[i - 1] !== '--judge');
try {
	if (!path) throw new FileProblem('Give a file: npm run findings -- evidence.json');
	const judge = argument('--judge');
	const evidence = ofJudge(await read(path), judge);
	const said = process.argv.includes('--evidence') ? evidence : findingsOf(evidence);
	process.stdout.write(`${JSON.stringify(said, null, '\t')}\n`);
} catch (cause) {
	const gone = (cause as { code?: string }).code === 'ENOENT';
	if (!gone && !(cause instanceof FileProblem)) throw cause;
	const says = gone ? `There is no file ${path}.` : (cause as Error).message;
	process.stderr.write(`${says}\n`);
	process.exitCode = 1;
}
