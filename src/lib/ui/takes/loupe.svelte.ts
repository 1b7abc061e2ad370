/** One loupe over all cells, at the same relative place of every picture. */
export class LoupeState {
	on = $state(false);
	/** Where it stands: shares of each picture's sides. */
	at = $state.raw({ x: 0.5, y: 0.5 });
	/** How much larger than its pixels it shows a picture. */
	scale = $state(1);

	/** Shows pictures larger or smaller, from a half to four times their pixels. */
	times(by: number): void {
		this.scale = Math.max(0.5, Math.min(4, this.scale * by));
	}
}
