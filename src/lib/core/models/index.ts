export {
	choicesAmong,
	chooseModels,
	compareModels,
	featureName,
	usualCredits,
	usualSeconds,
	usualTake,
	type RosterFilter,
	type RosterOrder
} from './roster';
