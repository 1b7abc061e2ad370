import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { fileNames, madeInside, stampPicture, unknownPlaces, usualPattern } from './index';

const takes = sampleTakes(sampleRack({ seed: [1, 2], guidance: [4, 8] }));

describe('file names', () => {
	it('follow their pattern, and none is there twice', () => {
		const names = fileNames(usualPattern, takes, 'March cover', '.webp');
		expect(names[0]).toBe('march-cover-alder-2-1.webp');
		expect(new Set(names).size).toBe(4);
		expect(names).toContain('march-cover-alder-2-1-2.webp');
		expect(fileNames('{take}_{guidance}', takes, 'x', '.png')[1]).toBe('0002_8.png');
	});

	it('say what each is for, also where the pattern does not ask', () => {
		const two = [takes[0], takes[0]];
		const uses = ['story', 'jar lid'];
		expect(fileNames('{destination}-{take}', two, 'x', '.png', uses)).toEqual([
			'story-0001.png',
			'jar-lid-0001.png'
		]);
		expect(fileNames('{take}', two, 'x', '.png', uses)[1]).toBe('0001-jar-lid.png');
		expect(fileNames('{take}-{destination}-{seed}', two, 'x', '.png')[0]).toBe('0001-1.png');
	});

	it('never climb out of their folder, whatever the brief is called', () => {
		for (const name of fileNames('{brief}', takes.slice(0, 1), '../../etc/pass wd', '.webp'))
			expect(name).toMatch(/^[^/\\]+$/);
		expect(fileNames('   ', takes.slice(0, 1), 'x', '.webp')).toEqual(['take-1.webp']);
		expect(unknownPlaces('{brief}-{moon}')).toEqual(['moon']);
	});
});

describe('a WebP picture', () => {
	it('carries its settings, and is read by sharp', async () => {
		const plain = await sharp({
			create: { width: 48, height: 32, channels: 3, background: '#c4302b' }
		})
			.webp()
			.toBuffer();
		const facts = {
			title: 'x',
			settings: takes[0].settings,
			system: 'Alder 2',
			systemVersion: '2'
		};
		const stamped = stampPicture(plain, facts);
		expect(madeInside(stamped).settings).toEqual(takes[0].settings);
		const { width, height, format, xmp } = await sharp(stamped).metadata();
		expect([width, height, format]).toEqual([48, 32, 'webp']);
		expect(xmp?.toString()).toContain('dialpick:settings');
		// Stamped again, it carries the later settings alone.
		const again = stampPicture(stamped, { ...facts, settings: takes[1].settings });
		expect(madeInside(again).settings).toEqual(takes[1].settings);
		const pixels = (bytes: Uint8Array) => sharp(bytes).raw().toBuffer();
		expect(await pixels(again)).toEqual(await pixels(plain));
	});
});
