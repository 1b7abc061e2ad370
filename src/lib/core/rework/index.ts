export { lineWith } from './brought';
export { rackElsewhere } from './elsewhere';
export { EDIT, lineOf, offspringSay } from './line';
export { moreLike, NEAR } from './more-like';
export { type Way } from './way';
export { wayOf, ways } from './ways';
export { runSays } from './run-name';
