import { defineWay } from '../way';

export const lend = defineWay({
	id: 'lend',
	label: 'Lend',
	explained:
		'Subject, place and look come from the words, or from a picture each: this one, other takes, your own. Each picture and each weight can be a stop.',
	as: 'lent by',
	dials: ['seed', 'model'],
	slots: [
		{ label: 'Subject', dials: ['contentWeight', 'content'] },
		{ label: 'Staging', dials: ['outlineWeight', 'outline'] },
		{ label: 'Look', dials: ['lookWeight', 'look'] },
		{ label: 'Colours', dials: ['coloursWeight', 'colours'] }
	],
	words: true,
	again: false,
	begins: true,
	// Two takes are merged by the subject of one and the look of the other; one lends first what its
	// model can take of it.
	begin: ({ image, other, offers, fresh }) => ({
		...(other
			? { content: [image], contentWeight: [0.8], look: [other], lookWeight: [0.4, 0.8] }
			: offers('reference:look')
				? { look: [image], lookWeight: [0.4, 0.8] }
				: offers('reference:outline')
					? { outline: [image], outlineWeight: [0.4, 0.8] }
					: offers('reference:content')
						? { content: [image], contentWeight: [0.4, 0.8] }
						: {}),
		start: [''],
		turned: [''],
		area: [''],
		fit: ['fill'],
		variation: [0],
		batch: [0],
		seed: fresh(1)
	})
});
