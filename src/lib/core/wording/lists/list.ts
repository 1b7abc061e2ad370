/** The phrases of a list written one after another, with commas or line breaks between. */
export const list = (text: string): readonly string[] =>
	text
		.split(/[,\n]/)
		.map((phrase) => phrase.trim())
		.filter(Boolean);
