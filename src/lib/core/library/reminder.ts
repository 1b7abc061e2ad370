const DAY = 86_400_000;
/** Fewer takes than this are not worth a reminder. */
const SOME = 20;
/** After so many days a backup is old. */
const OLD = 7;

/** What a reminder of the backup depends on. */
export interface AtRisk {
	/** Whether the browser has promised to keep what is here. */
	lasting: boolean;
	takes: number;
	/** When everything was backed up last, in milliseconds; null for never. */
	backedUp: number | null;
	now: number;
}

/** What is said where the browser may throw data away and no backup of late would bring it back; null where not. */
export function backupReminder({
	lasting,
	takes,
	backedUp,
	now
}: AtRisk): { short: string; says: string } | null {
	if (lasting || takes < SOME) return null;
	if (backedUp === null)
		return {
			short: 'no backup yet',
			says: 'The browser has not promised to keep what is here, and there is no backup of it.'
		};
	const days = Math.floor((now - backedUp) / DAY);
	return days < OLD
		? null
		: {
				short: `backup ${days} days old`,
				says: `The browser has not promised to keep what is here, and the last backup is ${days} days old.`
			};
}
