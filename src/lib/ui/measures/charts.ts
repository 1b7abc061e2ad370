import type { ApexOptions } from 'apexcharts';
import type { Measure } from '$lib/core/measure';
import { HARDLY, type Movement, type OverDial } from '$lib/core/movement';
import { axisTitle, plainChart as plain } from '$lib/ui/shared';

/** A measure over a dial: every line of like takes thin and grey, the mean thick before them. */
export function measureChart(over: OverDial, measure: Measure, dial: string): ApexOptions {
	const behind = over.lines.map(({ name, values }) => ({ name, data: values }));
	const all = over.lines.flatMap(({ values }) => values.map((one) => one ?? 0));
	const [least, most] = [Math.min(0, ...all), Math.max(0, ...all)];
	return {
		...plain,
		series: [...behind, { name: 'mean', data: over.mean }],
		colors: [...behind.map(() => '#9a9a9a'), 'var(--varied)'],
		stroke: { width: [...behind.map(() => 1), 3], curve: 'straight' },
		markers: { size: [...behind.map(() => 2), 4], strokeWidth: 0 },
		// A place for every stop, by its name: what lies between was not run.
		xaxis: {
			type: 'category',
			categories: over.stops.map(({ value }) => String(value)),
			title: axisTitle(dial.toLowerCase())
		},
		yaxis: {
			title: { text: measure.label.toLowerCase() },
			min: least < 0 ? -roundUp(-least) : 0,
			max: roundUp(most),
			labels: { formatter: (value) => (value === null ? '' : measure.format(value)) },
			tickAmount: 4
		}
	};
}

/** The next 1, 2, 2.5, 4, 5 or 10 times a power of ten: four marks from 0 to it are plain numbers. */
export function roundUp(value: number): number {
	if (!(value > 0)) return 1;
	const power = 10 ** Math.floor(Math.log10(value));
	return power * [1, 2, 2.5, 4, 5, 10].find((step) => step * power >= value * (1 - 1e-12))!;
}

/** Movement from stop to stop: the mean as bars, every pair a dot, the threshold a line. */
export function movementChart(movements: readonly Movement[]): ApexOptions {
	const names = movements.map(({ from, to }) => `${from}\u2192${to}`);
	const most = Math.max(1, ...movements.map(({ each }) => each.length));
	return {
		...plain,
		series: [
			{ name: 'mean', type: 'bar', data: movements.map(({ moved }) => moved) },
			...Array.from({ length: Math.min(most, 12) }, (_, i) => ({
				name: `pair ${i + 1}`,
				type: 'scatter',
				data: movements.map(({ each }) => each[i] ?? null)
			}))
		],
		colors: ['var(--varied)', ...Array.from({ length: Math.min(most, 12) }, () => '#7a7a7a')],
		stroke: { width: 0 },
		markers: { size: 3, strokeWidth: 0 },
		plotOptions: { bar: { columnWidth: '55%' } },
		xaxis: { categories: names },
		yaxis: {
			min: 0,
			max: roundUp(Math.max(0.1, ...movements.flatMap(({ each }) => each))),
			tickAmount: 4,
			labels: { formatter: (value) => (value === null ? '' : value.toFixed(2)) }
		},
		annotations: { yaxis: [{ y: HARDLY, borderColor: 'var(--point)', strokeDashArray: 4 }] }
	};
}
