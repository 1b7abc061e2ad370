import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const NAME = 'dial-pick-takes-';

/** A folder without its process is swept after this, in milliseconds. */
const OLD = 24 * 60 * 60 * 1000;

/** Whether a process of this machine lives. */
function lives(pid: number): boolean {
	try {
		process.kill(pid, 0);
		return true;
	} catch (cause) {
		return (cause as NodeJS.ErrnoException).code === 'EPERM';
	}
}

/**
 * Removes the folders of processes that are dead: one that was killed, or whose terminal was closed,
 * left its own behind.
 */
export function sweepFolders(place = tmpdir(), now = Date.now()): void {
	for (const name of readdirSync(place)) {
		if (!name.startsWith(NAME)) continue;
		const folder = join(place, name);
		const pid = Number(/^(\d+)-/.exec(name.slice(NAME.length))?.[1]);
		try {
			const dead = pid ? !lives(pid) : now - statSync(folder).mtimeMs > OLD;
			if (dead) rmSync(folder, { recursive: true, force: true });
		} catch {
			// Somebody else's, or gone already.
		}
	}
}

/**
 * Finished pictures, kept as files in a folder of their own that goes with the process: hundreds of
 * them would fill the memory.
 */
export class PictureFiles {
	readonly #place: string;
	#folder: string | undefined;
	readonly #bytes = new Map<string, number>();
	/** Bytes kept at present. */
	held = 0;

	constructor(place = tmpdir()) {
		this.#place = place;
	}

	#path(id: string): string {
		if (!this.#folder) {
			sweepFolders(this.#place);
			const folder = mkdtempSync(join(this.#place, `${NAME}${process.pid}-`));
			process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
			this.#folder = folder;
		}
		return join(this.#folder, id);
	}

	async keep(id: string, bytes: Uint8Array): Promise<void> {
		const path = this.#path(id);
		// The folder may have vanished, as when the place for what is temporary is cleared.
		mkdirSync(this.#folder!, { recursive: true });
		try {
			await writeFile(path, bytes);
		} catch (cause) {
			// As when the disk is full: half a picture is no use, and takes room.
			await rm(path, { force: true });
			throw cause;
		}
		this.held += bytes.byteLength - this.sizeOf(id);
		this.#bytes.set(id, bytes.byteLength);
	}

	/** A picture's bytes; null when its file has vanished. */
	async read(id: string): Promise<Uint8Array<ArrayBuffer> | null> {
		try {
			return new Uint8Array(await readFile(this.#path(id)));
		} catch (cause) {
			if ((cause as NodeJS.ErrnoException).code === 'ENOENT') return null;
			throw cause;
		}
	}

	/** Bytes of one picture, 0 when it is not kept. */
	sizeOf(id: string): number {
		return this.#bytes.get(id) ?? 0;
	}

	drop(id: string): void {
		this.held -= this.sizeOf(id);
		if (this.#bytes.delete(id)) void rm(this.#path(id), { force: true });
	}
}
