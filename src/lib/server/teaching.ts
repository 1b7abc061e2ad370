import { createHash } from 'node:crypto';
import { TeachRequest, type AdapterTicket } from '$lib/core/schema';
import type { Images, SharedPicture } from './images';
import { invalid, problem } from './problem';

/** An adapter that was taught here: its pictures are its scenes. */
export interface TaughtAdapter {
	id: string;
	name: string;
	pictures: SharedPicture[];
}

/** How many taught adapters are kept; the longest unused is forgotten first. */
const KEPT = 24;

/** Adapters that takes may ask for by id, made from the user's own pictures. */
export class Teaching {
	readonly #images: Images;
	readonly #adapters = new Map<string, TaughtAdapter>();

	constructor(images: Images) {
		this.#images = images;
	}

	/** Teaches an adapter from pictures sent before. The same pictures make the same adapter. */
	teach(body: unknown): AdapterTicket {
		const parsed = TeachRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const { name, images } = parsed.data;
		const pictures = images.map((image, i) => {
			const picture = this.#images.find(image);
			if (picture) return picture;
			const message = `The picture "${image.slice(0, 80)}" is not known here; send it again first.`;
			throw problem(422, 'A picture is missing', message, [{ path: `images.${i}`, message }]);
		});
		const hash = createHash('sha256')
			.update([...images].sort().join(' '))
			.digest('hex');
		const id = `taught-${hash.slice(0, 24)}`;
		this.#adapters.delete(id);
		this.#adapters.set(id, { id, name, pictures });
		for (const old of this.#adapters.keys()) {
			if (this.#adapters.size <= KEPT) break;
			this.#adapters.delete(old);
		}
		return { adapter: id, name };
	}

	find(id: string): TaughtAdapter | undefined {
		return this.#adapters.get(id);
	}
}
