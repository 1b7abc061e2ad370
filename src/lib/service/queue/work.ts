import { cards } from '$lib/service/standins';
import { listed } from '../http/environment';
import { shelfWith } from '../http/held';
import { heldBytes, renderThreads } from '../http/limits';
import { log } from '../http/log';
import { PictureMemory } from '../http/memory';
import { openPool } from '../http/pool';
import { redisVault } from './vault';
import { QueueWorker } from './worker';

// A worker as a program of its own: `npm run worker`.
const url = process.env.DIAL_PICK_QUEUE;
const wanted = listed('DIAL_PICK_MODELS');
const known = cards.map(({ id }) => id);
const strange = wanted.filter((id) => !known.includes(id));
if (!url || strange.length) {
	console.error(
		url
			? `DIAL_PICK_MODELS names ${strange.join(', ')}; there are ${known.join(', ')}.`
			: 'A worker needs a queue: set DIAL_PICK_QUEUE to an address such as redis://127.0.0.1:6379.'
	);
	process.exit(2);
}

const worker = new QueueWorker({
	url,
	models: wanted.length ? wanted : known,
	threads: renderThreads(),
	pool: openPool(),
	shelf: (store) => shelfWith(new PictureMemory(), redisVault(store)),
	mostPictures: Number(process.env.DIAL_PICK_PICTURE_MB) * 1048576 || heldBytes
});

let ending = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
	process.on(signal, () => {
		// Told twice, it hands back at once what it is at.
		void worker.stop(ending ? 0 : undefined).then(() => process.exit(0));
		ending = true;
		log.info({ signal }, 'a worker was told to stop');
	});
