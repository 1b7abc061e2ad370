import { BlobWriter } from '@zip.js/zip.js';
import { unzipSync, zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readBackup, writeBackupTo, type Backup } from './backup';

const house: Backup['house'] = {
	styles: [{ name: 'Marram', add: ['woodcut'], leaveOut: [] }],
	sets: [],
	prompts: [{ text: 'a heron', negative: '', runAt: 5, starred: 1 }],
	faults: [{ id: 'gulls', label: 'gulls' }],
	searches: [{ id: 's', name: 'blue', asked: 'colour=20356b', at: 7 }],
	purse: { dayAllowance: 40, creditPrice: null, currency: 'EUR' },
	spendings: [{ id: 's', briefId: 'gone', model: 'eider', credits: 3, at: 5 }]
};
const archive = (text: string) =>
	new Blob([zipSync({ 'brief.json': strToU8(text) })], { type: 'application/zip' });
const backup: Backup = {
	at: 9,
	house,
	briefs: [
		{ name: 'March cover', zip: archive('one') },
		{ name: 'June, \u201cbanner\u201d', zip: archive('two '.repeat(4000)) }
	]
};
const packed = () => writeBackupTo(new BlobWriter('application/zip'), backup);

describe('a backup', () => {
	it('gives back what went in, each brief the same bytes', async () => {
		const read = await readBackup(await packed());
		expect([read.at, read.house]).toEqual([9, house]);
		expect(read.briefs.map(({ name }) => name)).toEqual(backup.briefs.map(({ name }) => name));
		for (const [i, { zip }] of read.briefs.entries())
			expect(await zip.arrayBuffer()).toEqual(await backup.briefs[i].zip.arrayBuffer());
	});

	it('is a ZIP that any reader opens, with the archives in it as they are', async () => {
		const files = unzipSync(new Uint8Array(await (await packed()).arrayBuffer()));
		expect(Object.keys(files)).toEqual(['backup.json', 'briefs/1.brief.zip', 'briefs/2.brief.zip']);
		expect(unzipSync(files['briefs/1.brief.zip'])['brief.json']).toEqual(strToU8('one'));
	});

	it('that is none, or was packed anew, or cut short, is read or refused in a sentence', async () => {
		const files = unzipSync(new Uint8Array(await (await packed()).arrayBuffer()));
		const again = await readBackup(new Blob([zipSync(files, { level: 6 })]));
		expect(await again.briefs[1].zip.arrayBuffer()).toEqual(
			await backup.briefs[1].zip.arrayBuffer()
		);
		const { 'briefs/2.brief.zip': _, ...rest } = files;
		await expect(readBackup(new Blob([zipSync(rest)]))).rejects.toThrow(/June.*missing/);
		for (const wrong of [
			new Blob(['no zip']),
			new Blob([zipSync({ 'brief.json': strToU8('{}') })]),
			new Blob([zipSync({ 'backup.json': strToU8('{"format":"other"}') })]),
			(await packed()).slice(0, 200)
		])
			await expect(readBackup(wrong)).rejects.toThrow(/no backup/);
	});
});
