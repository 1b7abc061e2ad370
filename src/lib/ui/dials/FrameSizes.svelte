<script lang="ts">
	import { readFrame, sameRatio, sizeForRatio, type Destination } from '$lib/core/frame';
	import type { FrameWish, Size } from '$lib/core/schema';

	import { DestinationList, useWork } from '$lib/ui/shared';

	const work = useWork();

	interface Props {
		frame: Size;
		multiple: number;
		/** Pixels that the chosen models make at most, and their own sizes. */
		mostPixels: number;
		own: readonly Size[];
		/** What the frame was asked for; null when it was set by hand. */
		asked: Omit<FrameWish, 'size'> | null;
		onset: (size: Size, asked: Omit<FrameWish, 'size'> | null) => void;
	}

	let { frame, multiple, mostPixels, own, asked, onset }: Props = $props();

	let typed = $state<string | null>(null);
	let problem = $state<string | null>(null);

	const budgets = [
		{ label: 'small', pixels: 512 * 512 },
		{ label: 'middle', pixels: 768 * 768 },
		{ label: 'full', pixels: 1024 * 1024 }
	];
	/** The budget of pixels that the frame is nearest to. */
	const budget = $derived(
		budgets.reduce((a, b) =>
			Math.abs(b.pixels - frame.width * frame.height) <
			Math.abs(a.pixels - frame.width * frame.height)
				? b
				: a
		).pixels
	);

	/** How sizes are chosen: at a model's own number of pixels by its table, else round the wish. */
	const choice = (pixels: number) => ({
		multiple,
		most: Math.max(mostPixels, multiple * multiple),
		wish: !(own.length ? own : [{ width: 1024, height: 1024 }]).some(
			({ width, height }) => Math.abs((width * height) / pixels - 1) < 0.04
		)
	});

	function ratio(to: Destination) {
		const size = sizeForRatio(to.ratio, budget, choice(budget));
		problem = size
			? null
			: `No frame of ${to.short} can be made at this size: it is too long for its width.`;
		if (size) onset(size, { ratio: to.ratio, target: to.pixels, of: to.label });
	}

	/** Turned, what was wanted lies on its side, too. */
	function turn() {
		const size = { width: frame.height, height: frame.width };
		if (!asked) return onset(size, null);
		const { ratio, target, of } = asked;
		const turned = target && { width: target.height, height: target.width };
		onset(size, {
			ratio: 1 / ratio,
			target: turned,
			of: `${of}, turned`.replace(/, turned, turned$/, '')
		});
	}

	function take() {
		if (typed === null) return;
		const read = readFrame(typed, budget, choice(budget));
		problem = 'problem' in read ? read.problem : null;
		if ('problem' in read) return;
		onset(read.size, { ratio: read.asked, target: read.target, of: typed.trim() });
		typed = null;
	}
</script>

<div class="typed">
	<input
		class="num"
		aria-label="Frame by ratio, pixels or print size"
		aria-invalid={!!problem}
		placeholder="16:9, A4, 21 x 29.7 cm"
		value={typed ?? ''}
		oninput={(e) => (typed = e.currentTarget.value)}
		onchange={take}
		onkeydown={(e) => e.key === 'Enter' && take()}
	/>
	<button
		aria-label="Turn the frame"
		title="Turn it"
		disabled={frame.width === frame.height}
		onclick={turn}>turn</button
	>
</div>
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
<div class="row" role="group" aria-label="Destination">
	{#each work.destinations as to (to.id)}
		<button
			aria-pressed={asked ? asked.of === to.label : sameRatio(frame, to.ratio)}
			onclick={() => ratio(to)}
		>
			{to.label} <span class="num">{to.short}</span>
		</button>
	{/each}
</div>
<DestinationList />
<div class="row three" role="group" aria-label="Size">
	{#each budgets as { label, pixels } (label)}
		<button
			aria-pressed={Math.abs(frame.width * frame.height - pixels) / pixels < 0.1}
			onclick={() => {
				// The wish is kept: of a print in centimetres, or a ratio, the size is found again.
				const wanted = asked?.ratio ?? frame.width / frame.height;
				const size = sizeForRatio(wanted, pixels, choice(pixels));
				if (size) onset(size, asked);
			}}
		>
			{label} <span class="num">{(pixels / 1e6).toFixed(2)}</span>
		</button>
	{/each}
</div>

<style>
	.typed {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 48px;
		gap: 5px;
		margin-top: 8px;
	}

	input,
	button {
		height: 28px;
		border: 1px solid var(--rule);
		background: none;
		color: var(--ink);
		font: 12px var(--sans);
	}

	input {
		padding: 0 8px;
		background: var(--field);
		font-family: var(--mono);
	}

	button {
		padding: 0 2px;
		white-space: nowrap;
		cursor: pointer;
	}

	button:disabled {
		color: var(--ink-3);
		cursor: default;
	}

	button[aria-pressed='true'] {
		border-color: var(--ink);
		background: var(--field);
	}

	.num {
		color: var(--ink-3);
	}

	input.num {
		color: var(--ink);
	}

	.row {
		display: grid;
		grid-template-columns: repeat(4, minmax(0, 1fr));
		gap: 4px;
		margin-top: 6px;
	}

	.row:not(.three) button {
		height: 36px;
		line-height: 1.2;
		white-space: normal;
	}

	.row:not(.three) .num {
		display: block;
	}

	.three {
		grid-template-columns: repeat(3, minmax(0, 1fr));
	}

	.problem {
		margin-top: 4px;
		color: var(--point);
		font-size: 12px;
	}
</style>
