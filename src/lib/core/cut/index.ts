/** Things cut out of pictures: from strokes that keep and leave to how much of every pixel is kept. */
export { packMask, unpackMask } from './packed';
export type { Vision } from './vision';
export { cutAgain } from './part';
export { feathered } from './refine';
export { maskAt, reduced, reducedTo, type Pixels } from './reduced';
