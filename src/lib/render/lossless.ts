import type { JobRequest, RenderEvent, Take } from '$lib/core/schema';
import { editedPng, pixelHash } from '$lib/workers';
import * as store from '$lib/store';
import { bringAlong } from './bring';
import { RenderRefused, type JobClient } from './client';
import { holding, ofJob } from './holding';
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
	const { client, model, service, address } = route;
	const blob = (await leftThere(take, address, client)) ?? (await anew());
	if (take.pixels && (await pixelHash(blob)) !== take.pixels) {
		throw new LosslessProblem(
			`Take ${take.number} came out different from the one that you judged: the model has changed since. The one that you judged is kept here as it is.`
		);
	}
	// What was changed on this machine is done again on what the service made.
	const picture = take.edits?.length ? await editedPng(blob, take.edits) : blob;
	return new Uint8Array(await picture.arrayBuffer());

	async function anew(): Promise<Blob> {
		const settings = (await bringAlong(client, [take.settings]))(take.settings);
		const key = crypto.randomUUID();
		const output = { format: 'png', preview: false } as const;
		const body: JobRequest = { key, takes: [{ ...settings, model, ref: take.id, output }] };
		return holding(ofJob(key), async () => {
			// Noted before it is sent: should this tab be closed meanwhile, it is called back and its price entered.
			const sentAt = Date.now();
			const row = await store.addJobAgain(take, { service, address, body, sentAt });
			return made(row, body, client, onStep);
		});
	}
}

/** The picture that a job makes. */
async function made(
	row: store.StoredJob,
	body: JobRequest,
	client: JobClient,
	onStep?: (share: number) => void
): Promise<Blob> {
	const { job, takes } = await client.submit(body).catch(async (cause: unknown) => {
		// What was refused was not taken on; of what was not answered that is not known.
		if (cause instanceof RenderRefused && cause.status < 500) await store.endJob(row.key);
		throw cause;
	});
	await store.jobAnswered(row.key, job);
	const name = takes.find(({ ref }) => ref === row.refs[0])?.take;
	let [done, ended] = [false, false];
	try {
		for await (const event of toTheEnd(client, job)) {
			if (event.type === 'end') {
				ended = true;
				break;
			}
			if (event.take !== name) continue;
			if (event.type === 'progress') {
				onStep?.(event.step / event.steps);
				continue;
			}
			ended = true;
			if (event.type === 'failed') throw new LosslessProblem(event.message);
			if (event.type === 'cancelled')
				throw new LosslessProblem('The service gave the picture up. Try again.');
			await store.enterAgain(row, event, Date.now());
			await store.noteMade(row.key, name);
			done = true;
			break;
		}
		if (!name || !done)
			throw new LosslessProblem('The service ended without making the picture. Try again.');
	} finally {
		// What is not wanted any more is not made, and so not charged.
		if (!done) await client.cancel(job).catch(() => undefined);
		// What may still be made, and charged, is heard of by the runner.
		if (ended && !done) await store.endJob(row.key);
	}
	return fetched(row.key, name, client);
}

/** A picture that was made, and paid, for somebody who did not get it; null where there is none. */
async function leftThere({ id }: Take, address: string, client: JobClient): Promise<Blob | null> {
	for (const { key, made } of await store.madeOf(id, address))
		try {
			return await fetched(key, made!, client);
		} catch (cause) {
			// As long as it may still be there, none is made, and paid, anew.
			if (!isFinal(cause)) throw cause;
		}
	return null;
}

/** Fetches what a job made, which is noted as there to be fetched until it is here, or the service has lost it. */
async function fetched(key: string, name: string, client: JobClient): Promise<Blob> {
	try {
		const picture = await patiently(() => client.image(name));
		await store.endJob(key);
		return picture;
	} catch (cause) {
		if (isFinal(cause)) await store.endJob(key);
		throw cause;
	}
}

const isFinal = (cause: unknown): boolean => cause instanceof RenderRefused && !cause.passes;

/** Connections that are tried in a row without hearing anything new, and the pause before the second, in ms. */
const TRIES = 5;
const PAUSE = 250;

const pause = (tries: number) => new Promise((resolve) => setTimeout(resolve, PAUSE * 2 ** tries));

/** What was made is paid: it is asked for again where it does not come. */
async function patiently<T>(work: () => Promise<T>): Promise<T> {
	for (let tries = 1; ; tries++)
		try {
			return await work();
		} catch (cause) {
			if (tries === TRIES || isFinal(cause)) throw cause;
			await pause(tries);
		}
}

/**
 * A job's events to its end: heard again from where a connection broke off, since what was asked for may be
 * made, and charged, meanwhile.
 */
async function* toTheEnd(client: JobClient, job: string): AsyncGenerator<RenderEvent> {
	let last = 0;
	let refused: RenderRefused | null = null;
	for (let tries = 0; tries < TRIES; tries++) {
		if (tries) await pause(tries);
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
