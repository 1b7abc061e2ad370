export { balancedFraction, effectsCount } from './balanced';
export { chosenAmong, type WorkedOut } from './design';
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
