import { Dexie, type EntityTable, type Table, type Transaction } from 'dexie';
import { completeRack } from '$lib/core/dials';
import { isOpen } from '$lib/core/merging';
import type { Findings } from '$lib/core/findings';
import type { Apart } from '$lib/core/measure';
import { SHIPPED_SERVICE } from '$lib/core/schema';
import type {
	Answer,
	Ballot,
	Brief,
	JobRequest,
	Mark,
	Measured,
	NegativeSet,
	Pick,
	Plan,
	Purse,
	Rack,
	Remark,
	Spending,
	Style,
	Take,
	TaughtAdapter
} from '$lib/core/schema';
import {
	upgradeBrief1,
	upgradeBrief2,
	upgradeBrief3,
	upgradePlan1,
	upgradePlan2,
	type Brief1,
	type Brief2,
	type Brief3,
	type Plan1,
	type Plan2,
	type Plan3
} from './upgrade';

/** A take's picture as it is kept: smaller than the lossless one, and a thumbnail. */
export interface StoredPicture {
	takeId: string;
	briefId: string;
	picture: Blob;
	thumbnail: Blob;
}

/** A prompt that was run, in whatever brief. */
export interface KeptPrompt {
	text: string;
	/** What was left out when it was run last. */
	negative: string;
	runAt: number;
	/** 1 when it is starred, 0 when not: the index of a database knows no yes and no. */
	starred: 0 | 1;
}

/** A picture that takes may begin from. */
export interface StartPicture {
	/** SHA-256 of its bytes, in hex. */
	id: string;
	name: string;
	picture: Blob;
	thumbnail: Blob;
	addedAt: number;
	/** Whether it is an area that was drawn: nothing begins from it. */
	area?: boolean;
	/** The seed that it was made on, where it is a take. */
	seed?: number;
	/** Which take that is. */
	of?: { take: string; number: number; briefId: string };
}

/** A render service that was added by its address; the one that ships, of no id, where it has a token. */
export interface AddedService {
	/** A short word that parts its models from those of others. */
	id: string;
	/** Where its calls begin, as `https://host/api/render/v1`. */
	address: string;
	/** What says who calls, where it asks for that. */
	token?: string;
	addedAt: number;
}

/**
 * A job at a render service, from before it is sent until the service has nothing more to give. It
 * outlasts its plan and its brief: what was sent must be called back.
 */
export interface StoredJob {
	/** The key under which it is sent: sent again, it is the same job. */
	key: string;
	planId: string;
	briefId: string;
	/** The service, and where its calls begin: it may be taken off meanwhile. */
	service: string;
	address: string;
	/** What was sent; kept until the service has answered, so that the same can be sent again. */
	body: JobRequest | null;
	/** The takes that it is to make, and the model of each, as we name it. */
	refs: string[];
	models?: string[];
	/** The service's name for it, once it has answered. */
	job: string | null;
	/** 1 while its takes are wanted, 0 when it is to be called back. */
	wanted: 0 | 1;
	/** Takes of it that are to be called back by themselves. */
	dropped: string[];
	/** It makes the picture of a take once more, for whoever holds its lock; its price is all that is kept. */
	again?: true;
	/** How the service calls that picture once it is made, until somebody has fetched it: it is paid. */
	made?: string;
	sentAt: number;
}

/** A search of the library that was given a name. */
export interface KeptSearch {
	id: string;
	name: string;
	/** What was asked, as the address says it. */
	asked: string;
	at: number;
}

/** The last findings of a scope, and what they were worked out from. */
export interface KeptFindings {
	/** The brief, the scope and whose judgements. */
	key: string;
	briefId: string;
	/** Equal for equal evidence and the same program. */
	hash: string;
	found: Findings;
}

/** What was measured in a take's picture. */
export type StoredMeasures = Measured & { takeId: string; briefId: string };

/** As they were kept before measures went by their ids: a field each. */
type OldMeasures = Omit<StoredMeasures, 'values'> & Record<string, unknown>;

const byId = ({ takeId, briefId, palette, hash, ...rest }: OldMeasures): StoredMeasures => ({
	takeId,
	briefId,
	palette,
	hash,
	values: Object.fromEntries(
		Object.entries(rest).filter((one): one is [string, number] => typeof one[1] === 'number')
	)
});

/** What parts the pictures of two takes, by the key of the pair. */
export type StoredPair = Apart & { key: string; briefId: string };

/** The version of the database that this program reads and writes. */
const LATEST = 9;

/** The browser's database. Only this folder knows it. */
export class Database extends Dexie {
	briefs!: EntityTable<Brief, 'id'>;
	plans!: EntityTable<Plan, 'id'>;
	takes!: EntityTable<Take, 'id'>;
	marks!: EntityTable<Mark, 'takeId'>;
	picks!: EntityTable<Pick, 'id'>;
	pictures!: Table<StoredPicture, string>;
	/** The artist's own styles and negative sets, for all briefs, and every prompt that was run. */
	styles!: EntityTable<Style, 'name'>;
	sets!: EntityTable<NegativeSet, 'name'>;
	prompts!: EntityTable<KeptPrompt, 'text'>;
	/** When the takes of a brief were last looked at. */
	seen!: EntityTable<{ briefId: string; at: number }, 'briefId'>;
	measures!: EntityTable<StoredMeasures, 'takeId'>;
	pairs!: EntityTable<StoredPair, 'key'>;
	remarks!: EntityTable<Remark, 'takeId'>;
	/** Faults that the artist looks for besides those that ship. */
	faults!: EntityTable<{ id: string; label: string }, 'id'>;
	starts!: EntityTable<StartPicture, 'id'>;
	taught!: EntityTable<TaughtAdapter, 'id'>;
	services!: EntityTable<AddedService, 'id'>;
	/** Searches of the library that were given a name. */
	searches!: EntityTable<KeptSearch, 'id'>;
	/** What was spent; nothing is ever taken from it. */
	ledger!: Table<Spending, [string, string]>;
	jobs!: EntityTable<StoredJob, 'key'>;
	/** What was said of blind pairs, and pairs that were given out in files. */
	answers!: EntityTable<Answer, 'id'>;
	ballots!: EntityTable<Ballot, 'id'>;
	/** The last findings of every scope, to be shown at once. They can be worked out again. */
	findings!: EntityTable<KeptFindings, 'key'>;
	/** What holds for all briefs, in rows by name. */
	house!: Table<
		| (Purse & { name: 'purse' })
		| { name: 'keys'; letters: boolean }
		/** The name of this browser's ledger in files. */
		| { name: 'ledger'; id: string },
		string
	>;

	constructor(name = 'dial-pick') {
		super(name);
		// Versions that only added tables and indexes are told with the next that did more: each one that stands
		// here is read again for every other, at the start of every page. What is there is compared with what is told.
		this.version(2)
			.stores({
				briefs: 'id, updatedAt',
				plans: 'id, briefId, createdAt',
				takes:
					'id, briefId, planId, state, [briefId+number], madeAt, [planId+state], [planId+madeAt], [briefId+state], [briefId+credits]',
				marks: 'takeId, briefId',
				picks: 'id, briefId, createdAt',
				pictures: 'takeId, briefId',
				styles: 'name',
				sets: 'name',
				prompts: 'text, runAt',
				house: 'name',
				seen: 'briefId'
			})
			.upgrade(async (change) => {
				const briefs = await change.table<Brief1>('briefs').toArray();
				await change
					.table('briefs')
					.bulkPut(briefs.map((old) => upgradeBrief1(old, () => crypto.randomUUID())));
				const plans = (await change.table<Plan1>('plans').toArray()).map(upgradePlan1);
				await change.table('plans').bulkPut(plans);
				await change.table('prompts').bulkPut(plans.flatMap(promptsOf));
			});
		this.version(3)
			.stores({
				takes:
					'id, briefId, planId, state, [briefId+number], madeAt, [planId+state+number], [planId+madeAt], [briefId+state], [briefId+credits]',
				starts: 'id, addedAt',
				measures: 'takeId, briefId',
				pairs: 'key, briefId',
				remarks: 'takeId, briefId',
				faults: 'id',
				services: 'id'
			})
			.upgrade(async (change) => {
				const briefs = change.table<Brief2>('briefs');
				await briefs.bulkPut((await briefs.toArray()).map(upgradeBrief2));
				const plans = change.table<Plan2>('plans');
				await plans.bulkPut((await plans.toArray()).map(upgradePlan2));
			});
		this.version(4)
			.stores({
				takes:
					'id, briefId, planId, state, [briefId+number+id], madeAt, [planId+state+number], [planId+madeAt], [briefId+state], [briefId+state+expected], [state+expected]',
				ledger: '[briefId+id], briefId, at, [briefId+credits]',
				jobs: 'key, planId, briefId'
			})
			.upgrade(upgradeTo4);
		this.version(LATEST).stores({
			takes:
				'id, briefId, planId, state, [briefId+number+id], madeAt, starred, [planId+state+number], [planId+madeAt], [briefId+state], [briefId+state+expected], [state+expected]',
			remarks: 'takeId, briefId, *tags',
			answers: 'id, briefId, left, right',
			ballots: 'id, briefId',
			taught: 'id',
			searches: 'id',
			findings: 'key, briefId'
		});
		this.measures.hook('reading', (row: StoredMeasures | OldMeasures | undefined) =>
			row && !('values' in row) ? byId(row) : row
		);
		// What was kept before a dial came is held where that dial changes nothing.
		for (const table of [this.briefs, this.plans] as Table<{ rack: Partial<Rack> } | undefined>[])
			table.hook('reading', (row) => row && { ...row, rack: completeRack(row.rack) });
		// Dexie opens a database of a newer version, too: this program would write rows of old shapes into it.
		this.on(
			'ready',
			() => {
				// IndexedDB counts in tens of Dexie's versions, and Dexie mends what lacks an index in ones.
				const version = Math.floor(this.backendDB().version / 10);
				if (version > LATEST)
					throw new Dexie.VersionError(`The database is of version ${version}, not ${LATEST}.`);
			},
			true
		);
	}
}

/** Brings a database of version 3 to version 4, and clears away what belongs to no brief any more. */
async function upgradeTo4(change: Transaction): Promise<void> {
	const briefs = await change.table<Brief3>('briefs').toArray();
	const plans = await change.table<Plan3>('plans').toArray();
	const takes = await change.table<Take>('takes').toArray();
	const picks = await change.table<Pick>('picks').toArray();
	const addresses = new Map(
		(await change.table<AddedService>('services').toArray()).map(({ id, address }) => [id, address])
	);
	for (const brief of briefs) {
		const own = <T extends { briefId: string }>(rows: T[]) =>
			rows.filter(({ briefId }) => briefId === brief.id);
		const next = upgradeBrief3({
			brief,
			plans: own(plans),
			takes: own(takes),
			picks: own(picks)
		});
		await change.table('briefs').put(next.brief);
		await change.table('plans').bulkPut(next.plans);
		await change.table('takes').bulkPut(next.takes);
		await change.table('picks').bulkPut(next.picks);
		await change.table('ledger').bulkPut(next.spendings);
	}
	const jobs = plans.flatMap(({ id, briefId, job, key, service = '', stopped }): StoredJob[] => {
		const address = service ? addresses.get(service) : SHIPPED_SERVICE;
		if (!job || !address) return [];
		const refs = takes.filter((take) => take.planId === id && isOpen(take)).map((take) => take.id);
		const wanted = stopped ? 0 : 1;
		return [
			{
				key,
				planId: id,
				briefId,
				service,
				address,
				body: null,
				refs,
				job,
				wanted,
				dropped: [],
				sentAt: 0
			}
		];
	});
	await change.table('jobs').bulkPut(jobs);
	const known = new Set(briefs.map(({ id }) => id));
	for (const name of [
		'plans',
		'takes',
		'marks',
		'picks',
		'pictures',
		'seen',
		'measures',
		'pairs',
		'remarks'
	])
		await change
			.table<{ briefId: string }>(name)
			.filter(({ briefId }) => !known.has(briefId))
			.delete();
}

/** The prompts that a plan runs, as they are kept. */
export const promptsOf = ({
	rack,
	createdAt
}: {
	createdAt: number;
	rack: { wording: readonly string[]; negative: readonly string[] };
}): KeptPrompt[] =>
	rack.wording
		.filter((text) => text.trim())
		.map((text) => ({ text, negative: rack.negative[0] ?? '', runAt: createdAt, starred: 0 }));

export const db = new Database();
