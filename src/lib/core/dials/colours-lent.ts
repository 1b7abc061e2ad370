import { lender, lenderWeight } from './lender';

export const colours = lender({
	id: 'colours',
	use: 'palette',
	label: 'Colours from',
	many: 'colours lent',
	explained: 'The hues of a picture; light and dark stay as they are.',
	cannot: 'take the colours of a picture',
	order: { plan: 138, rack: 97, sheet: 124, run: 54 }
});

export const coloursWeight = lenderWeight({
	id: 'coloursWeight',
	use: 'palette',
	of: colours,
	label: 'Colours weight',
	many: 'colours weights',
	explained: 'How much of it is taken: 0 nothing, 1 all.',
	order: { plan: 139, rack: 98, sheet: 34, run: 64 },
	moves: 9
});
