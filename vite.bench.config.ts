import { mergeConfig } from 'vite';
import thread from './vite.worker.config.ts';

/** Bundles the benchmarks, reports and checks as the render thread is bundled. */
export default mergeConfig(thread, {
	build: {
		ssr: true,
		outDir: 'build/bench',
		rollupOptions: {
			input: {
				bench: 'bench/bench.ts',
				look: 'bench/look.ts',
				models: 'bench/models.ts',
				dials: 'bench/dials.ts',
				restaging: 'bench/restaging.ts',
				ways: 'bench/ways.ts',
				areas: 'bench/areas.ts',
				cutting: 'bench/cutting.ts',
				stress: 'bench/stress.ts',
				learn: 'bench/learn.ts',
				words: 'bench/words.ts',
				styles: 'bench/styles.ts',
				samples: 'bench/samples.ts',
				estimate: 'bench/estimate.ts',
				findings: 'scripts/findings.ts',
				schemas: 'scripts/schemas.ts'
			},
			output: { entryFileNames: '[name].mjs' }
		}
	}
});
