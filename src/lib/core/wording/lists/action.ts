import { list } from './list';

/** What the subject does. */
export const action = list(`
	standing still, flying low, swimming, sitting, looking out, walking away, running
	sleeping, wading, diving, sailing close to the wind, drifting, turning into the wind
	waiting, leaping, hovering, resting, rowing hard, hauling a rope, mending a net
	lighting a lamp, ringing a bell, reading, pointing, waving, climbing a ladder, digging
	carrying a basket, leaning on a rail, looking back, stretching its wings, circling
	swaying, rolling in the swell, breaking through, lying on its side, opening slowly
	casting a shadow, holding a letter, listening, dancing, tying a knot
`);
