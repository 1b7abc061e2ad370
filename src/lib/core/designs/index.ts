export { balancedFraction, type Fraction } from './balanced';
export { baseIndex, chosenAmong, type WorkedOut } from './design';
export {
	beginDesign,
	boundsOf,
	countSettings,
	Design,
	designOf,
	designSays,
	designs,
	withSettings,
	workOut
} from './register';
