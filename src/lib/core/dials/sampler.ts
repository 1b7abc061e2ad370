import { listedDial } from './listed';

export const sampler = listedDial(
	({ samplers }) => samplers,
	{
		euler: 'Euler',
		heun: 'Heun',
		ddim: 'DDIM',
		'euler-ancestral': 'Ancestral Euler',
		'dpm-solver++(2m)': 'DPM-Solver++(2M)'
	},
	{
		id: 'sampler',
		label: 'Sampler',
		many: 'samplers',
		explained: 'The method that takes the steps.',
		order: { plan: 50, rack: 130, sheet: 90, run: 90 },
		keepsPrepared: true,
		told: 'itself'
	}
);
