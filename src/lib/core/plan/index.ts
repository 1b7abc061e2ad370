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
export { planProblems } from './problems';
export { againProblems, chosenFrom, expectedCredits, onFreshSeeds, orderOf } from './kept';
export { madeAlready, madeAlreadySays } from './made-already';
export { nearCopiesOf } from './near';
export { offersWithin, type Offer } from './offers';
export { dropPlace, giveOwn, ownFor, setOwn, shareStops, spreadStops } from './own';
export { productSays } from './says';
export { cents, takeCredits, takeSeconds } from './price';
export { progressOf, type TakeCounts } from './progress';
export { firstRack, readStops } from './stops';
