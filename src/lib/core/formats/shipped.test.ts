import { readdirSync, readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { isAtRest, rackDials, dialOf } from '$lib/core/dials';
import { combinations, type Chosen } from '$lib/core/plan';
import { measurePicture } from '$lib/core/measure';
import { readArchive } from '.';

const folder = 'static/demo';

describe('the archives that ship', () => {
	it.each(readdirSync(folder))('%s opens, and its runs can be told and run again', async (file) => {
		const { whole } = await readArchive(new Blob([readFileSync(`${folder}/${file}`)]));
		expect(whole.plans.length).toBe(new Set(whole.takes.map(({ planId }) => planId)).size);
		for (const { rack, chosen, id } of whole.plans) {
			const made = [...combinations(rack, chosen as Chosen)];
			expect(made.length).toBe(whole.takes.filter(({ planId }) => planId === id).length);
			for (const dial of rackDials) expect(rack[dial].length, dial).toBeGreaterThan(0);
		}
		expect(isAtRest(dialOf('variation'), whole.brief.rack.variation)).toBe(true);
	});

	// The browser measured them; here sharp reads the pictures.
	it.each(readdirSync(folder))(
		'%s brings along what is measured in its pictures now: npm run demo:archive again',
		async (file) => {
			const { pictures, measured } = await readArchive(
				new Blob([readFileSync(`${folder}/${file}`)])
			);
			expect([...measured!.keys()].sort()).toEqual([...pictures.keys()].sort());
			const some = [...pictures].filter((_, i) => i % 12 === 0);
			for (const [id, picture] of some) {
				const read = sharp(new Uint8Array(await picture.arrayBuffer())).ensureAlpha();
				const { data, info } = await read.raw().toBuffer({ resolveWithObject: true });
				const pixels = new Uint8Array(data);
				const now = measurePicture({ ...info, pixels }, pixels.subarray(0, 40_000));
				const kept = measured!.get(id)!;
				expect(kept.hash).toBe(now.hash);
				for (const [name, value] of Object.entries(now.values))
					expect(kept.values[name], `${name} of ${id}`).toBeCloseTo(value, 6);
				expect(Object.keys(kept.values).length).toBe(Object.keys(now.values).length);
			}
		}
	);
});
