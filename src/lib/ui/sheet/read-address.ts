import { isDialId } from '$lib/core/dials';
import type { TakeFilter } from '$lib/core/judge';
import { isMeasureId } from '$lib/core/measure';
import { isAxisId, type Axes, type AxisId } from '$lib/core/sheet';
import { readFigure } from '$lib/ui/shared/read-mat';
import { tableModes, type TableMode } from '$lib/ui/table/modes';

export type { TableMode };

/** Which takes an address asks for. What it says wrong is not asked. */
export function readFilter(asked: URLSearchParams): TakeFilter {
	const mark = asked.get('mark');
	const id = asked.get('by');
	const [, dial, key] = /^(\w+):(.*)$/s.exec(asked.get('stop') ?? '') ?? [];
	return {
		stop: isDialId(dial) ? { dial, key } : undefined,
		mark:
			mark === 'keep' || mark === 'maybe' || mark === 'drop' || mark === 'none' ? mark : undefined,
		fault: asked.get('fault') ?? undefined,
		text: asked.get('find') ?? undefined,
		measure: isMeasureId(id)
			? { id, least: readFigure(asked, 'least'), most: readFigure(asked, 'most') }
			: undefined
	};
}

/**
 * The axes that an address names among those that vary, each once; what it leaves open has what is
 * suggested, there or for another of them.
 */
export function readAxes(asked: URLSearchParams, varied: readonly AxisId[], suggested: Axes): Axes {
	const used = new Set<AxisId>();
	const take = (axis: AxisId | null | undefined): AxisId | null => {
		// A dial stands on one axis alone.
		if (!axis || used.has(axis)) return null;
		used.add(axis);
		return axis;
	};
	const names = ['rows', 'columns', 'then'] as const;
	const axes: Axes = { rows: null, columns: null, then: null };
	const open = names.filter((name) => {
		const value = asked.get(name);
		if (value === 'none') return false;
		if (!isAxisId(value) || !varied.includes(value)) return true;
		axes[name] = take(value);
		return false;
	});
	for (const name of open) {
		axes[name] = take(suggested[name]);
		if (!axes[name] && suggested[name] && name !== 'then')
			axes[name] = take([suggested.rows, suggested.columns].find((one) => one && !used.has(one)));
	}
	return axes;
}

export function readMode(asked: URLSearchParams): TableMode {
	const mode = asked.get('mode');
	return tableModes.find((one) => one === mode) ?? 'side';
}

export { readMat, readSize } from '$lib/ui/shared/read-mat';
