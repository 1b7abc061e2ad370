export { philox } from './philox';
export { normals } from './normal';
export { hash32, stream, type Stream } from './stream';
export { sobol, SOBOL_DIMENSIONS } from './sobol';
