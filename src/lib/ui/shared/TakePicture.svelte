<script lang="ts">
	import { untrack } from 'svelte';
	import { pictureOf } from '$lib/store';
	import { knownThumbnail, thumbnail } from './thumbnails';
	import { whenNear } from './when-near';

	interface Props {
		takeId: string;
		alt: string;
		/** The kept picture instead of its thumbnail. */
		large?: boolean;
		/** Whether it is loaded only once it comes near the window. */
		lazy?: boolean;
	}

	let { takeId, alt, large = false, lazy = true }: Props = $props();

	let url = $state<string | null>(untrack(() => (lazy ? null : knownThumbnail(takeId))));
	let near = $state(untrack(() => !lazy));
	let missing = $state(false);

	// A picture is loaded again when it is another one, not whenever something else of its take is.
	const wanted = $derived(`${large} ${takeId}`);

	$effect(() => {
		void wanted;
		if (!near && !large) return;
		const [id, full] = untrack(() => [takeId, large] as const);
		let gone = false;
		let made: string | null = null;
		const show = (found: string | null) => {
			missing = found === null;
			if (found) url = found;
		};
		missing = false;
		if (full)
			void pictureOf(id).then((stored) => {
				if (gone) return;
				made = stored ? URL.createObjectURL(stored.picture) : null;
				show(made);
			});
		else {
			// Until it comes, the thumbnail of another take is no stand-in.
			url = knownThumbnail(id);
			if (!url) void thumbnail(id).then((found) => !gone && show(found));
		}
		return () => {
			gone = true;
			if (made) URL.revokeObjectURL(made);
		};
	});
</script>

{#if !near && !large}
	<span class="place" {@attach whenNear(() => (near = true))}></span>
{:else if url}
	<img src={url} {alt} draggable="false" decoding="async" />
{:else if missing}
	<span class="missing">picture missing</span>
{/if}

<style>
	img {
		display: block;
		width: 100%;
		height: 100%;
		object-fit: contain;
		user-select: none;
	}

	.place {
		display: block;
		width: 100%;
		height: 100%;
	}

	.missing {
		font-size: 12px;
	}
</style>
