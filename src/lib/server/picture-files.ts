import { mkdtempSync, rmSync } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * Finished pictures, kept as files in a folder of their own that goes with the process: hundreds of
 * them would fill the memory.
 */
export class PictureFiles {
	#folder: string | undefined;
	readonly #bytes = new Map<string, number>();

	/** Bytes kept at present. */
	get held(): number {
		let sum = 0;
		for (const bytes of this.#bytes.values()) sum += bytes;
		return sum;
	}

	#path(id: string): string {
		if (!this.#folder) {
			const folder = mkdtempSync(join(tmpdir(), 'dial-pick-takes-'));
			process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
			this.#folder = folder;
		}
		return join(this.#folder, id);
	}

	async keep(id: string, bytes: Uint8Array): Promise<void> {
		await writeFile(this.#path(id), bytes);
		this.#bytes.set(id, bytes.byteLength);
	}

	async read(id: string): Promise<Uint8Array<ArrayBuffer>> {
		return new Uint8Array(await readFile(this.#path(id)));
	}

	/** Bytes of one picture, 0 when it is not kept. */
	sizeOf(id: string): number {
		return this.#bytes.get(id) ?? 0;
	}

	drop(id: string): void {
		if (this.#bytes.delete(id)) void rm(this.#path(id), { force: true });
	}
}
