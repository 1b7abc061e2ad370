import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { isAtRest, rackDials, dialOf } from '$lib/core/dials';
import { combinations, type Chosen } from '$lib/core/plan';
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
});
