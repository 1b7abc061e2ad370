<script lang="ts">
	import { Checkbox } from 'carbon-components-svelte';
	import * as store from '$lib/store';
	import { Dialog, session } from '$lib/ui/shared';
	import type { SheetKey } from './keys';
	import type { SheetState } from './state.svelte';

	let { view, keys }: { view: SheetState; keys: readonly SheetKey[] } = $props();

	const groups = $derived(
		[...new Set(keys.map(({ group }) => group))].map((group) => ({
			group,
			keys: keys.filter((key) => key.group === group)
		}))
	);
</script>

<Dialog open={view.helping} heading="Keys of the sheet" onclose={() => (view.helping = false)}>
	<div class="groups">
		{#each groups as { group, keys: some } (group)}
			<section>
				<h3>{group}</h3>
				<dl>
					{#each some as { shown, says } (shown)}
						<dt>
							{#each shown.split(' ') as key (key)}<kbd>{key}</kbd>
							{/each}
						</dt>
						<dd>{says}</dd>
					{/each}
				</dl>
			</section>
		{/each}
	</div>
	<Checkbox
		labelText="Keys of one letter or digit act. Switch them off where you speak to the machine: arrows, Enter, Space and Escape stay."
		checked={session.letters}
		on:check={({ detail }) => void store.setLetters(detail)}
	/>
	<p class="quiet">
		While faults are noted, each has its digit. Ctrl and the wheel size the cells about the pointer.
	</p>
</Dialog>

<style>
	.groups {
		columns: 2;
		column-gap: 28px;
	}

	section {
		margin-bottom: 12px;
		break-inside: avoid;
	}

	h3 {
		margin-bottom: 4px;
		font-size: 13px;
		font-weight: 650;
	}

	dl {
		display: grid;
		grid-template-columns: 84px minmax(0, 1fr);
		gap: 4px 12px;
		font-size: 13px;
	}

	p {
		margin-top: 14px;
		font-size: 13px;
	}
</style>
