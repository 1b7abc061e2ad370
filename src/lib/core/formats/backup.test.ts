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
	taught: [{ id: 'own-1', service: '', name: 'Woodcuts', pictures: ['a1'], taughtAt: 4 }],
	services: [{ id: 'den:8010', address: 'http://den:8010/api/render/v1', addedAt: 5 }],
	purse: { dayAllowance: 40, creditPrice: null, currency: 'EUR' },
	ledger: 'my-ledger',
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
	],
	starts: [
		{
			id: 'a'.repeat(64),
			name: 'quay.jpg',
			addedAt: 3,
			seed: 7,
			of: { take: 't1', number: 4, briefId: 'b1' },
			picture: new Blob(['a picture'])
		}
	]
};
const packed = () => writeBackupTo(new BlobWriter('application/zip'), backup);

describe('a backup', () => {
	it('gives back what went in, each brief the same bytes', async () => {
		const read = await readBackup(await packed());
		expect([read.at, read.house]).toEqual([9, house]);
		expect(read.briefs.map(({ name }) => name)).toEqual(backup.briefs.map(({ name }) => name));
		expect(read.damaged).toEqual([]);
		expect(await read.starts[0].picture.text()).toBe('a picture');
		expect(read.starts.map(({ picture: _picture, ...one }) => one)).toEqual(
			backup.starts.map(({ picture: _picture, ...one }) => one)
		);
		for (const [i, { zip }] of read.briefs.entries())
			expect(await zip.arrayBuffer()).toEqual(await backup.briefs[i].zip.arrayBuffer());
	});

	it('is a ZIP that any reader opens, with the archives in it as they are', async () => {
		const files = unzipSync(new Uint8Array(await (await packed()).arrayBuffer()));
		expect(Object.keys(files)).toEqual([
			'backup.json',
			'briefs/1.brief.zip',
			'briefs/2.brief.zip',
			`starts/${'a'.repeat(64)}`
		]);
		expect(unzipSync(files['briefs/1.brief.zip'])['brief.json']).toEqual(strToU8('one'));
	});

	it('that is none, or was packed anew, or cut short, is read or refused in a sentence', async () => {
		const files = unzipSync(new Uint8Array(await (await packed()).arrayBuffer()));
		const again = await readBackup(new Blob([zipSync(files, { level: 6 })]));
		expect(await again.briefs[1].zip.arrayBuffer()).toEqual(
			await backup.briefs[1].zip.arrayBuffer()
		);
		const { 'briefs/2.brief.zip': _, ...rest } = files;
		const cut = await readBackup(new Blob([zipSync(rest)]));
		expect(cut.briefs.map(({ name }) => name)).toEqual(['March cover']);
		expect(cut.damaged).toEqual([expect.stringMatching(/June.*missing/)]);
		for (const wrong of [
			new Blob(['no zip']),
			new Blob([zipSync({ 'brief.json': strToU8('{}') })]),
			new Blob([zipSync({ 'backup.json': strToU8('{"format":"other"}') })]),
			(await packed()).slice(0, 200)
		])
			await expect(readBackup(wrong)).rejects.toThrow(/not a Dial Pick backup/);
	});

	/** A ZIP with parts that are packed, as another program may write it. */
	const changed = (list: object, parts: Record<string, Uint8Array>) =>
		new Blob([zipSync({ 'backup.json': strToU8(JSON.stringify(list)), ...parts }, { level: 9 })]);
	const list = (briefs: { name: string; file: string }[]) => ({
		...{ format: 'dial-pick/backup', version: 1, at: 9 },
		briefs,
		house
	});

	// Packs 130 MB: 7 seconds.
	it(
		'is refused where its list is swollen or names one file twice',
		{ timeout: 60_000 },
		async () => {
			const swollen = { ...list([]), spare: ' '.repeat(130 * 1024 ** 2) };
			await expect(readBackup(changed(swollen, {}))).rejects.toThrow(/unpacks to 130 MB/);
			const twice = list([
				{ name: 'one', file: 'briefs/1.brief.zip' },
				{ name: 'two', file: 'briefs/1.brief.zip' }
			]);
			const part = { 'briefs/1.brief.zip': strToU8('x') };
			await expect(readBackup(changed(twice, part))).rejects.toThrow(/the same file/);
		}
	);

	it('unpacks no more than its bound from parts that swell, and names those it leaves', async () => {
		const bomb = new Uint8Array(40 * 1024 ** 2);
		const names = ['one', 'two', 'three'];
		const briefs = names.map((name, i) => ({ name, file: `briefs/${i}.brief.zip` }));
		const parts = Object.fromEntries(briefs.map(({ file }) => [file, bomb]));
		const read = await readBackup(changed(list(briefs), parts));
		expect(read.briefs.map(({ name }) => name)).toEqual(['one']);
		expect(read.damaged).toHaveLength(2);
	});
});
