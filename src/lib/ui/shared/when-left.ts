import { onMount } from 'svelte';

/**
 * Has something kept when a view goes, its tab is put away, or its page is left. Of a page that is left
 * for good the browser may still drop what is only then begun to be written. Called with a component.
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
