import { Dexie, type EntityTable, type Table } from 'dexie';
import {
	upgradeBrief1,
	upgradeBrief2,
	upgradePlan1,
	upgradePlan2,
	type Brief1,
	type Brief2,
	type Plan1,
	type Plan2
} from '$lib/core/formats';
import type { Apart } from '$lib/core/measure';
import type {
	Brief,
	Mark,
	Measured,
	NegativeSet,
	Pick,
	Plan,
	Purse,
	Remark,
	Style,
	Take
} from '$lib/core/schema';

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
}

/** A render service that was added by its address. */
export interface AddedService {
	/** A short word that parts its models from those of others. */
	id: string;
	/** Where its calls begin, as `https://host/api/render/v1`. */
	address: string;
	addedAt: number;
}

/** What was measured in a take's picture. */
export type StoredMeasures = Measured & { takeId: string; briefId: string };

/** What parts the pictures of two takes, by the key of the pair. */
export type StoredPair = Apart & { key: string; briefId: string };

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
	services!: EntityTable<AddedService, 'id'>;
	/** What holds for all briefs, in rows by name. */
	house!: Table<Purse & { name: 'purse' }, string>;

	constructor(name = 'dial-pick') {
		super(name);
		this.version(1).stores({
			briefs: 'id, updatedAt',
			plans: 'id, briefId, createdAt',
			takes: 'id, briefId, planId, state, [briefId+number]',
			marks: 'takeId, briefId',
			picks: 'id, briefId, createdAt',
			pictures: 'takeId, briefId'
		});
		this.version(2)
			.stores({
				takes:
					'id, briefId, planId, state, [briefId+number], madeAt, [planId+state], [planId+madeAt], [briefId+state], [briefId+credits]',
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
	}
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
