import { listedDial } from './listed';

export const schedule = listedDial(
	({ schedules }) => schedules,
	{ karras: 'Karras', exponential: 'exponential', linear: 'linear betas', cosine: 'cosine' },
	{
		id: 'schedule',
		label: 'Schedule',
		many: 'schedules',
		explained: 'How the noise is spread over the steps.',
		order: { plan: 60, rack: 140, sheet: 100, run: 100 },
		keepsPrepared: true,
		told: 'not',
		table: { names: ['noise schedule'] }
	}
);
