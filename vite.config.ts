import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	plugins: [sveltekit()],
	worker: { format: 'es' },
	ssr: { external: ['@napi-rs/canvas', 'sharp', 'piscina'] },
	build: { chunkSizeWarningLimit: 1500 },
	test: {
		include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
		environment: 'node',
		testTimeout: 60_000
	}
});
