export { faultId, faultKey, faults, type Fault } from './faults';
export { asks, wanted, type Judged, type TakeFilter } from './filter';
export { keptSays, markScore } from './tally';
export { Evidence, noEvidence, type EvidenceDial } from './evidence';
export { pairsLeft } from './ahead';
export { chooserOf, nextPair, pairsFrom, type Chooser, type Shown } from './choose';
export { pictureOf } from './compile';
export { flattened } from './likelihood';
export { chanceEffects, effectIn, fit, type Fit } from './fit';
export { curveOf } from './kernel';
export { logistic } from './ordinal';
export {
	AS_GOOD,
	effectsAt,
	SETTLED,
	settingKey,
	settingsOf,
	standingOf,
	scoresOf,
	type Setting,
	type Standing,
	type Scores
} from './settings';
export { toldTogether, wantedAhead, wantedFor } from './wanted';
export { Sitting, type PairsAsked, type PairsKnown } from './session';
