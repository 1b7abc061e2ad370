import { goto } from '$app/navigation';
import { stepsOf } from '$lib/core/sheet';
import type { MarkKind, Take } from '$lib/core/schema';
import { markKeys, moveKeys, undo, type ViewKey } from '$lib/ui/shared';
import { MOST_ON_TABLE } from '$lib/ui/table';
import { makeMoreLike, reworkHref } from '$lib/ui/takes';
import type { TableMode } from './read-address';
import type { SheetState } from './state.svelte';

/** Something that a key does on the sheet or on the table. */
export interface SheetKey extends ViewKey {
	/** How the keys are shown. */
	shown: string;
	says: string;
	group: 'Move' | 'Judge' | 'Look close' | 'Two takes' | 'Sheet';
	/** What the bar at the foot says, where it has a place there: what helps now. */
	bar?: () => string | null;
}

/** How many mats there are, from dark to paper. */
const MATS = 4;

/** Makes the others of a batch again near some takes, or says why that can't be done. */
function moreLike(view: SheetState, takes: readonly Take[]): void {
	void makeMoreLike(takes, view.all).then((why) => {
		if (why) undo.says = why;
	});
}

/** What the strip does with what is chosen, besides marks. */
export function chosenActs(view: SheetState): { says: string; run: () => void }[] {
	const here = view.chosenHere;
	const [first, second] = here;
	return [
		{ says: 'Faults \u2026', run: () => (view.faulting = 'chosen') },
		...(first ? [{ says: 'More like these', run: () => moreLike(view, here) }] : []),
		...(here.length === 2
			? [{ says: 'Merge these', run: () => void goto(reworkHref(first, second)) }]
			: [])
	];
}

/** Every key of the sheet: what it does, and how the bar and the list of keys name it. */
export function sheetKeys(view: SheetState, toggle: (kind: MarkKind) => void): SheetKey[] {
	const onSheet = () => !view.address.open.length;
	const onTable = () => view.address.open.length > 0;
	const two = () => view.address.open.length === 2;
	const mode = (next: TableMode) =>
		view.address.set({ mode: view.address.mode === next ? null : next });
	const mark = (key: string): SheetKey => ({
		keys: [key],
		shown: key.toUpperCase(),
		says: markKeys[key],
		group: 'Judge',
		run: () => toggle(markKeys[key]),
		bar: () => markKeys[key]
	});
	const against = (key: string, says: string, run: () => void): SheetKey => ({
		keys: [key],
		shown: key.toUpperCase(),
		says,
		group: 'Two takes',
		when: two,
		run,
		bar: () => (two() ? says : null)
	});
	return [
		{
			keys: Object.keys(moveKeys),
			shown: '←↑↓→',
			says: 'the take beside, above or below; on the table the next one',
			group: 'Move',
			run: (key) => view.go(...moveKeys[key]),
			bar: () => (view.address.open.length > 1 ? null : onSheet() ? 'move' : 'next')
		},
		mark('k'),
		mark('m'),
		mark('d'),
		{
			keys: ['f'],
			shown: 'F',
			says: 'note faults by digits',
			group: 'Judge',
			run: () => (view.faulting = view.faulting ? null : 'focus'),
			bar: () => 'faults'
		},
		{
			keys: ['u', 'r'],
			shown: 'U R',
			says: 'undo, and do again what was undone',
			group: 'Judge',
			run: (key) => void (key === 'u' ? undo.back() : undo.again()),
			bar: () => 'undo, redo'
		},
		{
			keys: ['l'],
			shown: 'L',
			says: 'one loupe over all cells',
			group: 'Look close',
			when: onSheet,
			run: () => (view.loupe.on = !view.loupe.on),
			bar: () => (onTable() ? null : view.loupe.on ? `loupe ${view.loupe.scale * 100}%` : 'loupe')
		},
		{
			keys: ['+', '=', '-'],
			shown: '+ −',
			says: 'larger or smaller: what the loupe shows, or the cells',
			group: 'Look close',
			run: (key) => {
				const by = key === '-' ? -1 : 1;
				if (onTable()) view.table.lookTimes(1.5 ** by);
				else if (!view.loupe.on) view.zoomTo(stepsOf(view.layout) + by);
				else view.loupe.times(2 ** by);
			},
			bar: () => (view.loupe.on && onSheet() ? 'its scale' : onTable() ? 'size' : null)
		},
		{
			keys: ['0', '1', '2'],
			shown: '0 1 2',
			says: 'on the table: whole, 100 %, 200 %',
			group: 'Look close',
			when: () => onTable() && !view.faulting,
			run: (key) => view.table.lookPixels(Number(key)),
			bar: () => (onTable() && !view.faulting ? 'whole, 100%, 200%' : null)
		},
		{
			keys: [' '],
			shown: 'Space',
			says: 'choose the take: the strip at the foot acts on all that are chosen',
			group: 'Judge',
			when: () => view.selection.focus !== null,
			run: () => view.selection.toggle(view.selection.focus!),
			bar: () => (onTable() || view.loupe.on ? null : 'choose'),
			yields: true
		},
		{
			keys: ['y'],
			shown: 'Y',
			says: 'choose all like this one: what differs by chance alone',
			group: 'Judge',
			when: () => onSheet() && view.selection.focus !== null,
			run: () => view.selection.focused && view.chooseLike(view.selection.focused)
		},
		{
			keys: ['p'],
			shown: 'P',
			says: 'judge the chosen takes in blind pairs',
			group: 'Judge',
			when: () => view.selection.selected.size > 1,
			run: () => {
				const takes = view.chosenHere.filter(({ state }) => state === 'done');
				const brief = takes[0]?.briefId;
				if (takes.length > 1)
					void goto(`/brief/${brief}/pairs?takes=${takes.map(({ id }) => id).join(',')}`);
			},
			bar: () => (view.selection.selected.size > 1 ? 'judge blind' : null)
		},
		{
			keys: ['n'],
			shown: 'N',
			says: 'more like this: the others of its batch are made again near it',
			group: 'Judge',
			when: () => onSheet() && view.selection.focus !== null,
			run: () => moreLike(view, view.acting)
		},
		{
			keys: ['e'],
			shown: 'E',
			says: 'rework the take in focus',
			group: 'Look close',
			when: () => view.selection.focus !== null,
			run: () => {
				const [take] = view.acting;
				if (take) void goto(reworkHref(take, null));
			}
		},
		{
			keys: ['c'],
			shown: 'C',
			says: 'compare with another, or with those chosen: they open beside each other',
			group: 'Two takes',
			when: () => onSheet() && view.selection.focus !== null,
			run: () => view.table.compare(view.selection.focus!),
			bar: () =>
				onTable() ? null : view.selection.selected.size === 1 ? 'compare with this' : 'compare'
		},
		{
			keys: ['Enter'],
			shown: 'Enter',
			says: 'open what is chosen on the table, up to four, or the take in focus',
			group: 'Look close',
			when: () => onSheet() && view.selection.focus !== null,
			run: () => view.table.open(view.selection.focus),
			bar: () =>
				onTable()
					? null
					: view.selection.selected.size > 1
						? `open ${Math.min(MOST_ON_TABLE, view.selection.selected.size)}`
						: 'open',
			yields: true
		},
		against('w', 'wipe', () => mode('wipe')),
		against('b', 'blink', () => mode('blink')),
		against('x', 'subtract', () => mode(view.address.mode === 'colour' ? 'structure' : 'colour')),
		{
			keys: [',', '.'],
			shown: ', .',
			says: 'the page before or after: the next stop of the first dial that is held',
			group: 'Sheet',
			when: () => onSheet() && view.held.size > 0,
			run: (key) => view.turnPage(key === ',' ? -1 : 1)
		},
		{
			keys: ['a'],
			shown: 'A',
			says: 'lay the sheet out: what lies down and across, or nothing',
			group: 'Sheet',
			when: onSheet,
			run: () => (view.laying = true)
		},
		{
			keys: ['g'],
			shown: 'G',
			says: 'the next mat, from dark to paper',
			group: 'Sheet',
			run: () => view.address.set({ mat: String((view.address.mat + 1) % MATS) })
		},
		{
			keys: ['?'],
			shown: '?',
			says: 'these keys',
			group: 'Sheet',
			run: () => (view.helping = true)
		},
		{
			keys: ['Escape'],
			shown: 'Esc',
			says: 'put away the loupe, the faults, what is chosen; back from the table',
			group: 'Sheet',
			when: () => !!view.faulting || view.selection.selected.size > 0 || view.loupe.on || onTable(),
			run: () => view.putAway(),
			bar: () => (onTable() ? 'back' : null)
		}
	];
}
