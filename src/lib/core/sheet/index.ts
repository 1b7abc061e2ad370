export { contactPage, type Box, type ContactPage } from './contact';
export { meanOf, sortSheet } from './sort';
export { heldSays, labelsOf } from './labels';
export {
	commonStop,
	differences,
	heldAmong,
	keyOn,
	layOut,
	missingFrom,
	stopsAmong,
	suggestAxes,
	variedAmong,
	type Axes,
	type AxisStop,
	type Cell,
	type Sheet
} from './sheet';
