<script lang="ts">
	let { size = 32 }: { size?: number } = $props();
</script>

<svg width={size} height={size} viewBox="0 0 34 34" aria-hidden="true">
	<circle cx="17" cy="17" r="14.5" fill="var(--panel)" stroke="var(--ink)" stroke-width="1.3" />
	{#each [-120, -80, -40, 0, 40, 80, 120] as turn (turn)}
		<line x1="17" y1="4.6" x2="17" y2="6.8" stroke="var(--ink)" transform="rotate({turn} 17 17)" />
	{/each}
	<line
		x1="17"
		y1="17"
		x2="23"
		y2="9.5"
		stroke="var(--point)"
		stroke-width="2.2"
		stroke-linecap="round"
	/>
</svg>
