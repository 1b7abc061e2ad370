import { db } from './db';
import { StorageFull } from './room';

/** What stands behind an error of the database, by its name and that of its cause. */
const sentences: Record<string, string> = {
	QuotaExceededError: new StorageFull().message,
	ConstraintError: 'This is here already, so it was not added again. Nothing was changed.',
	BulkError: 'A part of this is here already, so nothing of it was added.',
	VersionError:
		'What is kept here was written by a newer version of Dial Pick. Close all its tabs and open it again.',
	DatabaseClosedError: 'Dial Pick was updated in another tab. Reload this one; everything is kept.',
	InvalidStateError:
		'The browser does not let Dial Pick keep anything, as in some private windows. Open it in a usual window.',
	MissingAPIError:
		'The browser does not let Dial Pick keep anything, as in some private windows. Open it in a usual window.',
	SecurityError:
		'The browser does not let Dial Pick keep anything: allow this address to store data, then reload.',
	UnknownError:
		'The browser could not open what is kept here; its disk may be full or damaged. Make room, then start the browser again.',
	OpenFailedError:
		'The browser could not open what is kept here. Start the browser again; in a private window, use a usual one.'
};

const namesOf = (cause: unknown): string[] => {
	const names: string[] = [];
	for (let at = cause as { name?: string; inner?: unknown } | undefined; at && names.length < 5;) {
		if (at.name) names.push(at.name);
		at = at.inner as typeof at;
	}
	return names;
};

/** Whether something that went wrong is the database's. */
export const isOfStore = (cause: unknown): boolean =>
	cause instanceof StorageFull || namesOf(cause).some((name) => name in sentences);

/** What went wrong, as a sentence that says what to do. The innermost cause says most. */
export function problemSays(cause: unknown): string {
	const known = namesOf(cause)
		.reverse()
		.find((name) => name in sentences);
	if (known) return sentences[known];
	return cause instanceof Error ? cause.message : String(cause);
}

/**
 * Opens the database.
 * @param tell told a sentence while something stands in the way, null once nothing does
 */
export async function openStore(tell: (says: string | null) => void): Promise<void> {
	db.on('blocked', () =>
		tell('Another tab holds an older version of Dial Pick open. Close it, and this one goes on.')
	);
	db.on('versionchange', () => {
		// The other tab may go on; this one is of yesterday.
		db.close();
		tell(sentences.DatabaseClosedError);
	});
	try {
		await db.open();
		tell(null);
	} catch (cause) {
		tell(problemSays(cause));
	}
}
