import { ownDial } from './own';

export const steps = ownDial({
	id: 'steps',
	label: 'Steps',
	many: 'step counts',
	explained:
		'How many steps lead from noise to picture. Each costs time; past a point nothing moves.',
	whole: true,
	order: { plan: 40, rack: 40, sheet: 20, run: 150 },
	keepsPrepared: true,
	priced: true,
	step: 1,
	moves: 1,
	logarithmic: true,
	figures: true,
	control: {
		kind: 'scale',
		min: 0,
		max: 20,
		least: 1,
		nudge: 1,
		tick: 5,
		label: 10,
		range: ({ steps }) => steps
	},
	table: { number: { least: 1, most: 1000, whole: true } }
});
