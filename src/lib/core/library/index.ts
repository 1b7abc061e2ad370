/** Everything that was ever made: what is known of each take, and how it is found. */
export { entryOf, rangedDials, type Around, type Entry } from './entry';
export { asksLibrary, asksLooks, byLikeness, find, LibraryQuery, shareOf } from './query';
export { marksInFlags, Shelf, STARRED, type Found, type FoundGroup } from './shelf';
export { WordIndex } from './words';
export { plainText, settingsSaid } from './plain-text';
export { yields, type Yield, type YieldBy } from './insight';
