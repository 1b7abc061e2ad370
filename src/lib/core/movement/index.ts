export { overDial, type OverDial } from './over-dial';
export {
	chancePairs,
	HARDLY,
	movementOf,
	movementSays,
	nearCopies,
	pairKey,
	restsAt,
	spreadOf,
	spreadSays,
	stepsOf,
	type Movement,
	type Pair
} from './movement';
