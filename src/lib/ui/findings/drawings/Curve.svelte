<script lang="ts">
	import type { Drawing } from '$lib/core/findings';
	import { Chart } from '$lib/ui/shared';
	import { curveChart } from '../charts';

	let { drawing }: { drawing: Extract<Drawing, { kind: 'curve' }> } = $props();
</script>

<Chart
	options={curveChart(drawing)}
	label="Preference along {drawing.axis}; its numbers are below"
/>
