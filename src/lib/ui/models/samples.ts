/** What the shipped samples show, in the order of their files: the same for every model. */
const shows = [
	'a lighthouse on a cliff at dusk',
	'a heron in the reeds, misty morning, close-up',
	'a sailing dinghy in a harbour, bright noon',
	'a lamp on a table, night'
];

/** Models whose samples ship. */
const shipped = ['curlew', 'dunlin', 'eider', 'gannet', 'sanderling', 'turnstone-1', 'turnstone-2'];

/** The samples that ship for a model; none for a model of an added service. */
export const cardSamples = (model: string): { src: string; shows: string }[] =>
	shipped.includes(model)
		? shows.map((text, i) => ({ src: `/models/${model}-${i + 1}.webp`, shows: text }))
		: [];
