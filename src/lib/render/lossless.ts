import type { Take } from '$lib/core/schema';
import { pixelHash } from '$lib/workers';
import type { RenderClient } from './client';

/** The lossless picture could not be had, with a sentence that says why. */
export class LosslessProblem extends Error {}

/**
 * Fetches a take's lossless picture: the same request gives the same pixels, so it is asked for
 * again as PNG, and its pixels are checked against those that were made the first time.
 *
 * @param onStep told how far it is, 0 to 1
 */
export async function fetchLossless(
	client: RenderClient,
	take: Take,
	onStep?: (share: number) => void
): Promise<Uint8Array> {
	const { job, takes } = await client.submit({
		key: crypto.randomUUID(),
		takes: [{ ...take.settings, ref: take.id, output: { format: 'png', preview: false } }]
	});
	for await (const { event } of client.events(job, 0, new AbortController().signal)) {
		if (event.type === 'progress') onStep?.(event.step / event.steps);
		if (event.type === 'failed') throw new LosslessProblem(event.message);
		if (event.type === 'cancelled')
			throw new LosslessProblem('The service gave the picture up. Try again.');
		if (event.type === 'end') break;
	}
	const blob = await client.image(takes[0].take);
	if (take.pixels && (await pixelHash(blob)) !== take.pixels) {
		throw new LosslessProblem(
			`Take ${take.number} came out different from the one that you judged: the model has changed since. The one that you judged is kept here as it is.`
		);
	}
	return new Uint8Array(await blob.arrayBuffer());
}
