import { untrack } from 'svelte';
import { SvelteMap } from 'svelte/reactivity';

/** Addresses of small pictures, made when they are first there and let go with the component. */
export function pictureUrls(rows: () => readonly { id: string; thumbnail: Blob }[]): {
	of(id: string): string | undefined;
} {
	const urls = new SvelteMap<string, string>();
	$effect(() => {
		const now = rows();
		untrack(() => {
			for (const { id, thumbnail } of now)
				if (!urls.has(id)) urls.set(id, URL.createObjectURL(thumbnail));
		});
	});
	$effect(() => () => untrack(() => [...urls.values()].forEach((url) => URL.revokeObjectURL(url))));
	return { of: (id) => urls.get(id) };
}
