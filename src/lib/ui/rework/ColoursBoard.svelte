<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import * as store from '$lib/store';
	import { many, useWork } from '$lib/ui/shared';
	import type { LocalProps } from './local';

	/** Colours that are read off a picture, and those of the brief. */
	let { reader }: LocalProps = $props();

	const work = useWork();
	const colours = $derived(work.brief!.colours ?? []);
	let says = $state('');
	let problem = $state<string | null>(null);
	const MOST = 64;

	async function copy(hex: string) {
		try {
			await navigator.clipboard.writeText(hex);
			says = `${hex} is copied.`;
		} catch {
			says = `${hex} could not be copied here: select it by hand.`;
		}
	}
	const set = (next: string[]) => work.change({ colours: next });

	/** The brief's colours as a picture that can lend them. */
	async function lend() {
		problem = null;
		try {
			const canvas = new OffscreenCanvas(64 * colours.length, 64);
			const context = canvas.getContext('2d')!;
			for (const [i, hex] of colours.entries()) {
				context.fillStyle = hex;
				context.fillRect(64 * i, 0, 64, 64);
			}
			const picture = await canvas.convertToBlob({ type: 'image/png' });
			await store.keepStart({
				name: `${many(colours.length, 'colour')} of ${work.brief!.name}`,
				picture,
				thumbnail: picture,
				addedAt: Date.now()
			});
			says = 'They are kept as a picture: choose it under Lend, Colours.';
		} catch (cause) {
			const why = cause instanceof Error ? cause.message : String(cause);
			problem = `They could not be kept as a picture. ${why}`;
		}
	}
</script>

<div class="read" aria-live="polite">
	{#if reader.read}
		{@const { name, hex } = reader.read}
		<span class="swatch" style:background={hex}></span>
		<span>{name} <span class="num">{hex}</span></span>
		<button class="act" onclick={() => copy(hex)}>copy</button>
		<button
			class="act"
			disabled={colours.includes(hex) || colours.length >= MOST}
			onclick={() => set([...colours, hex])}>keep</button
		>
	{:else}
		<span class="quiet">Press on the picture for a point, or drag over an area.</span>
	{/if}
</div>
{#if colours.length}
	<h3>Colours of the brief</h3>
	<ul aria-label="Colours of the brief">
		{#each colours as hex (hex)}
			<li>
				<button
					class="swatch"
					style:background={hex}
					aria-label="{hex}: copy"
					title="{hex}: press to copy"
					onclick={() => copy(hex)}
				></button>
				<button
					class="plain"
					aria-label="Take {hex} off"
					onclick={() => set(colours.filter((one) => one !== hex))}>×</button
				>
			</li>
		{/each}
	</ul>
	<Button size="field" kind="tertiary" on:click={lend}>Keep as a picture that lends them</Button>
{/if}
{#if says}<p class="quiet" role="status">{says}</p>{/if}
{#if problem}<p role="alert">{problem}</p>{/if}

<style>
	.read {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		align-items: center;
		min-height: 40px;
		font-size: 13px;
	}

	.swatch {
		width: 36px;
		height: 36px;
		padding: 0;
		border: 1px solid var(--rule);
	}

	button.swatch {
		cursor: copy;
	}

	h3 {
		font-size: 13px;
	}

	ul {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}

	li {
		display: flex;
		align-items: center;
	}

	[role='alert'] {
		color: var(--point);
		font-size: 13px;
	}
</style>
