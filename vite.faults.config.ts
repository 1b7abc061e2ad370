import { mergeConfig } from 'vite';
import base from './vite.config.ts';

/** Runs the trials of `bench/`, which take minutes and need the built application and Redis. */
const config = mergeConfig(base, { test: { testTimeout: 1_800_000, reporters: ['verbose'] } });
config.test.include = ['bench/**/*.trial.ts'];
export default config;
