import { goto } from '$app/navigation';
import { focusInto } from './layers.svelte';

/** How long a view may take to have what one goes on with, in milliseconds. */
const PATIENCE = 4000;

/** Goes to a view, and puts the focus where one goes on there. */
export async function goOn(url: string, selector: string): Promise<void> {
	await goto(url);
	const until = performance.now() + PATIENCE;
	const look = () => {
		const main = document.getElementById('main');
		// Who has gone on by hand meanwhile is left alone.
		if (document.activeElement && document.activeElement !== document.body) return;
		if (main?.querySelector(selector)) focusInto(main, selector);
		else if (performance.now() < until) requestAnimationFrame(look);
	};
	requestAnimationFrame(look);
}
