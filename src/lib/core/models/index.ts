export {
	choicesAmong,
	chooseModels,
	compareModels,
	featureName,
	fits,
	usualCredits,
	usualSeconds,
	usualTake,
	type FactRow,
	type RosterFilter,
	type RosterOrder
} from './roster';
