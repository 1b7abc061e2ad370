<script lang="ts">
	import { Button } from 'carbon-components-svelte';
	import { tick } from 'svelte';
	import { heldSays } from '$lib/core/sheet';
	import { datedName, saveFile, session, useWork } from '$lib/ui/shared';
	import { drawContact } from '$lib/workers';
	import { contactDrawing } from './output';
	import type { SheetState } from './state.svelte';

	/** The sheet as it is laid out: as a contact sheet, and printed. */
	interface Props {
		view: SheetState;
		/** Whether one may begin now. */
		free: boolean;
		attempt: (what: string, job: () => Promise<void>) => Promise<void>;
		onclose: () => void;
	}

	let { view, free, attempt, onclose }: Props = $props();

	const work = useWork();
	const brief = $derived(work.brief!.name);

	const contact = () =>
		attempt('Drawing the contact sheet', async () => {
			const drawing = await contactDrawing(view, {
				title: `${brief}: contact sheet`,
				held: heldSays(view.shown, session.cards),
				known: view.known,
				caption: (take) => {
					const mark = work.marks.get(take.id);
					return `${take.number}${mark ? `, ${mark}` : ''}`;
				}
			});
			saveFile(`${datedName(brief, 'contact-sheet')}.png`, await drawContact(drawing), 'image/png');
		});

	/** All of the sheet stands on the page, with its pictures loaded, before it is printed. */
	async function print() {
		onclose();
		view.printing = true;
		await tick();
		const loaded = () =>
			[...document.querySelectorAll('.mat [data-take]')].every(
				(take) =>
					take.getAttribute('data-state') !== 'done' ||
					take.querySelector<HTMLImageElement>(':scope > img')?.complete ||
					take.querySelector('.missing')
			);
		for (let i = 0; i < 100 && !loaded(); i++) await new Promise((next) => setTimeout(next, 100));
		window.print();
		view.printing = false;
	}
</script>

<Button size="small" disabled={!free} on:click={contact}>Contact sheet (PNG, A4, 300 dpi)</Button>
<Button size="small" kind="tertiary" disabled={!free} on:click={print}
	>Print the sheet as it is laid out</Button
>
