<script lang="ts">
	import { LibraryView } from '$lib/ui/library';
</script>

<svelte:head><title>Library · Dial Pick</title></svelte:head>
<LibraryView />
