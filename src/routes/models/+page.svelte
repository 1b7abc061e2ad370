<script lang="ts">
	import { ModelsView } from '$lib/ui/models';
</script>

<svelte:head><title>Models · Dial Pick</title></svelte:head>
<ModelsView />
