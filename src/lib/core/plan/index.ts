export {
	combinations,
	costOf,
	countTakes,
	planProblems,
	planRack,
	rackDials,
	variedDials,
	type PlanCost,
	type PlanProblem
} from './plan';
export { takeCredits, takeSeconds } from './price';
export { firstRack, readStops, type ReadStops } from './stops';
