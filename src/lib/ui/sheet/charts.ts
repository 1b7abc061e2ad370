import type { ApexOptions } from 'apexcharts';
import type { Measure } from '$lib/core/measure';
import { HARDLY, type Movement, type OverDial } from '$lib/core/movement';

const plain: ApexOptions = {
	chart: {
		type: 'line',
		height: 210,
		animations: { enabled: false },
		toolbar: { show: false },
		zoom: { enabled: false },
		fontFamily: 'var(--sans)',
		background: 'transparent'
	},
	legend: { show: false },
	grid: { borderColor: 'var(--rule)', padding: { left: 6, right: 8, top: -14 } },
	tooltip: { theme: 'light', shared: false, intersect: false }
};

/** A measure over a dial: every line of like takes thin and grey, the mean thick before them. */
export function measureChart(over: OverDial, measure: Measure, dial: string): ApexOptions {
	const whole = over.stops.every(({ value }) => Number.isInteger(value));
	const points = (values: (number | null)[]) =>
		values.flatMap((y, i) => (y === null ? [] : [{ x: over.stops[i].value, y }]));
	const behind = over.lines.map(({ name, values }) => ({ name, data: points(values) }));
	return {
		...plain,
		series: [...behind, { name: 'mean', data: points(over.mean) }],
		colors: [...behind.map(() => '#9a9a9a'), '#0b5a60'],
		stroke: { width: [...behind.map(() => 1), 3], curve: 'straight' },
		markers: { size: [...behind.map(() => 2), 4], strokeWidth: 0 },
		xaxis: {
			type: 'numeric',
			title: { text: dial.toLowerCase() },
			tickAmount: Math.min(8, Math.max(2, over.stops.length - 1)),
			labels: {
				formatter: (value) =>
					whole ? String(Math.round(Number(value))) : String(Math.round(Number(value) * 10) / 10)
			}
		},
		yaxis: {
			title: { text: measure.label.toLowerCase() },
			labels: { formatter: (value) => (value === null ? '' : measure.format(value)) },
			tickAmount: 4
		}
	};
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
		colors: ['#0b5a60', ...Array.from({ length: Math.min(most, 12) }, () => '#7a7a7a')],
		stroke: { width: 0 },
		markers: { size: 3, strokeWidth: 0 },
		plotOptions: { bar: { columnWidth: '55%' } },
		dataLabels: { enabled: false },
		xaxis: { categories: names },
		yaxis: {
			min: 0,
			max: Math.max(0.1, Math.ceil(Math.max(...movements.flatMap(({ each }) => each)) * 10) / 10),
			tickAmount: 4,
			labels: { formatter: (value) => (value === null ? '' : value.toFixed(2)) }
		},
		annotations: { yaxis: [{ y: HARDLY, borderColor: '#b93a14', strokeDashArray: 4 }] }
	};
}
