<script lang="ts">
	import { Modal, NumberInput, TextInput } from 'carbon-components-svelte';
	import { goto } from '$app/navigation';
	import { firstRack } from '$lib/core/plan';
	import { noWords } from '$lib/core/wording';
	import * as store from '$lib/store';
	import { freshSeeds, session } from '$lib/ui/shared';

	let { onclose }: { onclose: () => void } = $props();

	let open = $state(true);
	let name = $state('');
	let purpose = $state('');
	let allowance = $state<number | null>(100);
	let tried = $state(false);

	async function create() {
		tried = true;
		if (!name.trim()) return;
		const now = Date.now();
		const id = crypto.randomUUID();
		await store.addBrief({
			id,
			name: name.trim(),
			purpose: purpose.trim(),
			allowance,
			prompt: '',
			negative: '',
			words: noWords,
			rack: firstRack(session.cards, freshSeeds(2)),
			design: { kind: 'all' },
			numbered: 0,
			createdAt: now,
			updatedAt: now
		});
		await goto(`/brief/${id}/words`);
	}
</script>

<Modal
	bind:open
	size="sm"
	modalHeading="New brief"
	primaryButtonText="Begin"
	secondaryButtonText="Cancel"
	selectorPrimaryFocus="#brief-name"
	on:click:button--secondary={onclose}
	on:close={onclose}
	on:submit={create}
>
	<div class="fields">
		<TextInput
			id="brief-name"
			labelText="Name"
			placeholder="March cover"
			bind:value={name}
			invalid={tried && !name.trim()}
			invalidText="Give it a name, so that you find it again."
			maxlength={200}
		/>
		<TextInput
			labelText="What the pictures are for"
			placeholder="Monthly covers of an almanac"
			bind:value={purpose}
		/>
		<NumberInput
			labelText="Credits that may be spent"
			helperText="Leave it empty if there is no limit."
			allowEmpty
			min={0}
			hideSteppers
			bind:value={allowance}
		/>
	</div>
</Modal>

<style>
	.fields {
		display: grid;
		gap: 18px;
		padding-bottom: 8px;
	}
</style>
