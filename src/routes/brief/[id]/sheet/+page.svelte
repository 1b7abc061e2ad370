<script lang="ts">
	import { SheetView } from '$lib/ui/sheet';
</script>

<svelte:head><title>Sheet · Dial Pick</title></svelte:head>
<SheetView />
