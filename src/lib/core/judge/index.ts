export { faultId, faultKey, faults, type Fault } from './faults';
export { asks, wanted, type Judged, type TakeFilter } from './filter';
export { keptSays, markWorth } from './tally';
