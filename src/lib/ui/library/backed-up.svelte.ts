const KEPT = 'dial-pick-backed-up';

function read(): number | null {
	const at = Number(typeof localStorage === 'undefined' ? NaN : localStorage.getItem(KEPT));
	return at > 0 ? at : null;
}

let at = $state(read());

/** When everything was backed up last from this browser, in milliseconds. */
export const backedUp = {
	get at(): number | null {
		return at;
	},
	now(): void {
		at = Date.now();
		localStorage.setItem(KEPT, String(at));
	}
};
