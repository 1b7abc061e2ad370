<script lang="ts">
	import { Modal } from 'carbon-components-svelte';
	import { untrack, type Snippet } from 'svelte';
	import { focusInto, focusReturner, layers } from './layers.svelte';

	/**
	 * Carbon's modal, above everything: what lies behind it cannot be reached, Escape closes the one
	 * that was opened last, the focus goes in and comes back to where it was.
	 */
	interface Props {
		open: boolean;
		heading: string;
		size?: 'xs' | 'sm' | 'lg';
		danger?: boolean;
		/** Label of the button that does it; without one the dialog has no buttons of its own. */
		primary?: string;
		secondary?: string;
		/** What has the focus first. @default the first thing that can have it */
		first?: string;
		onclose: () => void;
		onsubmit?: () => void;
		children: Snippet;
	}

	let {
		open,
		heading,
		size,
		danger = false,
		primary = '',
		secondary = '',
		first,
		onclose,
		onsubmit,
		children
	}: Props = $props();

	const KINDS = [
		'.bx--modal-content :is(a[href], button:not([disabled]), input:not([hidden]), select, textarea)',
		'.bx--modal-footer button',
		'.bx--modal-close'
	];

	let place: HTMLElement;

	/** What was never asked for is not put up; once it was, what was written into it stays. */
	let before = false;
	const asked = $derived((before ||= open));

	/** Stands at the end of the page, so that nothing lies above it. */
	function atTheEnd(node: HTMLElement) {
		document.body.append(node);
		return () => node.remove();
	}

	/** A field that is reached by Tab has its text selected, as in any form: what is typed takes its place. */
	let pressed = false;
	function select({ target }: FocusEvent) {
		if (
			!pressed &&
			target instanceof HTMLInputElement &&
			/^(text|number|search)$/.test(target.type)
		)
			target.select();
	}

	// What has the focus is looked up before Carbon puts it into the dialog.
	let giveBack = () => {};
	$effect.pre(() => {
		if (open) giveBack = untrack(focusReturner);
	});

	$effect(() => {
		if (!open) return;
		return untrack(() => {
			const page = document.getElementById('page');
			const away = layers.push(() => onclose());
			// Of two dialogs the one below is out of reach as well.
			const below = [
				...(page ? [page] : []),
				...document.querySelectorAll<HTMLElement>('[data-dialog]')
			].filter((one) => one !== place && !one.inert);
			for (const one of below) one.inert = true;
			// What it is about comes before its buttons, and these before the way out.
			const giveUp = focusInto(place, ...(first ? [first] : KINDS));
			return () => {
				giveUp();
				away();
				for (const one of below) one.inert = false;
				giveBack();
			};
		});
	});
</script>

<!-- Carbon gives the focus back once the dialog has faded; by then it may be elsewhere with good reason. -->
<div
	bind:this={place}
	data-dialog
	onpointerdowncapture={() => (pressed = true)}
	onpointerupcapture={() => (pressed = false)}
	onfocusincapture={select}
	ontransitionendcapture={(event) => !open && event.stopPropagation()}
	{@attach atTheEnd}
>
	{#if asked}
		<Modal
			{open}
			{danger}
			{...size ? { size } : {}}
			passiveModal={!primary}
			modalHeading={heading}
			primaryButtonText={primary}
			secondaryButtonText={secondary}
			on:close={onclose}
			on:click:button--secondary={onclose}
			on:submit={() => onsubmit?.()}
		>
			{@render children()}
		</Modal>
	{/if}
</div>
