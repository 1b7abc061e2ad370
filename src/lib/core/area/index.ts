/** Areas of a picture that are marked by hand. */
export { shaped, type Shaping } from './shape';
export { thinned, touches, Stroke } from './stroke';
