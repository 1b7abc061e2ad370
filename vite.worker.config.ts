import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

/** Bundles the render thread by itself, since worker threads load a file of their own. */
export default defineConfig({
	resolve: { alias: { $lib: fileURLToPath(new URL('./src/lib', import.meta.url)) } },
	ssr: { external: ['@napi-rs/canvas', 'sharp', 'piscina'] },
	publicDir: false,
	build: {
		ssr: true,
		outDir: 'build/threads',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: {
			input: { 'render-thread': 'src/lib/server/render-thread.ts' },
			output: { entryFileNames: '[name].mjs' }
		}
	}
});
