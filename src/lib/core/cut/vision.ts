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

/** Opens it: ten megabytes, which is why nothing loads them before something is cut out. */
export async function openVision(): Promise<Vision> {
	const { whenCompiled } = await import('./opencv');
	return new Promise(whenCompiled);
}
