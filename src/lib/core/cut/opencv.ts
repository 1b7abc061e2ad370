import cv from '@techstark/opencv-js';
import type { Vision } from './vision';

type Opening = Vision & { then?: (done: (vision: Opening) => void) => void };

/** Calls back once the library's code is compiled. */
export function whenCompiled(done: (vision: Vision) => void): void {
	const opening = cv as Opening;
	if (!opening.then) return done(opening);
	opening.then((vision) => {
		// It calls back with itself: as a promise it would wait for ever.
		delete vision.then;
		done(vision);
	});
}
