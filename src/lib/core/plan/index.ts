export {
	atMeasuredPace,
	measuredPace,
	preparedLately,
	reckon,
	type Account,
	type Reckoning
} from './ledger';
export {
	combinations,
	countChosen,
	countTakes,
	keptChoice,
	rackOfMany,
	rackOfOne,
	variedDials,
	type Chosen
} from './combine';
export { costOf, waitOf, type PlanCost } from './cost';
export { planProblems, type Mend, type PlanProblem } from './problems';
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
export { productSays } from './says';
export { cents, newWordsSeconds, takeCredits, takeSeconds } from './price';
export { progressOf, type RunProgress, type TakeCounts } from './progress';
export { firstRack, readStops, type ReadStops } from './stops';
