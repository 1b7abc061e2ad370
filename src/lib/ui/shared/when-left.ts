import { onMount } from 'svelte';

/**
 * Has something kept when a view goes, its tab is put away, or its page is left: what was typed and
 * not gone on from is lost nowhere. Called with a component.
 */
export function whenLeft(keep: () => void): void {
	onMount(() => {
		const away = () => {
			if (document.visibilityState === 'hidden') keep();
		};
		addEventListener('pagehide', keep);
		document.addEventListener('visibilitychange', away);
		return () => {
			removeEventListener('pagehide', keep);
			document.removeEventListener('visibilitychange', away);
			keep();
		};
	});
}
