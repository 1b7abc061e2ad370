import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import { kernels } from './vite.kernel.ts';

/** Bundles what runs as a file of its own: the render thread, and the check of the contract. */
export default defineConfig({
	plugins: [kernels],
	resolve: { alias: { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) } },
	ssr: {
		external: ['@napi-rs/canvas', 'sharp', 'piscina', 'bullmq', 'ioredis', 'pino', 'prom-client']
	},
	publicDir: false,
	build: {
		ssr: true,
		outDir: 'build/threads',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: {
			input: {
				'render-thread': 'src/lib/service/http/render-thread.ts',
				'words-thread': 'src/lib/service/http/words-thread.ts',
				worker: 'src/lib/service/queue/work.ts',
				conformance: 'scripts/check-service.ts'
			},
			output: { entryFileNames: '[name].mjs' }
		}
	}
});
