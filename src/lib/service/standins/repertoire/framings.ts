/** From where and how near a scene is seen. */
export interface Framing {
	id: string;
	label: string;
	words: string[];
	/** Multiplies the subject's size. */
	size: number;
	/** Enlarges the whole scene round a point of the subject. */
	zoom: number;
	/** Where that point is, as a share of the subject's height. */
	focus: number;
	/** Height of the horizon as a share of the frame's, when the view and not the place sets it. */
	horizon?: number;
	/** How far the camera leans, in radians. */
	tilt?: number;
}

const framing = (
	id: string,
	label: string,
	words: string[],
	size: number,
	zoom = 1,
	more: Partial<Framing> = {}
): Framing => ({ id, label, words: [label, ...words], size, zoom, focus: 0.5, ...more });

/** Every framing that a prompt can name, from near to far and then from unusual angles. */
export const framings: Framing[] = [
	framing('detail', 'detail', ['macro', 'extreme close-up', 'details'], 1.3, 2.2, { focus: 0.7 }),
	framing('close', 'close-up', ['close', 'closeup', 'tight', 'tight framing'], 1.22, 1.42),
	framing('near', 'medium close-up', ['bust', 'near', 'half length'], 1.2, 1.14, { focus: 0.7 }),
	framing('middle', 'middle view', ['medium shot', 'mid shot', 'medium view'], 1),
	framing('full', 'full view', ['full length', 'full body', 'full figure', 'whole'], 0.84),
	framing('wide', 'wide view', ['wide', 'wide shot', 'long shot', 'landscape view'], 0.62),
	framing(
		'distant',
		'distant view',
		['distant', 'far away', 'panorama', 'panoramic', 'vast', 'extreme long shot'],
		0.36
	),
	framing(
		'low',
		'low angle',
		['from below', 'worm eye', 'looking up', 'low viewpoint', 'towering'],
		1.34,
		1,
		{ horizon: 0.86 }
	),
	framing('high', 'high angle', ['from above', 'looking down', 'high viewpoint'], 0.8, 1, {
		horizon: 0.2
	}),
	framing(
		'aerial',
		'aerial view',
		['aerial', 'bird eye', 'drone', 'overhead', 'map view'],
		0.5,
		1,
		{
			horizon: 0.03
		}
	),
	framing('tilted', 'tilted', ['dutch angle', 'canted', 'slanted', 'diagonal'], 1, 1.2, {
		tilt: 0.13
	})
];
