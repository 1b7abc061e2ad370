import { list } from './list';

/** How a camera would see it. */
export const lens = list(`
	14 mm lens, 20 mm lens, 24 mm lens, 28 mm lens, 35 mm lens, 50 mm lens, 85 mm lens
	105 mm lens, 135 mm lens, 200 mm lens, 400 mm lens, wide-angle lens, fisheye lens
	telephoto lens, macro lens, tilt-shift lens, pinhole camera, large-format camera
	medium-format camera, shallow depth of field, deep focus, soft background
	foreground out of focus, everything sharp, f/1.4, f/2.8, f/8, f/16, long exposure
	one second exposure, frozen motion, panned motion, motion blur, double exposure
	polarising filter, soft-focus filter, infrared film, fast grainy film, slow fine-grained film
	black-and-white film, slight vignette, light leak, compressed perspective
`);
