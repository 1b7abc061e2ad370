<script lang="ts">
	import { Button } from 'carbon-components-svelte';

	/** Says what a plan costs, with the button that adds it to the dials. */
	interface Props {
		says: string;
		/** @default false */
		disabled?: boolean;
		onput: () => void;
	}

	let { says, disabled = false, onput }: Props = $props();
</script>

<div class="row">
	<span>{says}</span>
	<Button size="small" kind="tertiary" {disabled} on:click={onput}>Add to the dials</Button>
</div>

<style>
	span {
		font-weight: 600;
	}

	.row {
		display: flex;
		gap: 10px;
		align-items: center;
		justify-content: space-between;
	}

	.row :global(.bx--btn) {
		flex: none;
		min-width: 0;
		padding-right: 14px;
	}
</style>
