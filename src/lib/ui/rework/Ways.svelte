<script lang="ts">
	import { Accordion, AccordionItem } from 'carbon-components-svelte';
	import { ways, type Way } from '$lib/core/rework';
	import type { Take } from '$lib/core/schema';
	import { session } from '$lib/ui/shared';
	import type { AreaState } from './area.svelte';
	import LocalRack from './LocalRack.svelte';
	import type { Changing, Local } from './local';
	import { locals } from './locals';
	import WayRack from './WayRack.svelte';

	/** The ways of rework, of which one is open. */
	interface Props {
		take: Take;
		/** The open one: at a service, or on this machine. */
		way: Way | null;
		local: Local | null;
		/** Whether what made the take can be asked again, and whether it was made elsewhere. */
		known: boolean;
		elsewhere: boolean;
		/** The take's picture as one to start from, once it is kept. */
		image: { take: string; id: string; other?: string } | null;
		area: AreaState | undefined;
		changing: Changing | undefined;
		size: { width: number; height: number };
		onopen: (id: string) => void;
		onrun: () => void;
	}

	let { take, way, local, known, elsewhere, image, area, changing, size, onopen, onrun }: Props =
		$props();

	let column = $state<HTMLElement>();
	// A way that is opened is seen from its head.
	$effect(() => {
		if ((way ?? local)?.id && column) column.scrollTop = 0;
	});
</script>

<aside class="ways" aria-label="Ways of rework" bind:this={column}>
	<Accordion align="end" size="sm">
		{#each ways as one (one.id)}
			<AccordionItem
				title={one.label}
				bind:open={() => one.id === way?.id, (open) => open && onopen(one.id)}
			>
				{#if way && one.id === way.id}
					{#if way.again && !known && session.cards.length}
						<p class="cannot">
							{elsewhere
								? 'This picture was made elsewhere: there is no noise of it here that could be turned.'
								: `The model that made it, “${take.settings.model}”, is not offered now, and no other turns its noise into this picture.`}
							Start from the picture, or let it lend.
						</p>
					{:else if !way.begins || image?.take === take.id}
						{#key `${take.id} ${way.id} ${session.cards.length > 0}`}
							<WayRack
								{take}
								{way}
								image={way.begins ? image!.id : ''}
								other={image?.other}
								{area}
								{size}
								{onrun}
							/>
						{/key}
					{/if}
				{/if}
			</AccordionItem>
		{/each}
		{#each locals as one (one.id)}
			<AccordionItem
				title={one.label}
				bind:open={() => one.id === local?.id, (open) => open && onopen(one.id)}
			>
				{#if local && one.id === local.id && changing}
					<LocalRack {local} {changing} {size} onsaved={onrun} />
				{/if}
			</AccordionItem>
		{/each}
	</Accordion>
</aside>

<style>
	.ways {
		min-height: 0;
		overflow: auto;
		border-left: 1px solid var(--rule);
		background: var(--panel);
	}

	.ways :global(.bx--accordion__content) {
		padding-right: 0;
		padding-left: 0;
	}

	.cannot {
		padding: 4px 16px 14px;
		color: var(--ink-2);
		font-size: 13px;
	}
</style>
