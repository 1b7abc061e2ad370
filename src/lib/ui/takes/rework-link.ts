import type { Take } from '$lib/core/schema';

/** Where a take is reworked, and how one goes back from there; with another one they are merged. */
export function reworkHref(
	{ id, briefId }: Take,
	other: Take | null = null,
	from?: string,
	way?: string
): string {
	const asked = new URLSearchParams({
		take: id,
		from: from ?? location.pathname + location.search,
		...(way ? { way } : {}),
		...(other ? { way: 'lend', with: other.id } : {})
	});
	return `/brief/${briefId}/rework?${asked}`;
}
