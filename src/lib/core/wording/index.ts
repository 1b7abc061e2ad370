export { NegativeSet, Phrase, PhraseStack, Style, TakeWords, Words } from './objects';
export { noWords, plainWords, withLeaveOut, withStack, withText } from './brief-words';
export { asides, withoutAside, type Aside } from './asides';
export { clean, type Cleaned } from './clean';
export { compareWords, ownWords } from './compare';
export { facetLabels, facets, type Facet, type ListedFacet } from './facets';
export { fullerVersions, keywords } from './fuller';
export { sceneKind, suits } from './scene-kind';
export { facetOf } from './guess';
export {
	contradictions,
	defectPhrases,
	duplicates,
	negativeOf,
	starterSets,
	togglePhrase,
	withoutPhrase
} from './leave-out';
export { phraseLists } from './lists';
export { modelNotes, UNPROMPTED } from './notes';
export {
	changePhrase,
	dropPhrase,
	insertPhrase,
	movePhrase,
	orderPhrases,
	readStack,
	rereadStack,
	stackText
} from './phrases';
export { MOST_WORDINGS, negativeStops, wordingStops } from './stops';
export { applyStyles, starterStyles } from './styles';
export { countWords, findWords, formOf, splitPhrases, wordLimit, words } from './text';
export { listed, many } from './sentence';
