import type { ApexOptions } from 'apexcharts';

/** What an axis along the foot is called: moved up into the drawing, which else ends above it. */
export const axisTitle = (text: string) => ({ text, offsetY: -6 });

/** What every chart has in common: no motion, no tools, the page's type and colours. */
export const plainChart: ApexOptions & { chart: NonNullable<ApexOptions['chart']> } = {
	chart: {
		type: 'line',
		height: 190,
		animations: { enabled: false },
		toolbar: { show: false },
		zoom: { enabled: false },
		fontFamily: 'var(--sans)',
		foreColor: 'var(--ink-2)',
		background: 'transparent'
	},
	legend: { show: false },
	dataLabels: { enabled: false },
	grid: { borderColor: 'var(--rule)', padding: { left: 6, right: 8, top: -14, bottom: -10 } },
	tooltip: { theme: 'light', shared: false, intersect: false }
};
