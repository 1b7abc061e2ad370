import { describe, expect, it } from 'vitest';
import { croppedSays } from './index';

const size = (width: number, height: number) => ({ width, height });

describe('a picture set into a frame of another ratio', () => {
	it('loses what stands out, in words', () => {
		// 4:3 into a square of the same height: a quarter of its width.
		expect(croppedSays(size(1024, 768), [size(512, 512)])).toBe(
			'The picture is 4 : 3, the frame 1 : 1: 25% of it is cut off left and right.'
		);
		expect(croppedSays(size(512, 1024), [size(512, 512)])).toContain(
			'50% of it is cut off above and below'
		);
	});

	it('says nothing where it fits, or so nearly that nothing is seen to be lost', () => {
		expect(croppedSays(size(1024, 1024), [size(512, 512)])).toBeNull();
		expect(croppedSays(size(1000, 1016), [size(512, 512)])).toBeNull();
	});

	it('names the frames that it does not fit alone', () => {
		const says = croppedSays(size(1, 1), [size(512, 512), size(768, 512), size(512, 768)])!;
		expect(says).toContain('the frame 3 : 2, 2 : 3');
	});
});
