<script lang="ts">
	import { PickView } from '$lib/ui/pick';
</script>

<svelte:head><title>Pick · Dial Pick</title></svelte:head>
<PickView />
