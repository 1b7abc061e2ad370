export {
	combinations,
	costOf,
	countTakes,
	planProblems,
	rackDials,
	variedDials,
	type PlanCost,
	type PlanProblem,
	type PlanWords
} from './plan';
export { takeCredits, takeSeconds } from './price';
export { firstRack, readStops, type ReadStops } from './stops';
