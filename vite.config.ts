import { sveltekit } from '@sveltejs/kit/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/** Carbon's style sheet names fonts of another host; the application ships its own. */
const withoutForeignFonts: Plugin = {
	name: 'without-foreign-fonts',
	enforce: 'pre',
	transform(code, id) {
		if (!/carbon-components-svelte\/css\//.test(id)) return null;
		return { code: code.replace(/@font-face\s*\{[^}]*\}/g, ''), map: null };
	}
};

export default defineConfig({
	plugins: [withoutForeignFonts, sveltekit()],
	worker: { format: 'es' },
	ssr: { external: ['@napi-rs/canvas', 'sharp', 'piscina'] },
	build: { chunkSizeWarningLimit: 1500 },
	test: {
		include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
		environment: 'node',
		testTimeout: 300_000
	}
});
