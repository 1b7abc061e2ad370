<script lang="ts">
	/** Names with what stands behind each, one a line. */
	interface Props {
		lines: readonly (readonly [name: string, value: string])[];
		label?: string;
		/** Room for the names, in pixels. @default 84 */
		room?: number;
	}

	let { lines, label, room = 84 }: Props = $props();
</script>

<dl aria-label={label} style:--room="{room}px">
	{#each lines as [name, value] (name)}
		<dt>{name}</dt>
		<dd>{value}</dd>
	{/each}
</dl>

<style>
	dl {
		display: grid;
		grid-template-columns: var(--room) minmax(0, 1fr);
		gap: 4px 10px;
		align-content: start;
		font-size: 13px;
	}

	dt {
		color: var(--ink-3);
	}

	dd {
		overflow-wrap: anywhere;
	}
</style>
