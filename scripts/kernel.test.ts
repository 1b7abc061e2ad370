import { describe, expect, it } from 'vitest';
import { another, ways } from '../bench/kernel-ways.mjs';
import { kernelsBy } from '../vite.kernel.ts';

const source = 'src/lib/service/diffusion/step.as';

/** The bytes that the kernel is compiled to. */
async function compiled(change: (source: string) => string): Promise<Buffer> {
	const { load } = kernelsBy(change) as unknown as {
		load: (id: string) => Promise<{ code: string } | null>;
	};
	const module = await load(source);
	return Buffer.from(/atob\('([^']+)'\)/.exec(module!.code)![1], 'base64');
}

const own = compiled((text) => text);

describe('the kernel', () => {
	it.each(Object.keys(ways))('compiles %s, to WebAssembly that the engine takes', async (way) => {
		const bytes = await compiled((text) => another(text, way));
		expect(WebAssembly.validate(new Uint8Array(bytes))).toBe(true);
		// The compiler gives the same bytes for the same source, and each way is another source.
		expect(bytes.equals(await own)).toBe(way === 'as it is');
	});

	it('that cannot be compiled says why, and which file it is', async () => {
		await expect(compiled((text) => `${text}\nlet wrong: f64 = "text";`)).rejects.toThrow(
			/step\.as does not compile:[^]*(TS\d+|AS\d+)/
		);
	});

	it('refuses a way whose text is no longer there', () => {
		expect(() => another('nothing of it', 'exponentials one by one')).toThrow(
			/step\.as has no longer: v128\.and/
		);
	});
});
