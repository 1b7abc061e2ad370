import { burnt, type Burnt } from './burnt';
import { detail, type Detail } from './detail';
import { luma, type Grey } from './luma';
import { tone, type Tone } from './tone';

/** A picture that is measured. What several measures need is worked out once. */
export class Seen {
	#grey?: Grey;
	#detail?: Detail;
	#burnt?: Burnt;
	#tone?: Tone;

	/**
	 * @param pixels red, green, blue bytes, row by row
	 * @param solid the same of those pixels alone that aren't clear
	 */
	constructor(
		readonly pixels: Uint8Array,
		readonly width: number,
		readonly height: number,
		readonly solid = pixels
	) {}

	get grey(): Grey {
		return (this.#grey ??= luma(this.pixels, this.width, this.height));
	}

	get detail(): Detail {
		return (this.#detail ??= detail(this.grey));
	}

	get burnt(): Burnt {
		return (this.#burnt ??= burnt(this.solid));
	}

	get tone(): Tone {
		return (this.#tone ??= tone(this.solid));
	}
}
