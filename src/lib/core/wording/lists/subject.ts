import { list } from './list';

/** Whom or what the picture is of. */
export const subject = list(`
	a lighthouse, a heron, a sailing dinghy, a bell buoy, a beach hut, an oyster, a kite
	a storm lamp, a ferry, a crab, a harbour keeper, a tide table, a rowing boat, a whale
	a seal, a gull, an owl, a hare, a fox, a cat, a dog, a horse, three sheep, a hen
	a butterfly, a snail, two fish, a windmill, a castle, a church, a cottage, an old tree
	a pine tree, a sunflower, a mushroom, a jug of flowers, a bowl of fruit, a teapot
	an open book, a pair of boots, a message in a bottle, a violin, a bicycle, a steam train
	an umbrella, a pocket watch, a hot-air balloon, an aeroplane, an anchor, an armchair
	a woman, a child, a lamp and rope
`);
