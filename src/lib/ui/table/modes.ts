/** How two pictures are set against each other, in words. A new one is a line here and a case in `Against`. */
export const modesInWords = {
	side: 'side by side',
	wipe: 'wipe',
	blink: 'blink',
	colour: 'colour',
	structure: 'structure'
} as const;

export type TableMode = keyof typeof modesInWords;
export const tableModes = Object.keys(modesInWords) as TableMode[];
