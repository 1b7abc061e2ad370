<script lang="ts">
	import { frameAtLeast, frameTimes, needOf, readUse, sameRatio } from '$lib/core/frame';
	import type { Size } from '$lib/core/schema';
	import { turnBench } from '$lib/ui/dials';
	import { useWork } from '$lib/ui/shared';
	import type { BoardProps } from './board';
	import FramePicks from './FramePicks.svelte';

	/** How large a picture becomes. */
	let { bench, size: own }: BoardProps = $props();

	const multiple = $derived(bench.multiple);
	const work = useWork();
	const options = $derived([
		...[1.5, 2, 3, 4].map((times) => ({
			label: `${times} times`,
			size: frameTimes(own, times, multiple)
		})),
		// What it is large enough for afterwards.
		...work.destinations.flatMap((one) => {
			const { enlarge } = needOf(own, one);
			return sameRatio(own, one.ratio) && enlarge > 1.005 && enlarge <= 8
				? { label: `for ${one.label} ${one.short}`, size: frameAtLeast(own, enlarge, multiple) }
				: [];
		})
	]);

	/** As large as a print, or so many pixels, asks for at least. */
	function read(text: string): { size: Size } | { problem: string } {
		const found = readUse(text);
		if ('problem' in found) return found;
		if (!found.target)
			return { problem: 'A ratio says nothing of size: write pixels, or a print like “A5”.' };
		const times = Math.max(found.target.width / own.width, found.target.height / own.height);
		return times > 1
			? { size: frameAtLeast(own, times, multiple) }
			: { problem: 'The picture is as large as that already.' };
	}
</script>

<FramePicks
	label="Sizes"
	{options}
	stops={bench.brief.rack.frame}
	example="A5, 21 x 29.7 cm at 150 dpi"
	{read}
	onchange={(frame) => turnBench(bench, { frame })}
/>
