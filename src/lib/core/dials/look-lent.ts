import { lender, lenderWeight } from './lender';

export const look = lender({
	id: 'look',
	use: 'look',
	label: 'Look from',
	many: 'looks lent',
	explained: 'Light, contrast and mood of a picture: its colour statistics.',
	cannot: 'take the look of a picture',
	order: { plan: 136, rack: 95, sheet: 123, run: 53 }
});

export const lookWeight = lenderWeight({
	id: 'lookWeight',
	use: 'look',
	of: look,
	label: 'Look weight',
	many: 'look weights',
	explained: 'How much of it is taken: 0 nothing, 1 all.',
	order: { plan: 137, rack: 96, sheet: 33, run: 63 },
	moves: 8
});
