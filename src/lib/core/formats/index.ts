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
export { isTableName, madeElsewhere, readTable, type Elsewhere, type Refused } from './elsewhere';
export { mannerOf, readAmount, readNumber } from './numbers';
export { unescapeCell } from './table-cells';
export { unpackPictures } from './unpack';
export * from './ballot';
export { PickFile, readPick, writePick } from './pick-file';
export { fileNames, unknownPlaces, usualPattern } from './names';
export { recordHtml } from './record';
export { factsOf, MADE_BY_MODEL, madeInside, stampPicture, type PictureFacts } from './xmp';
export { renumbered } from './renumber';
export { House, readBackup, writeBackupTo, type Backup, type BackedBrief } from './backup';
