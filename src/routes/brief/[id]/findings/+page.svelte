<script lang="ts">
	import { FindingsView } from '$lib/ui/findings';
</script>

<svelte:head><title>Findings · Dial Pick</title></svelte:head>
<FindingsView />
