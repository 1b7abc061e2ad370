import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it, vi } from 'vitest';
import { PictureFiles } from './picture-files';

vi.mock('node:fs/promises', async (original) => {
	const own = await original<typeof import('node:fs/promises')>();
	return { ...own, writeFile: vi.fn(own.writeFile) };
});

it('leaves no half of a picture on a disk that is full', async () => {
	const place = mkdtempSync(join(tmpdir(), 'dial-pick-test-'));
	const files = new PictureFiles(place);
	// What a full disk does: it takes as much as there is room for.
	vi.mocked(writeFile).mockImplementationOnce(async (path, bytes) => {
		await writeFile(path, (bytes as Uint8Array).subarray(0, 5));
		throw Object.assign(new Error('no space'), { code: 'ENOSPC' });
	});
	await expect(files.keep('a', new Uint8Array(10))).rejects.toThrow('no space');
	const [folder] = readdirSync(place);
	expect(readdirSync(join(place, folder))).toEqual([]);
	expect(files.held).toBe(0);
	await files.keep('a', new Uint8Array(10));
	expect(await files.read('a')).toHaveLength(10);
	rmSync(place, { recursive: true });
});
