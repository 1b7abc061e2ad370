<script lang="ts">
	import { Button } from 'carbon-components-svelte';

	/** What a plan costs, and the button that puts it on the dials. */
	interface Props {
		says: string;
		/** Whether it cannot be put there. */
		disabled: boolean;
		onput: () => void;
	}

	let { says, disabled, onput }: Props = $props();
</script>

<div class="row">
	<span>{says}</span>
	<Button size="small" kind="tertiary" {disabled} on:click={onput}>Put on the dials</Button>
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
