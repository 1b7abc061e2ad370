<script lang="ts">
	import { WordsView } from '$lib/ui/words';
</script>

<svelte:head><title>Words · Dial Pick</title></svelte:head>
<WordsView />
