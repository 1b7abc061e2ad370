import { Size } from '$lib/core/contract';
import { fitOf, frameLabel } from '$lib/core/frame';
import { defineDial } from './dial';

const isSame = (a: Size, b: Size) => a.width === b.width && a.height === b.height;

/** A size written as 768x512, in pixels; null for anything else. */
function readSize(text: string): Size | null {
	const found = /^(\d{1,5})\s*[x\u00d7*]\s*(\d{1,5})$/i.exec(text.trim());
	const size = found && Size.safeParse({ width: Number(found[1]), height: Number(found[2]) });
	return size?.data ?? null;
}

export const frame = defineDial({
	id: 'frame',
	label: 'Frame',
	many: 'frames',
	explained: 'Width and height in pixels. Far from a model\u2019s own sizes, things double.',
	stop: Size,
	read: ({ settings: { width, height } }) => ({ width, height }),
	write: (draft, stop) => ({ ...draft, settings: { ...draft.settings, ...(stop as Size) } }),
	said: ({ settings: { width, height } }) => width !== undefined && height !== undefined,
	format: (stop) => frameLabel(stop as Size),
	compare: (a, b) => {
		const [p, q] = [a as Size, b as Size];
		return p.width / p.height - q.width / q.height || p.width - q.width;
	},
	order: { plan: 20, rack: 20, sheet: 80, run: 30 },
	priced: true,
	figures: true,
	told: 'itself',
	problemsOf: (card, { stops }) =>
		stops.flatMap((stop) => {
			const fit = fitOf(card, stop);
			if (fit.kind !== 'impossible') return [];
			const { nearest } = fit;
			const mended = stops.map((one) => (one === stop ? nearest : one));
			return {
				says: `${card.name} cannot make ${frameLabel(stop)}: ${fit.says}.`,
				mend: {
					says: `Use ${frameLabel(nearest)}`,
					change: {
						frame: mended.filter((one, i, all) => all.findIndex((o) => isSame(o, one)) === i)
					}
				}
			};
		}),
	control: { kind: 'board' },
	table: {
		names: ['size'],
		read: (text) => {
			const stop = readSize(text);
			return stop ? { stop } : { problem: `\u201c${text}\u201d is no size such as 768x512` };
		}
	}
});
