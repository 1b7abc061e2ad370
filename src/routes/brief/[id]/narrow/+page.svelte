<script lang="ts">
	import { NarrowingView } from '$lib/ui/narrowing';
</script>

<svelte:head><title>Narrow down · Dial Pick</title></svelte:head>
<NarrowingView />
