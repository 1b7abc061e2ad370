import { z } from 'zod';
import { defineDesign, whole } from './design';

/** Every combination. */
export const all = defineDesign({
	kind: 'all',
	label: 'all combinations',
	schema: z.object({ kind: z.literal('all') }),
	begin: () => ({ kind: 'all' }),
	count: (among) => among.all,
	workOut: whole,
	says: ({ listed, on }) =>
		`Every combination of ${listed}, ${on}: tells each dial and how they work together.`
});
