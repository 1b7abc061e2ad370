export { overDial, type OverDial } from './over-dial';
export {
	chancePairs,
	type ChancePairs,
	HARDLY,
	movementOf,
	movementSays,
	NEAR,
	nearCopies,
	pairKey,
	restsAt,
	stepsOf,
	type Movement,
	type Pair,
	type Step
} from './movement';
