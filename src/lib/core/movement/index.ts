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
	spreadOf,
	spreadSays,
	stepsOf,
	type Movement,
	type Pair,
	type Spread,
	type Step
} from './movement';
