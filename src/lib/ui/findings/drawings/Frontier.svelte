<script lang="ts">
	import type { Drawing } from '$lib/core/findings';
	import { Chart } from '$lib/ui/shared';
	import { frontierChart } from '../charts';

	let { drawing }: { drawing: Extract<Drawing, { kind: 'frontier' }> } = $props();
</script>

<Chart
	options={frontierChart(drawing)}
	label="Preference against {drawing.x}; its numbers are below"
/>
