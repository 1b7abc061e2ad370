import { mergeConfig } from 'vite';
import { another } from './bench/kernel-ways.mjs';
import { kernelsBy } from './vite.kernel.ts';
import thread from './vite.worker.config.ts';

/** The kernel another way, where one is tried. */
const way = process.env.DIAL_PICK_KERNEL;
const plugins = way ? [kernelsBy((source) => another(source, way))] : thread.plugins;

/** Bundles the benchmarks, reports and checks as the render thread is bundled. */
export default mergeConfig(
	{ ...thread, plugins },
	{
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
					enlarging: 'bench/enlarging.ts',
					stress: 'bench/stress.ts',
					learn: 'bench/learn.ts',
					words: 'bench/words.ts',
					turning: 'bench/turning.ts',
					styles: 'bench/styles.ts',
					samples: 'bench/samples.ts',
					estimate: 'bench/estimate.ts',
					findings: 'scripts/findings.ts',
					schemas: 'scripts/schemas.ts'
				},
				output: { entryFileNames: '[name].mjs' }
			}
		}
	}
);
