import { sveltekit } from '@sveltejs/kit/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';
import { carbonInUse, carbonParts } from './vite.carbon.ts';
import { firstLetters } from './vite.fonts.ts';
import { kernels } from './vite.kernel.ts';

/**
 * What the frame of all pages and the first page need, in one file: fifty small ones cost more in headers
 * and in words that each learns anew than they carry.
 */
const firstPageAtOnce: Plugin = {
	name: 'first-page-at-once',
	outputOptions: (options) =>
		options.dir?.endsWith('client')
			? {
					...options,
					codeSplitting: {
						groups: [
							{ name: 'first', test: /src\/routes\/\+(layout|page)\.svelte$/, priority: 2 },
							{
								name: 'sheet',
								test: /src\/routes\/brief\/\[id\]\/sheet\/\+page\.svelte$/,
								priority: 1
							}
						]
					}
				}
			: options
};

/** Workers run in browsers alone: the server's build would bundle every one of them for nothing. */
const workersInBrowsers: Plugin = {
	name: 'workers-in-browsers',
	enforce: 'pre',
	load(id) {
		if (this.environment.name === 'client' || !id.endsWith('.worker.ts?worker')) return null;
		return 'export default class { constructor() { throw new Error("The server has no workers."); } }';
	}
};

export default defineConfig({
	plugins: [
		workersInBrowsers,
		carbonInUse,
		carbonParts,
		firstLetters,
		kernels,
		firstPageAtOnce,
		sveltekit()
	],
	worker: { format: 'es' },
	ssr: {
		external: ['@napi-rs/canvas', 'sharp', 'piscina', 'bullmq', 'ioredis', 'pino', 'prom-client']
	},
	build: { chunkSizeWarningLimit: 1500 },
	test: {
		include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
		environment: 'node',
		testTimeout: 20_000,
		// One fewer than there are processors, unless it is told: on two that is one after the other.
		maxWorkers: '100%',
		// A module that calls itself a promise is handed over as it is.
		deps: { interopDefault: false }
	}
});
