<script lang="ts">
	interface Props {
		value: number;
		varied: boolean;
		/** The tone of the model whose own stop it is. */
		tone: string | null;
		label: string;
		min: number;
		max: number;
		/** Where its point stands, in pixels. */
		top: number;
		left: number;
		ongrab: () => void;
		ondrag: (clientY: number) => void;
		onrelease: (event: PointerEvent) => void;
		oncancel: () => void;
		onmove: (steps: number) => void;
		onpage: (pages: number) => void;
		ondrop: () => void;
	}

	let props: Props = $props();

	let held = $state(false);

	function grab(event: PointerEvent) {
		event.stopPropagation();
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
		held = true;
		props.ongrab();
	}

	function release(event: PointerEvent) {
		if (!held) return;
		held = false;
		props.onrelease(event);
	}

	/** A drag that the browser ends, as when a touch becomes a scroll, changes nothing. */
	function cancel() {
		if (!held) return;
		held = false;
		props.oncancel();
	}

	function key(event: KeyboardEvent) {
		const acts: Record<string, () => void> = {
			ArrowUp: () => props.onmove(1),
			ArrowDown: () => props.onmove(-1),
			PageUp: () => props.onpage(1),
			PageDown: () => props.onpage(-1),
			Delete: props.ondrop,
			Backspace: props.ondrop,
			Home: () => props.onmove(-Infinity),
			End: () => props.onmove(Infinity)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}
</script>

<button
	class="pin num"
	class:varied={props.varied}
	class:own={props.tone !== null}
	role="slider"
	aria-label={props.label}
	aria-valuemin={props.min}
	aria-valuemax={props.max}
	aria-valuenow={props.value}
	aria-orientation="vertical"
	style:top="{props.top - 12}px"
	style:left="{props.left}px"
	style:--tone={props.tone ? `var(--range-${props.tone})` : null}
	onpointerdown={grab}
	onpointermove={(event) => held && props.ondrag(event.clientY)}
	onpointerup={release}
	onpointercancel={cancel}
	onlostpointercapture={cancel}
	onkeydown={key}
>
	{props.value}
</button>

<style>
	.pin {
		position: absolute;
		width: 56px;
		height: 24px;
		padding: 0 8px 0 16px;
		border: 0;
		background: var(--ink-2);
		color: var(--paper);
		font-size: 13px;
		line-height: 24px;
		text-align: right;
		clip-path: polygon(0 50%, 12px 0, 100% 0, 100% 100%, 12px 100%);
		cursor: ns-resize;
		touch-action: none;
	}

	.varied {
		background: var(--varied);
	}

	.own {
		width: 44px;
		padding: 0 4px 0 10px;
		background: var(--tone);
		font-size: 12px;
		clip-path: polygon(0 50%, 8px 0, 100% 0, 100% 100%, 8px 100%);
	}

	.pin:focus-visible {
		background: var(--point);
		outline: none;
	}
</style>
