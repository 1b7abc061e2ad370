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
