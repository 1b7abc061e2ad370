import { list } from './list';

/** What the subject is like: colour, age, build, surface. */
export const trait = list(`
	red, crimson, orange, yellow, golden, ochre, green, olive, teal, turquoise, blue, navy
	pale blue, violet, lavender, pink, white, cream, black, grey, silver, copper
	old, weathered, brand new, small, tall, slender, sturdy, rusty, striped, spotted
	freshly painted, salt-bleached, moss-covered, patched, polished, dented, translucent
	barnacled, wind-bent, half-open, hand-made, feathery, broad-shouldered, long-legged
`);
