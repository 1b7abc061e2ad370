export {
	ArchiveFile,
	readArchive,
	settingsTable,
	writeArchive,
	writeArchiveTo,
	WholeBrief,
	type Archive
} from './archive';
export { withoutItsPicture } from './damaged';
export { withFreshIds } from './fresh-ids';
export {
	isTableName,
	madeElsewhere,
	readTable,
	unknownSettings,
	type Elsewhere,
	type Refused
} from './elsewhere';
export { mannerOf, readAmount, readNumber, type Manner } from './numbers';
export { unescapeCell } from './table-cells';
export { unpackPictures, type Unpacked } from './unpack';
export * from './ballot';
export { PickFile, readPick, writePick } from './pick-file';
export { fileNames, namePlaces, unknownPlaces, usualPattern } from './names';
export { recordHtml, type PickRecord } from './record';
export { factsOf, MADE_BY_MODEL, madeInside, stampPicture, type PictureFacts } from './xmp';
export { renumbered } from './renumber';
export { House, readBackup, writeBackupTo, type Backup, type BackedBrief } from './backup';
