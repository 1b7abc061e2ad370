import { Dexie, type EntityTable, type Table } from 'dexie';
import type { Brief, Mark, Pick, Plan, Take } from '$lib/core/schema';

/** A take's picture as it is kept: smaller than the lossless one, and a thumbnail. */
export interface StoredPicture {
	takeId: string;
	briefId: string;
	picture: Blob;
	thumbnail: Blob;
}

/** The browser's database. Only this folder knows it. */
export class Database extends Dexie {
	briefs!: EntityTable<Brief, 'id'>;
	plans!: EntityTable<Plan, 'id'>;
	takes!: EntityTable<Take, 'id'>;
	marks!: EntityTable<Mark, 'takeId'>;
	picks!: EntityTable<Pick, 'id'>;
	pictures!: Table<StoredPicture, string>;

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
	}
}

export const db = new Database();
