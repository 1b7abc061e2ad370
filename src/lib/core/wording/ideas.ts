/** Phrases to begin with, by what they say of a picture. Our own selection. */
export const ideas: readonly { facet: string; phrases: readonly string[] }[] = [
	{
		facet: 'Subject',
		phrases: [
			'a lighthouse',
			'a heron',
			'a sailing dinghy',
			'a bell buoy',
			'a beach hut',
			'a kite',
			'a ferry',
			'a crab',
			'a storm lamp',
			'an oyster',
			'a harbour keeper'
		]
	},
	{
		facet: 'Place',
		phrases: [
			'on the open sea',
			'in a salt marsh',
			'on a shingle beach',
			'among dunes',
			'in the harbour'
		]
	},
	{
		facet: 'Light',
		phrases: ['at dawn', 'on a clear day', 'at dusk', 'by moonlight', 'in a storm', 'in fog']
	},
	{ facet: 'Framing', phrases: ['wide view', 'close-up'] },
	{
		facet: 'Medium',
		phrases: ['gouache', 'watercolour', 'linocut', 'pen and ink', 'film photograph']
	}
];

/** A prompt with a phrase put at its end. */
export function addPhrase(prompt: string, phrase: string): string {
	const start = prompt.trimEnd();
	if (!start) return phrase;
	return /[,.;:]$/.test(start) ? `${start} ${phrase}` : `${start}, ${phrase}`;
}
