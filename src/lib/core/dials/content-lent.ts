import { lender, lenderWeight } from './lender';

export const content = lender({
	id: 'content',
	use: 'content',
	label: 'Subject from',
	many: 'subjects lent',
	explained: 'The main thing of a picture, set into the place and light of the words.',
	cannot: 'take the subject of a picture',
	order: { plan: 131, rack: 91, sheet: 121, run: 51 }
});

export const contentWeight = lenderWeight({
	id: 'contentWeight',
	use: 'content',
	of: content,
	label: 'Subject weight',
	many: 'subject weights',
	explained: 'How much of it is taken: 0 nothing, 1 all.',
	order: { plan: 132, rack: 92, sheet: 31, run: 61 },
	moves: 6
});
