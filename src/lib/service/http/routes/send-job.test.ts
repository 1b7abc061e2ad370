import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { JobRequest, JobTicket } from '$lib/core/contract';
import { serve } from '.';
import type { Shelf } from '../admission';
import type { JobBoard } from '../board';
import { shelfWith } from '../held';
import { Jobs } from '../jobs';
import { PictureMemory } from '../memory';
import { sampleTake } from '../testing';

/** What the service holds. */
const place = globalThis as { dialPickBoard?: JobBoard; dialPickShelf?: Shelf };

const send = async (job: JobRequest) => {
	const answer = await serve(
		new Request('http://127.0.0.1/api/render/v1/jobs', {
			method: 'POST',
			body: JSON.stringify(job)
		}),
		'jobs'
	);
	return { status: answer.status, told: (await answer.json()) as JobTicket };
};

describe('sending a job', () => {
	beforeEach(() => {
		const never = {
			render: () => new Promise<null>(() => undefined),
			close: () => Promise.resolve()
		};
		place.dialPickBoard = new Jobs(never, new PictureMemory());
		place.dialPickShelf = shelfWith(new PictureMemory(), null);
	});
	afterEach(() => {
		place.dialPickBoard = undefined;
		place.dialPickShelf = undefined;
	});

	it('again gives the same job, though what it was sent with is forgotten by then', async () => {
		const grey = sharp({ create: { width: 64, height: 64, channels: 3, background: '#888' } });
		const { image } = await place.dialPickShelf!.images.add(
			new Uint8Array(await grey.png().toBuffer()),
			'here'
		);
		const job = {
			key: crypto.randomUUID(),
			takes: [sampleTake({ start: { image, strength: 0.5 } })]
		};
		const first = await send(job);
		expect(first).toMatchObject({ status: 202 });

		place.dialPickShelf = shelfWith(new PictureMemory(), null);
		expect(await send(job)).toEqual(first);
		expect((await send({ ...job, key: crypto.randomUUID() })).status).toBe(422);
		expect((await send({ ...job, takes: [sampleTake()] })).status).toBe(409);
	});
});
