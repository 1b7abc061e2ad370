<script lang="ts">
	import type { Drawing } from '$lib/core/findings';
	import Bars from './Bars.svelte';

	/** Shares of a whole, the plain count behind each. */
	let { drawing }: { drawing: Extract<Drawing, { kind: 'rates' }> } = $props();

	const rows = $derived(
		drawing.rows.map((row) => ({ ...row, count: row.of ? `${row.count} of ${row.of}` : '' }))
	);
	const marks = [0, 0.5, 1].map((at) => ({ at, says: at ? `${at * 100}%` : '0' }));
</script>

<Bars {rows} from={0} to={1} {marks} />
