export {
	baseIndex,
	chosenAmong,
	countSettings,
	designSays,
	smallestFraction,
	workOut,
	type WorkedOut
} from './designs';
export { balancedFraction, type Fraction } from './fraction';
export {
	affordable,
	atMeasuredPace,
	measuredPace,
	reckon,
	spentSince,
	type Account,
	type Affordable,
	type Reckoning
} from './ledger';
export {
	combinations,
	costOf,
	countRepeats,
	countTakes,
	ownsStops,
	ownStops,
	planProblems,
	planRack,
	rackOfMany,
	rackOfOne,
	rackDials,
	variedDials,
	type Chosen,
	type PlanCost,
	type PlanProblem
} from './plan';
export { dropPlace, giveOwn, ownFor, setOwn, shareStops, spreadStops } from './own';
export { takeCredits, takeSeconds } from './price';
export { progressOf, type RunProgress, type TakeCounts } from './progress';
export { firstRack, plainExtras, readStops, type ReadStops } from './stops';
