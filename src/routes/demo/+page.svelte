<script lang="ts">
	import { OpenDemo } from '$lib/ui/briefs';
</script>

<svelte:head><title>Demo · Dial Pick</title></svelte:head>
<OpenDemo />
