<script lang="ts">
	import { DialsView } from '$lib/ui/dials';
</script>

<svelte:head><title>Dials · Dial Pick</title></svelte:head>
<DialsView />
