<script lang="ts">
	import { PairsView } from '$lib/ui/pairs';
</script>

<svelte:head><title>Pairs · Dial Pick</title></svelte:head>
<PairsView />
