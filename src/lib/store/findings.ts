import { db, type KeptFindings } from './db';

/** Returns the last findings of a scope; undefined if there are none. */
export const keptFindings = (key: string): Promise<KeptFindings | undefined> =>
	db.findings.get(key);

/** Keeps the findings of a scope in place of the last ones, as long as the brief is there. */
export const keepFindings = (one: KeptFindings): Promise<void> =>
	db.transaction('rw', db.briefs, db.findings, async () => {
		if (await db.briefs.get(one.briefId)) await db.findings.put(one);
	});
