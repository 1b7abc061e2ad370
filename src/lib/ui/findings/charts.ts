import type { ApexOptions } from 'apexcharts';
import { MediaQuery } from 'svelte/reactivity';
import type { Drawing } from '$lib/core/findings';
import { axisTitle, plainChart as plain } from '$lib/ui/shared';

const percent = (value: number) => `${Math.round(value * 100)}%`;

const dark = new MediaQuery('prefers-color-scheme: dark');

/**
 * A colour of the page as it stands now: a band is made thinner from its figures. What is drawn with it is
 * drawn anew when the page turns dark or light.
 */
function paint(name: string): string {
	void dark.current;
	return getComputedStyle(document.documentElement).getPropertyValue(name).trim();
}

const ends = (values: readonly number[]): [number, number] => [
	Math.min(...values),
	Math.max(...values)
];

/** An axis of shares whose marks are whole tens or fifths. */
function shares(least: number, most: number): { min: number; max: number; tickAmount: number } {
	const step = most - least > 0.5 ? 0.2 : 0.1;
	const min = Math.max(0, Math.floor(least / step) * step);
	const max = Math.min(1, Math.ceil(most / step) * step);
	return { min, max, tickAmount: Math.max(1, Math.round((max - min) / step)) };
}

/** A number dial's curve with its band, and its stops as dots. */
export function curveChart(drawing: Extract<Drawing, { kind: 'curve' }>): ApexOptions {
	const { at, middle, low, high, stops, stopsAt, axis, even, logarithmic } = drawing;
	const all = [...low, ...high, ...stops.flatMap((one) => [one.low, one.high])];
	const [least, most] = [Math.max(0, Math.min(...all)), Math.min(1, Math.max(...all))];
	return {
		...plain,
		chart: { ...plain.chart, type: 'rangeArea' },
		series: [
			{
				type: 'rangeArea',
				name: 'nine in ten',
				data: at.map((x, i) => ({ x, y: [low[i], high[i]] }))
			},
			{ type: 'line', name: 'preferred', data: at.map((x, i) => ({ x, y: middle[i] })) },
			{ type: 'line', name: 'stops', data: stopsAt.map((x, i) => ({ x, y: stops[i].middle })) }
		],
		colors: [paint('--varied'), paint('--varied'), paint('--ink')],
		fill: { type: 'solid', opacity: [0.18, 1, 1] },
		stroke: { width: [0, 2, 0], curve: 'smooth' },
		markers: { size: [0, 0, 5], strokeWidth: 0, hover: { sizeOffset: 0 } },
		xaxis: {
			type: 'numeric',
			min: Math.min(...at),
			max: Math.max(...at),
			tickAmount: 6,
			decimalsInFloat: logarithmic ? 0 : 1,
			title: axisTitle(axis),
			tooltip: { enabled: false }
		},
		yaxis: {
			...shares(least, most),
			labels: { formatter: percent }
		},
		annotations: {
			yaxis: [{ y: even, borderColor: 'var(--ink-3)', strokeDashArray: 0 }],
			...(drawing.peak
				? {
						xaxis: [
							{
								x: drawing.peak.low,
								x2: drawing.peak.high,
								fillColor: 'var(--ink-3)',
								opacity: 0.12,
								borderColor: 'transparent'
							}
						]
					}
				: {})
		}
	};
}

/** Settings by what a take costs and how it is preferred; a line joins those that nothing beats in both. */
export function frontierChart(drawing: Extract<Drawing, { kind: 'frontier' }>): ApexOptions {
	const { points, x } = drawing;
	const on = points.filter((one) => one.on).sort((a, b) => a.x - b.x);
	const off = points.filter((one) => !one.on);
	const dots = (some: typeof points) =>
		some.map((one) => ({ x: one.x, y: one.y, label: one.label }));
	const costs = points.map((one) => one.x);
	const [least, most] = [Math.min(...costs), Math.max(...costs)];
	const room = (most - least) * 0.08 || 0.1;
	return {
		...plain,
		chart: { ...plain.chart, type: 'line' },
		series: [
			{ type: 'scatter', name: 'settings', data: dots(off) },
			{ type: 'line', name: 'nothing beats these in both', data: dots(on) }
		],
		colors: ['#8d8d8d', 'var(--varied)'],
		stroke: { width: [0, 1.5], dashArray: [0, 4], curve: 'straight' },
		markers: { size: [4, 6], strokeWidth: 0, hover: { sizeOffset: 1 } },
		xaxis: {
			type: 'numeric',
			min: Math.max(0, least - room),
			max: most + room,
			tickAmount: 5,
			decimalsInFloat: 1,
			title: axisTitle(x),
			tooltip: { enabled: false }
		},
		yaxis: {
			...shares(...ends(points.map(({ y }) => y))),
			labels: { formatter: percent }
		},
		tooltip: {
			theme: 'light',
			shared: false,
			intersect: true,
			custom: ({
				seriesIndex,
				dataPointIndex
			}: {
				seriesIndex: number;
				dataPointIndex: number;
			}) => {
				const one = (seriesIndex === 0 ? off : on)[dataPointIndex];
				const box = document.createElement('div');
				box.style.padding = '4px 8px';
				box.textContent = `${one.label}: ${one.x.toFixed(2)} ${x}, ${percent(one.y)}`;
				return box.outerHTML;
			}
		}
	};
}
