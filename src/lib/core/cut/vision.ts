import type cv from '@techstark/opencv-js';

/** What is used of the library that pictures are parted by. */
export type Vision = Pick<
	typeof cv,
	| 'COLOR_RGBA2RGB'
	| 'CV_8UC1'
	| 'GC_INIT_WITH_MASK'
	| 'Mat'
	| 'Rect'
	| 'cvtColor'
	| 'grabCut'
	| 'matFromImageData'
>;
