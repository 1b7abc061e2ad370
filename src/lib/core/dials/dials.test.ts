import { describe, expect, it } from 'vitest';
import type { Style, TakeSettings, TakeWords } from '$lib/core/schema';
import { cards } from '$lib/core/testing';
import {
	type Draft,
	type Made,
	completeRack,
	dialOf,
	extendedAt,
	dials,
	formatSeed,
	isAtRest,
	isDialId,
	pickedDials,
	restRack,
	settingsOnto,
	stopKey,
	toldStop,
	turnedBy,
	withStops,
	withoutRest,
	writtenStop
} from './index';

const settings: TakeSettings = {
	model: 'birch',
	prompt: 'a heron',
	negative: '',
	width: 832,
	height: 1216,
	guidance: 6.5,
	steps: 20,
	sampler: 'heun',
	schedule: 'cosine',
	seed: 41207
};

const style: Style = { name: 'Almanac plate', add: ['linocut'], leaveOut: ['photograph'] };
const words: TakeWords = { wording: 'a heron', negative: 'people', styles: [style] };
const made: Made = {
	settings: { ...settings, prompt: 'a heron, linocut', negative: 'people, photograph' },
	words
};

describe('dials', () => {
	it.each(dials.map((dial) => [dial.id, dial] as const))(
		'%s writes what it reads, and nothing else',
		(_id, dial) => {
			const other: Made = {
				settings: {
					model: 'cedar',
					prompt: 'x',
					negative: 'y',
					width: 64,
					height: 128,
					guidance: 1,
					steps: 1,
					sampler: 'euler',
					schedule: 'karras',
					seed: 0
				},
				words: { wording: 'x', negative: 'y', styles: [] }
			};
			const turned = dial.write(other, dial.read(made)) as Made;
			expect(stopKey(dial.read(turned))).toBe(stopKey(dial.read(made)));
			for (const rest of dials) {
				if (rest.id !== dial.id) expect(rest.read(turned)).toEqual(rest.read(other));
			}
			expect(dial.format(dial.read(made), cards)).not.toBe('');
			expect(dial.explained).toMatch(/\.$/);
		}
	);

	it('cover every setting between them', () => {
		const rebuilt = dials.reduce<Draft>((sum, dial) => dial.write(sum, dial.read(made)), {
			settings: {}
		});
		expect(rebuilt).toEqual(made);
		const more: Made = {
			...made,
			settings: {
				...made.settings,
				adapters: [
					{ id: 'moss', weight: 0.4 },
					{ id: 'slate', weight: 0.4 }
				],
				start: { image: 'ab', strength: 0.2 },
				batch: { seed: settings.seed, index: 3 }
			},
			levels: { guidance: { level: 1, of: 3 } }
		};
		const again = dials.reduce<Draft>((sum, dial) => dial.write(sum, dial.read(more)), {
			settings: {}
		});
		expect(again).toEqual(more);
		// Turned to none, nothing of them is left.
		const none = dials.reduce<Draft>((sum, dial) => dial.write(sum, dial.read(made)), more);
		expect(none).toEqual(made);
	});

	it('read the words of a take that has no others as they were sent', () => {
		expect(dialOf('wording').read({ settings })).toBe('a heron');
		expect(dialOf('style').read({ settings })).toEqual([]);
	});

	it('write seeds so that they can be read aloud, and models by their names', () => {
		expect(formatSeed(41207)).toBe('41\u202f207');
		expect(formatSeed(4_294_967_295)).toBe('4\u202f294\u202f967\u202f295');
		expect(formatSeed(7)).toBe('7');
		expect(dialOf('model').format('birch', cards)).toBe('Birch');
		expect(dialOf('model').format('gone', cards)).toBe('gone');
		expect(dialOf('negative').format('')).toBe('nothing');
	});

	it('tell models\u2019 own stops by their value, with the place beside it', () => {
		const own = (level: number, of: number): Made => ({
			settings: { ...settings, guidance: 4.5 },
			levels: { guidance: { level, of } }
		});
		const dial = dialOf('guidance');
		expect(toldStop(dial, own(2, 3))).toBe('4.5 (middle of its own)');
		expect(toldStop(dial, own(1, 1))).toBe('4.5');
		expect(toldStop(dial, { settings })).toBe(String(settings.guidance));
		expect(writtenStop(dial, own(1, 1))).toBe(4.5);
		expect(writtenStop(dialOf('frame'), { settings })).toBe(`${settings.width}x${settings.height}`);
	});

	it('tell styles of one name apart by their words', () => {
		const style = (add: string[]) => [{ name: 'Ours', add, leaveOut: [] }];
		expect(stopKey(style(['ink']))).not.toBe(stopKey(style(['wash'])));
		expect(stopKey(style(['ink']))).toBe(stopKey([{ leaveOut: [], add: ['ink'], name: 'Ours' }]));
		expect(dialOf('style').format(style(['ink']))).toBe('Ours');
		expect(stopKey([])).toBe('');
	});

	it('order numbers by size and frames from tall to wide', () => {
		expect([9, 2, 16].sort(dialOf('guidance').compare)).toEqual([2, 9, 16]);
		const frames = [
			{ width: 1344, height: 768 },
			{ width: 832, height: 1216 },
			{ width: 1024, height: 1024 }
		];
		expect(frames.sort(dialOf('frame').compare).map(({ width }) => width)).toEqual([
			832, 1024, 1344
		]);
	});

	it('know their own ids alone', () => {
		expect(isDialId('guidance')).toBe(true);
		expect(isDialId('constructor')).toBe(false);
		expect(isDialId(null)).toBe(false);
	});
});

describe('stops put on a rack', () => {
	const rack = {
		...restRack(),
		strength: [0.2, 0.8],
		start: ['a'],
		weight: [0.1, 0.9],
		adapter: ['moss']
	};

	it('stay as they are typed, rest among them', () => {
		expect(withoutRest('strength', [0, 0.5, 1], [0.5])).toEqual([0, 0.5, 1]);
		expect(withoutRest('variation', [0, 0.3], [0])).toEqual([0, 0.3]);
	});

	it('take the place of none, until none is asked for beside them', () => {
		expect(withoutRest('adapter', ['', 'moss'], [''])).toEqual(['moss']);
		expect(withoutRest('start', ['', 'a'], [''])).toEqual(['a']);
		expect(withoutRest('adapter', ['moss', ''], ['moss'])).toEqual(['moss', '']);
	});

	it('hold what follows them when there is nothing left for it to do', () => {
		expect(withStops(rack, 'start', [''])).toEqual({
			start: [''],
			fit: ['fill'],
			strength: [0.2]
		});
		expect(withStops(rack, 'adapter', ['slate'])).toEqual({ adapter: ['slate'] });
	});

	it('are completed with rest where a rack says nothing of a dial', () => {
		const { variation: _variation, ...old } = rack;
		expect(completeRack(old)).toEqual(rack);
		expect(isAtRest(dialOf('variation'), completeRack(old).variation)).toBe(true);
		expect(isAtRest(dialOf('strength'), [0.5, 0.6])).toBe(false);
	});
});

describe('the target of a variation', () => {
	it('is a companion of the seed, or a seed of its own, and nothing where nothing is varied', () => {
		const [variation, towards] = [dialOf('variation'), dialOf('towards')];
		const base = { settings: { model: 'gannet', seed: 7 } };
		const varied = variation.write(base, 0.3);
		const own = varied.settings.variation!.seed;
		expect(towards.read(varied as never)).toBe(-1);
		const turned = towards.write(varied, 41);
		expect(turned.settings.variation).toEqual({ amount: 0.3, seed: 41 });
		expect(towards.read(turned as never)).toBe(41);
		expect(towards.write(turned, -1).settings.variation).toEqual({ amount: 0.3, seed: own });
		expect(towards.write(base, 41)).toEqual(base);
	});
});

describe('how a start picture is set in', () => {
	it('is told of settings and written into them, with its place where it is extended', () => {
		const [fit, start] = [dialOf('fit'), dialOf('start')];
		const made = start.write({ settings: { model: 'gannet' } }, 'a');
		expect(fit.read(made as never)).toBe('fill');
		const aside = fit.write(made, extendedAt({ x: 0, y: 0.5 }));
		expect(aside.settings.start).toMatchObject({ fit: 'extend', at: { x: 0, y: 0.5 } });
		expect(fit.read(aside as never)).toBe('extend at 0 0.5');
		expect(fit.write(aside, 'fill').settings.start).toEqual(made.settings.start);
		expect(extendedAt({ x: 0.5, y: 0.5 })).toBe('extend');
		for (const none of ['extend at 2 0', 'crop', 'fill at 0']) {
			expect(fit.stop.safeParse(none).success).toBe(false);
			expect(fit.table.read!(none)).toHaveProperty('problem');
		}
	});

	it('changes nothing where there is no start picture, and an area neither where it is the whole', () => {
		const base = { settings: { model: 'gannet' } };
		expect(dialOf('fit').write(base, 'enlarge')).toEqual(base);
		const area = dialOf('area').write(base, 'm');
		expect(area.settings.mask).toEqual({ image: 'm' });
		expect(dialOf('area').write(area, '')).toEqual(base);
	});
});

describe('what noise was turned by before', () => {
	const turned = dialOf('turned');
	const first = { seed: 7, amount: 0.15 };

	it('is a list of turns, and the next one goes on from it', () => {
		const stop = turnedBy({ turned: [first], variation: { seed: 8, amount: 0.3 } });
		const made = turned.write({ settings: { model: 'gannet' } }, stop);
		expect(made.settings.turned).toEqual([first, { seed: 8, amount: 0.3 }]);
		expect(turned.read(made as never)).toBe(stop);
		expect(turned.format(stop)).toBe('0.15 towards 7, then 0.3 towards 8');
		expect(turnedBy({ variation: { seed: 8, amount: 0 } })).toBe('');
		expect(turned.write(made, '').settings).toEqual({ model: 'gannet' });
	});

	it('is refused where it is none', () => {
		expect(turned.stop.safeParse('a lot towards 7').success).toBe(false);
		expect(turned.table.read!('0.3 to 7')).toEqual({
			problem: expect.stringContaining('0.3 to 7') as unknown
		});
		expect(turned.table.read!('0.3 towards 7')).toEqual({ stop: '0.3 towards 7' });
	});
});

describe('settings that are not whole', () => {
	it('say what they say, and leave the rest open', () => {
		const draft = { settings: { guidance: 4 } };
		expect([...settingsOnto(draft)]).toEqual([['guidance', 4]]);
		expect(pickedDials(draft)).toEqual(['guidance']);
	});

	it('with a model have none of what they do not say', () => {
		const stops = settingsOnto({ settings: { model: 'gannet', prompt: 'a crab' } });
		expect(Object.fromEntries(stops)).toEqual({
			model: 'gannet',
			adapter: '',
			start: '',
			content: '',
			outline: '',
			look: '',
			colours: '',
			towards: -1,
			turned: '',
			area: '',
			fit: 'fill',
			variation: 0,
			batch: 0,
			wording: 'a crab',
			style: []
		});
		expect(pickedDials({ settings: { model: 'gannet', prompt: 'a crab' } })).toEqual([
			'model',
			'wording'
		]);
	});
});
