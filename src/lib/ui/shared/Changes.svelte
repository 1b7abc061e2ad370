<script lang="ts">
	import { compareWords } from '$lib/core/wording';

	interface Props {
		from: string;
		to: string;
		/** Whether words that went are shown too. @default false */
		gone?: boolean;
	}

	let { from, to, gone = false }: Props = $props();
</script>

{#each compareWords(from, to) as { text, kind }, i (i)}{#if kind === 'in'}<ins>{text}</ins
		>{:else if kind === 'same'}<span>{text}</span>{:else if gone}<del>{text}</del>{/if}{/each}

<style>
	span {
		color: var(--ink-3);
	}

	ins {
		color: var(--ink);
		font-weight: 600;
		text-decoration: none;
	}

	del {
		color: var(--point);
	}
</style>
