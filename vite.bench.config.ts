import { mergeConfig } from 'vite';
import thread from './vite.worker.config.ts';

/** Bundles the benchmarks as the render thread is bundled. */
export default mergeConfig(thread, {
	build: {
		ssr: 'bench/bench.ts',
		outDir: 'build/bench',
		rollupOptions: { output: { entryFileNames: 'bench.mjs' } }
	}
});
