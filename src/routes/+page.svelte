<script lang="ts">
	import { BriefsView } from '$lib/ui/briefs';
</script>

<svelte:head><title>Briefs · Dial Pick</title></svelte:head>
<BriefsView />
