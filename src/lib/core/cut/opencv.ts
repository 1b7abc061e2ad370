import cv from '@techstark/opencv-js';
import type { Vision } from './vision';

// Ten megabytes: import this file only where something is cut out, and only then.

type Opening = Vision & { then?: (done: (vision: Opening) => void) => void };

/** Waits until the library's code is compiled. */
export const compiled = (): Promise<Vision> =>
	new Promise((done) => {
		const opening = cv as Opening;
		if (!opening.then) return done(opening);
		opening.then((vision) => {
			// It calls back with itself: as a promise it would wait for ever.
			delete vision.then;
			done(vision);
		});
	});
