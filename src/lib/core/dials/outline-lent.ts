import { lender, lenderWeight } from './lender';

export const outline = lender({
	id: 'outline',
	use: 'outline',
	label: 'Staging from',
	many: 'stagings lent',
	explained: 'Where things stand in a picture and how large: its outlines, without its colours.',
	cannot: 'follow the outlines of a picture',
	order: { plan: 133, rack: 93, sheet: 122, run: 52 }
});

export const outlineWeight = lenderWeight({
	id: 'outlineWeight',
	use: 'outline',
	of: outline,
	label: 'Staging weight',
	many: 'staging weights',
	explained: 'How much of it is taken: 0 nothing, 1 all.',
	order: { plan: 134, rack: 94, sheet: 32, run: 62 },
	moves: 7
});
