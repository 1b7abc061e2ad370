<script lang="ts">
	import type ApexCharts from 'apexcharts';
	import type { ApexOptions } from 'apexcharts';

	let { options, label }: { options: ApexOptions; label: string } = $props();

	let host: HTMLDivElement;
	let chart = $state.raw<ApexCharts | null>(null);

	// The library is large: it is fetched when a chart is first wanted.
	$effect(() => {
		let gone = false;
		let made: ApexCharts | null = null;
		void import('apexcharts').then(async ({ default: Apex }) => {
			if (gone) return;
			made = new Apex(host, options);
			await made.render();
			chart = made;
		});
		return () => {
			gone = true;
			chart = null;
			made?.destroy();
		};
	});
	$effect(() => {
		void chart?.updateOptions(options, false, false);
	});
</script>

<div bind:this={host} role="img" aria-label={label}></div>

<style>
	/* As wide as there is room: what was drawn in a wider window holds nothing open. */
	div {
		min-height: 190px;
		contain: inline-size;
	}

	div :global(.apexcharts-tooltip.apexcharts-theme-light) {
		max-width: 100%;
		border-color: var(--rule-strong);
		background: var(--field);
		color: var(--ink);
		white-space: normal;
	}
</style>
