/** What `npm run findings` prints: the findings of evidence, or of a brief, without a browser. */
import { readFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { z } from 'zod';
import { ModelCard } from '../src/lib/core/contract';
import {
	findingsOf,
	gather,
	ofJudge,
	scopesOf,
	takesOf,
	type Findings
} from '../src/lib/core/findings';
import { readArchive } from '../src/lib/core/formats';
import { FileProblem } from '../src/lib/core/problem';
import { Evidence } from '../src/lib/core/judge';

export const HELP = `Prints what Findings says, from the same figures.

  npm run findings -- FILE [options]

FILE             evidence (JSON, see docs/evidence.schema.json), or a brief (NAME.brief.zip)

--text           sentences as the application shows them, in place of JSON
--evidence       the evidence of a brief, in place of its findings
--judge NAME     one judge's marks and pairs alone; "me" is the artist
--from SCOPE     takes of a brief that belong together: an id that --scopes lists, such as "all"
--scopes         lists those
--cards FILE     model cards, as a render service answers /models: gives models their names
--help           this text
`;

/** A list of cards, or what a service answers. */
const Cards = z
	.union([z.array(ModelCard), z.object({ models: z.array(ModelCard) })])
	.transform((of) => (Array.isArray(of) ? of : of.models));

async function json(path: string, otherwise: string): Promise<unknown> {
	try {
		return JSON.parse(await readFile(path, 'utf8'));
	} catch (cause) {
		if ((cause as { code?: string }).code) throw cause;
		throw new FileProblem(`${path} ${otherwise}`);
	}
}

async function cardsIn(path: string | undefined): Promise<ModelCard[]> {
	if (!path) return [];
	const parsed = Cards.safeParse(await json(path, 'is no JSON, so it holds no model cards.'));
	if (parsed.success) return parsed.data;
	throw new FileProblem(
		`${path} holds no model cards. Save what a render service answers under /models.`
	);
}

/** Evidence of a brief, of the takes that the view shows first unless others are asked for. */
async function ofBrief(
	bytes: Uint8Array<ArrayBuffer>,
	{ from, scopes: list, cards }: { from?: string; scopes?: boolean; cards: ModelCard[] }
): Promise<Evidence | string> {
	const { whole, measured } = await readArchive(new Blob([bytes]));
	const done = whole.takes.filter(({ state }) => state === 'done');
	const scopes = scopesOf(whole.plans, done);
	if (list)
		return scopes
			.map(({ id, count, kind, words }) => `${id}\t${count} takes\t${words ?? kind}`)
			.join('\n');
	const scope = from === undefined ? scopes[0] : scopes.find(({ id }) => id === from);
	if (!scope)
		throw new FileProblem(`This brief has no takes under "${from}". --scopes lists what it has.`);
	return gather({
		takes: takesOf(scope, done),
		marks: whole.marks,
		answers: whole.answers,
		remarks: new Map(whole.remarks.map((one) => [one.takeId, one])),
		measured: measured ?? new Map(),
		cards
	});
}

async function ofFile(path: string): Promise<Evidence> {
	const value = await json(
		path,
		'is neither JSON nor a brief. Give evidence as docs/evidence.schema.json describes it, or a file that ends in .brief.zip.'
	);
	const parsed = Evidence.safeParse(value);
	if (parsed.success) return parsed.data;
	const { path: at, message } = parsed.error.issues[0];
	throw new FileProblem(`${path} is no evidence. ${at.join('.') || 'The whole file'}: ${message}.`);
}

const asText = ({ missing, said }: Findings): string =>
	[
		...(missing ? [missing.says] : []),
		...said.flatMap(({ items }) => items.map(({ about, says }) => `${about}\n  ${says}`))
	].join('\n\n');

const asJson = (value: unknown): string => JSON.stringify(value, null, '\t');

/**
 * @param args as on the command line
 * @throws {FileProblem} for a file or a name that isn't there or can't be read
 */
export async function findingsFor(args: string[]): Promise<string> {
	const { values, positionals } = parseArgs({
		args,
		allowPositionals: true,
		options: {
			text: { type: 'boolean' },
			evidence: { type: 'boolean' },
			judge: { type: 'string' },
			from: { type: 'string' },
			scopes: { type: 'boolean' },
			cards: { type: 'string' },
			help: { type: 'boolean' }
		}
	});
	if (values.help) return HELP;
	const [path] = positionals;
	if (!path) throw new FileProblem(`Give a file.\n\n${HELP}`);
	const cards = await cardsIn(values.cards);
	const bytes = new Uint8Array(await readFile(path));
	// A ZIP begins with PK.
	const read =
		bytes[0] === 0x50 && bytes[1] === 0x4b
			? await ofBrief(bytes, { ...values, cards })
			: await ofFile(path);
	if (typeof read === 'string') return read;
	const judge = values.judge === 'me' ? '' : (values.judge ?? null);
	const evidence = ofJudge(read, judge);
	if (values.evidence) return asJson(evidence);
	const found = findingsOf(evidence);
	return values.text ? asText(found) : asJson(found);
}
