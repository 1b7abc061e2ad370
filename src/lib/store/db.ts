import { Dexie, type EntityTable, type Table } from 'dexie';
import { upgradeBrief, upgradePlan, type Brief1, type Plan1 } from '$lib/core/formats';
import type { Brief, Mark, NegativeSet, Pick, Plan, Purse, Style, Take } from '$lib/core/schema';

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
					.bulkPut(briefs.map((old) => upgradeBrief(old, () => crypto.randomUUID())));
				const plans = (await change.table<Plan1>('plans').toArray()).map(upgradePlan);
				await change.table('plans').bulkPut(plans);
				await change.table('prompts').bulkPut(plans.flatMap(promptsOf));
			});
	}
}

/** The prompts that a plan runs, as they are kept. */
export const promptsOf = ({ rack, createdAt }: Plan): KeptPrompt[] =>
	rack.wording
		.filter((text) => text.trim())
		.map((text) => ({ text, negative: rack.negative[0] ?? '', runAt: createdAt, starred: 0 }));

export const db = new Database();
