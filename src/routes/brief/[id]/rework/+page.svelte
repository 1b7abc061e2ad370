<script lang="ts">
	import { ReworkView } from '$lib/ui/rework';
</script>

<svelte:head><title>Rework · Dial Pick</title></svelte:head>
<ReworkView />
