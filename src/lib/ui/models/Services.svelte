<script lang="ts">
	import { Button, PasswordInput, TextInput } from 'carbon-components-svelte';
	import { session } from '$lib/ui/shared';
	import ServiceRow from './ServiceRow.svelte';

	let address = $state('');
	let token = $state('');
	let problem = $state<string | null>(null);
	let busy = $state(false);

	async function add() {
		busy = true;
		problem = await session.addService(address, token.trim() || undefined);
		busy = false;
		if (!problem) address = token = '';
	}
</script>

<section aria-label="Render services">
	<h2>Render services</h2>
	<p class="about">
		Pictures are made by a service that speaks the render contract (docs/render-contract.md). The
		simulated models ship; a server of your own joins them by its address.
	</p>
	<ul>
		{#each session.services as service (service.id)}
			<li><ServiceRow {service} /></li>
		{/each}
	</ul>
	<form
		onsubmit={(event) => {
			event.preventDefault();
			void add();
		}}
	>
		<TextInput
			size="sm"
			labelText="Address of a service"
			placeholder="http://127.0.0.1:7070/api/render/v1"
			bind:value={address}
			invalid={problem !== null}
			invalidText={problem ?? ''}
		/>
		<PasswordInput
			size="sm"
			labelText="Token, if it asks for one"
			autocomplete="off"
			bind:value={token}
		/>
		<Button size="small" type="submit" disabled={busy || !address.trim()}
			>{busy ? 'Asking …' : 'Add it'}</Button
		>
	</form>
</section>

<style>
	section {
		padding-top: 16px;
		border-top: 1px solid var(--rule);
	}

	h2 {
		font-size: 15px;
	}

	.about {
		max-width: 640px;
		margin: 4px 0 10px;
		color: var(--ink-3);
		font-size: 13px;
	}

	form {
		display: grid;
		grid-template-columns: minmax(220px, 420px) minmax(160px, 240px) auto;
		gap: 10px;
		align-items: start;
		justify-content: start;
		margin-top: 12px;
	}

	form > :global(.bx--btn) {
		margin-top: 24px;
	}
</style>
