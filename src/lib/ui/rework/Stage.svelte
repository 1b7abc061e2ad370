<script lang="ts">
	import { select } from 'd3-selection';
	import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
	import { editIn, sizeAfter } from '$lib/core/edits';
	import type { Take } from '$lib/core/schema';
	import { largePicture } from '$lib/ui/takes';
	import AreaCanvas from './AreaCanvas.svelte';
	import type { DrawnOn } from './area.svelte';
	import EditSheet from './EditSheet.svelte';
	import type { Changing, Local } from './local';
	import OnPicture from './OnPicture.svelte';

	/** The picture on the mat, what is drawn on it, and how near it is looked at. */
	interface Props {
		take: Take;
		/** What is seen of its line, what it is held against, and whether that is seen instead. */
		shown: Take;
		against: Take | null;
		held: boolean;
		/** Which picture is seen. */
		says: string;
		/** What strokes on the take's picture make. */
		drawn: DrawnOn | undefined;
		local: Local | null;
		changing: Changing | undefined;
	}

	let { take, shown, against, held, says, drawn, local, changing }: Props = $props();

	const picture = largePicture(() => shown.id);
	const parent = largePicture(() => against?.id ?? '');
	const own = $derived(shown.id === take.id && !held);
	const sized = (one: Take) => sizeAfter(one.settings, one.edits);
	const ratio = (size: { width: number; height: number }) => size.width / size.height;
	const seen = $derived(held && against ? against : shown);
	/** Whether something of it is clear: the ground behind is told from it by squares. */
	const clear = $derived(!!editIn(seen.edits ?? [], 'cutout'));

	let look = $state.raw(zoomIdentity);
	let window = $state<HTMLElement>();
	let width = $state(1);
	let height = $state(1);
	const near = zoom<HTMLElement, unknown>()
		.scaleExtent([1, 16])
		// Strokes are drawn with the first button: the wheel and the middle one look nearer.
		.filter((event: Event) => event.type === 'wheel' || (event as MouseEvent).button === 1)
		.on('zoom', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => (look = transform));
	// Nothing but the stage is looked at.
	$effect(() => {
		near.translateExtent([
			[0, 0],
			[width, height]
		]);
	});
	function zoomable(element: HTMLElement) {
		const chosen = select(element);
		chosen.call(near);
		window = element;
		return () => {
			chosen.on('.zoom', null);
		};
	}
	const nearer = (times: number) => window && near.scaleBy(select(window), times);
	const whole = () => window && near.transform(select(window), zoomIdentity);
	// Another picture is seen whole at first.
	$effect(() => {
		if (take.id) whole();
	});
</script>

<div class="stage" bind:clientWidth={width} bind:clientHeight={height} {@attach zoomable}>
	<div class="window">
		<div class="near" style:transform="translate({look.x}px, {look.y}px) scale({look.k})">
			{#if clear && !(own && changing)}
				<OnPicture ratio={ratio(sized(seen))}><span class="squares"></span></OnPicture>
			{/if}
			{#if picture.url}
				<img
					class:under={held && clear}
					src={picture.url}
					alt="Take {shown.number}"
					onload={picture.loaded}
				/>
			{/if}
			{#if parent.url && shown.id !== against?.id}
				<img class:held class="parent" class:open={clear} src={parent.url} alt="" />
			{/if}
			{#if own && changing && local}
				<EditSheet
					edit={changing.edit}
					crops={local.frames ? changing.crops : null}
					reader={local.reads ? changing.reader : null}
					faint={local.cuts}
					ratio={ratio(sizeAfter(changing.edit.original.settings))}
				/>
			{/if}
			{#if own && drawn}
				<AreaCanvas
					area={drawn}
					ratio={ratio(local && changing ? changing.edit.original.settings : sized(take))}
				/>
			{/if}
		</div>
	</div>
	<p class="which">{says}</p>
	<div class="looks" role="group" aria-label="How near it is looked at">
		<button class="act" aria-label="farther" onclick={() => nearer(1 / 1.5)}>−</button>
		<button class="act num" title="the whole picture" onclick={whole}
			>{Math.round(100 * look.k)}%</button
		>
		<button class="act" aria-label="nearer" onclick={() => nearer(1.5)}>+</button>
	</div>
</div>

<style>
	.stage {
		position: relative;
		min-height: 0;
		overflow: hidden;
	}

	/* What is looked at from near leaves the line below it free. */
	.window {
		position: absolute;
		inset: 0;
		clip-path: inset(0 0 28px);
	}

	.near {
		position: absolute;
		inset: 0;
		transform-origin: 0 0;
	}

	img {
		position: absolute;
		inset: 10px 10px 28px;
		width: calc(100% - 20px);
		height: calc(100% - 38px);
		object-fit: contain;
	}

	.parent {
		visibility: hidden;
		background: var(--mat-1);
	}

	.parent.held {
		visibility: visible;
	}

	.parent.open {
		background: none;
	}

	.under {
		visibility: hidden;
	}

	.squares {
		display: block;
		width: 100%;
		height: 100%;
		background: var(--squares);
	}

	.which {
		position: absolute;
		right: 0;
		bottom: 5px;
		left: 0;
		font-size: 12px;
		text-align: center;
		pointer-events: none;
	}

	.looks {
		position: absolute;
		right: 10px;
		bottom: 2px;
		display: flex;
		gap: 2px;
		font-size: 12px;
	}
</style>
