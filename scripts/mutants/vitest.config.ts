import { defineConfig } from 'vitest/config';
import base from '../../vite.config.ts';

/** The tests beside the code that is changed, and no others. */
export default defineConfig({
	...base,
	test: { ...base.test, include: [`${process.env.DIAL_PICK_MUTANTS}/**/*.test.ts`], maxWorkers: 1 }
});
