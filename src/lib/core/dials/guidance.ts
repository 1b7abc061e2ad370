import { ownDial } from './own';

export const guidance = ownDial({
	id: 'guidance',
	label: 'Guidance',
	many: 'guidance values',
	explained: 'How firmly the model is held to the prompt. Low wanders off, high burns the colours.',
	order: { plan: 30, rack: 30, sheet: 10, run: 140 },
	keepsPrepared: true,
	step: 0.1,
	moves: 2,
	figures: true,
	control: {
		kind: 'scale',
		min: 1,
		max: 20,
		nudge: 0.5,
		tick: 1,
		range: ({ guidance }) => guidance
	},
	table: { names: ['guidance scale'], number: { least: 0, most: 100, whole: false } }
});
