export { contactPage, type Box, type ContactPage } from './contact';
export { labelsOf } from './labels';
export {
	commonStop,
	differences,
	heldAmong,
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
