import type { Take } from '$lib/core/schema';

const KEPT = 'dial-pick-chosen';

function kept(): string[] {
	try {
		const ids: unknown = JSON.parse(sessionStorage.getItem(KEPT) ?? '[]');
		return Array.isArray(ids) ? ids.filter((id): id is string => typeof id === 'string') : [];
	} catch {
		return [];
	}
}

/** Takes that are chosen: one choice for all views and across briefs, as long as the tab lives. */
export class Choice {
	#ids = $state.raw<ReadonlySet<string>>(new Set());
	/** All that are chosen, with those of briefs that are not open; read from the store by the tray. */
	takes = $state.raw<readonly Take[]>([]);
	readonly #lasting: boolean;

	/** @param lasting whether it is there again after a reload */
	constructor(lasting = false) {
		this.#lasting = lasting;
		if (lasting && typeof sessionStorage !== 'undefined') this.#ids = new Set(kept());
	}

	/** In the order in which they were chosen. */
	get ids(): ReadonlySet<string> {
		return this.#ids;
	}

	set ids(ids: ReadonlySet<string>) {
		this.#ids = ids;
		if (this.#lasting) sessionStorage.setItem(KEPT, JSON.stringify([...ids]));
	}
}

/** The one choice of this tab. */
export const choice = new Choice(typeof sessionStorage !== 'undefined');
