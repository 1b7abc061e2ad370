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

/** The axes that an address names among those that vary, or else those suggested, each once. */
export function readAxes(asked: URLSearchParams, varied: readonly AxisId[], suggested: Axes): Axes {
	const used = new Set<AxisId>();
	const read = (name: keyof Axes): AxisId | null => {
		const value = asked.get(name);
		const wanted = isAxisId(value) && varied.includes(value) ? value : suggested[name];
		// A dial stands on one axis alone.
		if (value === 'none' || wanted === null || used.has(wanted)) return null;
		used.add(wanted);
		return wanted;
	};
	return { rows: read('rows'), columns: read('columns'), then: read('then') };
}

export function readMode(asked: URLSearchParams): TableMode {
	const mode = asked.get('mode');
	return tableModes.find((one) => one === mode) ?? 'side';
}

export { readMat, readSize } from '$lib/ui/shared/read-mat';
