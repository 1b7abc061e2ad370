/** Everything that was ever made: what is known of each take, and how it is found. */
export { entryOf, rangedFigures, type Around, type Entry } from './entry';
export { asksLibrary, asksLooks, COMPARED, LibraryQuery, shareOf, type Alike } from './query';
export { marksInFlags, Shelf, STARRED, type Found, type FoundGroup, type Hung } from './shelf';
export { backupReminder } from './reminder';
export { WordIndex } from './words';
export { plainText, settingsSaid } from './plain-text';
export { yields, type Yield, type YieldBy } from './insight';
