<script lang="ts">
	import { TooltipDefinition } from 'carbon-components-svelte';
	import { measures, writtenValue } from '$lib/core/measure';
	import type { Measured } from '$lib/core/schema';

	let { measured }: { measured: Measured } = $props();

	let copied = $state<string | null>(null);

	async function copy(hex: string) {
		await navigator.clipboard.writeText(hex).catch(() => undefined);
		copied = hex;
	}
</script>

<ul class="palette" aria-label="Palette">
	{#each measured.palette as { name, hex, share } (hex)}
		<li style:flex-grow={Math.max(0.06, share)}>
			<button
				style:background={hex}
				title="{name} {hex}, {Math.round(share * 100)}% of the picture: press to copy"
				aria-label="{name} {hex}"
				onclick={() => copy(hex)}
			></button>
		</li>
	{/each}
</ul>
{#if copied}<p role="status">{copied} is copied.</p>{/if}
<dl>
	{#each measures as measure (measure.id)}
		{@const { label, explained, source } = measure}
		<dt>
			<TooltipDefinition tooltipText="{explained} ({source})" align="start" portalTooltip
				>{label.toLowerCase()}</TooltipDefinition
			>
		</dt>
		<dd class="num">{writtenValue(measured, measure) || '…'}</dd>
	{/each}
</dl>

<style>
	.palette {
		display: flex;
		height: 26px;
		margin: 10px 0 6px;
	}

	.palette button {
		width: 100%;
		height: 26px;
		border: 0;
		cursor: copy;
	}

	p {
		color: var(--ink-3);
		font-size: 12px;
	}

	dl {
		display: grid;
		grid-template-columns: 96px 1fr;
		gap: 2px 8px;
		font-size: 12px;
	}

	dt {
		color: var(--ink-3);
	}
</style>
