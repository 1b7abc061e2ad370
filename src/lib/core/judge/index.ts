export { faultId, faultKey, faults, type Fault } from './faults';
export { asks, wanted, type Judged, type TakeFilter } from './filter';
export { keptSays, markWorth } from './tally';
export {
	Evidence,
	EVIDENCE,
	noEvidence,
	type EvidenceDial,
	type EvidenceMark,
	type EvidencePair,
	type EvidenceTake
} from './evidence';
export { dialLoss, pairsLeft } from './ahead';
export { chooserOf, nextPair, pairsFrom, type Asked, type Chooser, type Shown } from './choose';
export { pictureOf, type Wanted } from './compile';
export { flattened } from './climb';
export { chanceEffects, effectIn, fit, type Draws, type Fit } from './fit';
export { curveOf, type Curve } from './kernel';
export { logistic } from './ordinal';
export {
	AS_GOOD,
	effectsAt,
	SETTLED,
	settingKey,
	settingsOf,
	standingOf,
	worthsOf,
	type Setting,
	type Standing,
	type Worths
} from './settings';
export { toldTogether, wantedFor } from './wanted';
export { Sitting, type PairsAsked, type PairsKnown } from './session';
