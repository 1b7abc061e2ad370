import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BlobReader, BlobWriter, ZipReader, ZipWriter } from '@zip.js/zip.js';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { isWhole, readAhead, store, storedIn, type FileEntry } from './stored';

const bytes = (length: number, seed: number) =>
	Uint8Array.from({ length }, (_, i) => (i * 31 + seed * 17) % 256);

describe('files that are stored as they are', () => {
	// An empty file, one of a byte, and one of more than a chunk of 64 KiB.
	const files = new Map([
		['empty.bin', bytes(0, 1)],
		['one.bin', bytes(1, 2)],
		['folder/large.bin', bytes(200_001, 3)]
	]);
	const packed = async () => {
		const zip = new ZipWriter(new BlobWriter('application/zip'));
		for (const [name, content] of files) await store(zip, name, content);
		return zip.close();
	};

	it('are what other programs unpack: fflate, and Python’s zipfile, which tests check sums', async () => {
		const zip = new Uint8Array(await (await packed()).arrayBuffer());
		expect(unzipSync(zip)).toEqual(Object.fromEntries(files));
		const folder = mkdtempSync(join(tmpdir(), 'stored-'));
		try {
			const file = join(folder, 'a.zip');
			writeFileSync(file, zip);
			const says = execFileSync('python3', ['-m', 'zipfile', '-t', file], { encoding: 'utf8' });
			expect(says).toContain('Done testing');
			expect(says).not.toContain('corrupt');
		} finally {
			rmSync(folder, { recursive: true });
		}
	});

	it('are parts of the file themselves, whole by their check sums', async () => {
		const zip = await packed();
		for (const entry of await new ZipReader(new BlobReader(zip)).getEntries()) {
			const part = await storedIn(zip, entry as FileEntry, '');
			const content = new Uint8Array(await part!.arrayBuffer());
			expect(content).toEqual(files.get(entry.filename));
			expect(isWhole(content, entry as FileEntry)).toBe(true);
			if (content.length) content[0] ^= 1;
			expect(isWhole(content, entry as FileEntry)).toBe(content.length === 0);
		}
	});
});

describe('reading ahead', () => {
	const held = Array.from({ length: 20 }, (_, i) => new Blob([bytes(i * 10, i)]));

	it('gives every file in its order', async () => {
		const read = readAhead(held);
		for (const i of held.keys()) expect(await read(i)).toEqual(bytes(i * 10, i));
	});

	it('has few in memory, however many there are', async () => {
		let begun = 0;
		const counted = held.map((blob) => {
			const arrayBuffer = () => (begun++, blob.arrayBuffer());
			return Object.assign(new Blob(), { arrayBuffer });
		});
		const read = readAhead(counted);
		await read(0);
		expect(begun).toBe(5);
		await read(1);
		expect(begun).toBe(6);
	});

	it('fails where a file cannot be read, and not before', async () => {
		const lost = Object.assign(new Blob(), {
			arrayBuffer: () => Promise.reject(new Error('It is gone.'))
		});
		const read = readAhead([held[1], held[2], lost]);
		expect(await read(0)).toEqual(bytes(10, 1));
		expect(await read(1)).toEqual(bytes(20, 2));
		await expect(read(2)).rejects.toThrow('It is gone.');
	});
});
