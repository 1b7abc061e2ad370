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
export { atMeasuredPace, measuredPace, reckon, type Account, type Reckoning } from './ledger';
export {
	combinations,
	costOf,
	keptChoice,
	countChosen,
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
	withAdapters,
	type Mend,
	type Chosen,
	type PlanCost,
	type PlanProblem
} from './plan';
export {
	againProblems,
	chosenFrom,
	expectedCredits,
	onFreshSeeds,
	orderOf,
	type Order
} from './kept';
export { nearCopiesOf, type NearCopies } from './near';
export { offersWithin, type Offer } from './offers';
export { dropPlace, giveOwn, ownFor, setOwn, shareStops, spreadStops } from './own';
export { takeCredits, takeSeconds } from './price';
export { progressOf, type RunProgress, type TakeCounts } from './progress';
export { firstRack, plainExtras, readStops, type ReadStops } from './stops';
