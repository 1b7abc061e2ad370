import { list } from './list';

/** How much is seen, and from where. */
export const framing = list(`
	wide view, distant view, long shot, full figure, medium shot, half figure, portrait framing
	close-up, extreme close-up, detail view, seen from above, aerial view, bird's-eye view
	seen from below, low angle, high angle, at eye level, at ground level, at water level
	from the side, in profile, from the front, from behind, three-quarter view
	over the shoulder, through a window, through a doorway, framed by branches, centred
	off centre, on the left third, on the right third, symmetrical, with empty space above
	with empty space on one side, subject small in the frame, filling the frame
	tilted horizon, straight horizon, panorama, diagonal composition, looking up a stair
	looking down a lane, isometric view
`);
