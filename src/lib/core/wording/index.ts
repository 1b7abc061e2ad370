export { addPhrase, ideas } from './ideas';
export {
	countWords,
	defectPhrases,
	formOf,
	promptNotes,
	splitPhrases,
	togglePhrase,
	words,
	type PromptNotes
} from './wording';
