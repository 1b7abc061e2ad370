import base from './vite.config.ts';

/** Runs the trials of `bench/`, which take minutes and need the built application and Redis. */
export default {
	...base,
	test: {
		include: ['bench/**/*.trial.ts'],
		environment: 'node',
		testTimeout: 1_800_000,
		reporters: ['verbose']
	}
};
