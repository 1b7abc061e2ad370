<script lang="ts">
	import { untrack } from 'svelte';
	import { pictureOf } from '$lib/store';

	interface Props {
		takeId: string;
		alt: string;
		/** The kept picture instead of its thumbnail. */
		large?: boolean;
	}

	let { takeId, alt, large = false }: Props = $props();

	let url = $state<string | null>(null);
	let missing = $state(false);

	// A picture is loaded again when it is another one, not whenever something else of its take is.
	const wanted = $derived(`${large} ${takeId}`);

	$effect(() => {
		void wanted;
		const [id, full] = untrack(() => [takeId, large] as const);
		let gone = false;
		let made: string | null = null;
		missing = false;
		void pictureOf(id).then((stored) => {
			if (gone) return;
			if (!stored) {
				missing = true;
				return;
			}
			made = URL.createObjectURL(full ? stored.picture : stored.thumbnail);
			url = made;
		});
		return () => {
			gone = true;
			if (made) URL.revokeObjectURL(made);
		};
	});
</script>

{#if url}
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

	.missing {
		font-size: 12px;
	}
</style>
