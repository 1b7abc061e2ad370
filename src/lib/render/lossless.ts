import type { RenderEvent, Take } from '$lib/core/schema';
import { editedPng, pixelHash } from '$lib/workers';
import * as store from '$lib/store';
import { bringAlong } from './bring';
import { RenderRefused, type JobClient } from './client';
import type { Routes } from './services';

/** The lossless picture could not be had, with a sentence that says why. */
export class LosslessProblem extends Error {}

/**
 * Fetches a take's lossless picture: the same request gives the same pixels, so it is asked for
 * again as PNG, and its pixels are checked against those that were made the first time.
 *
 * @param onStep told how far it is, 0 to 1
 */
export async function fetchLossless(
	routes: Routes,
	take: Take,
	onStep?: (share: number) => void
): Promise<Uint8Array> {
	const route = routes.of(take.settings.model);
	if (!route)
		throw new LosslessProblem(
			'The render service of this model was taken off. Add it again under Models.'
		);
	const { client, model } = route;
	const settings = (await bringAlong(client, [take.settings]))(take.settings);
	const key = crypto.randomUUID();
	const { job, takes } = await client.submit({
		key,
		takes: [{ ...settings, model, ref: take.id, output: { format: 'png', preview: false } }]
	});
	const made = takes.find(({ ref }) => ref === take.id)?.take;
	let done = false;
	try {
		for await (const event of toTheEnd(client, job)) {
			if (event.type === 'end') break;
			if (event.take !== made) continue;
			if (event.type === 'progress') onStep?.(event.step / event.steps);
			if (event.type === 'failed') throw new LosslessProblem(event.message);
			if (event.type === 'cancelled')
				throw new LosslessProblem('The service gave the picture up. Try again.');
			if (event.type !== 'done') continue;
			done = true;
			const { id, briefId, settings } = take;
			if (event.credits)
				await store.enterSpending({
					id: `${id} again as ${key}`,
					briefId,
					model: settings.model,
					credits: event.credits,
					at: Date.now()
				});
		}
		if (!made || !done)
			throw new LosslessProblem('The service ended without making the picture. Try again.');
	} finally {
		// What is not wanted any more is not made, and so not charged.
		if (!done) await client.cancel(job).catch(() => undefined);
	}
	const blob = await client.image(made);
	if (take.pixels && (await pixelHash(blob)) !== take.pixels) {
		throw new LosslessProblem(
			`Take ${take.number} came out different from the one that you judged: the model has changed since. The one that you judged is kept here as it is.`
		);
	}
	// What was changed on this machine is done again on what the service made.
	const picture = take.edits?.length ? await editedPng(blob, take.edits) : blob;
	return new Uint8Array(await picture.arrayBuffer());
}

/** Connections that are tried in a row without hearing anything new, and the pause before the second, in ms. */
const TRIES = 5;
const PAUSE = 250;

/**
 * A job's events to its end: heard again from where a connection broke off, since what was asked for may be
 * made, and charged, meanwhile.
 */
async function* toTheEnd(client: JobClient, job: string): AsyncGenerator<RenderEvent> {
	let last = 0;
	let refused: RenderRefused | null = null;
	for (let tries = 0; tries < TRIES; tries++) {
		if (tries) await new Promise((resolve) => setTimeout(resolve, PAUSE * 2 ** tries));
		try {
			for await (const { id, event } of client.events(job, last, new AbortController().signal)) {
				[last, tries] = [id, 0];
				yield event;
				if (event.type === 'end') return;
			}
		} catch (cause) {
			refused = cause instanceof RenderRefused ? cause : null;
			if (refused && !refused.passes) throw refused;
		}
	}
	throw (
		refused ?? new LosslessProblem('The render service fell silent over the picture. Try again.')
	);
}
