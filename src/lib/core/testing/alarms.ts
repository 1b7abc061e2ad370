import { findings, knownFrom, type FindingId, type Said } from '$lib/core/findings';
import { fit, settingsOf, wantedFor, type Evidence } from '$lib/core/judge';
import { stream } from '$lib/core/random';
import { strangeWorld, type Stranger, type StrangeWorld } from './strangers';

/** Something that findings may claim, and worlds in which it isn't so. */
export interface Alarm {
	id: string;
	/** The claim, and the worlds. */
	says: string;
	finding: FindingId;
	evidence: (seed: number) => { evidence: Evidence; world: StrangeWorld };
	/** Whether it is claimed. */
	claimed: (items: Said[], world: StrangeWorld, evidence: Evidence) => boolean;
}

const saying =
	(text: RegExp) =>
	(items: Said[]): boolean =>
		items.some(({ says }) => text.test(says));

const plain: Stranger = {
	id: 'alarm',
	says: '',
	stops: [3, 3, 2],
	seeds: 3,
	matters: [1.4, 1.2, 0.4],
	takeEffect: 0.3,
	judges: [{ name: '' }]
};

/** A judged world of a rule, with answers to pairs of takes on one seed, drawn by chance. */
function judged(rule: Stranger, seed: number, pairs = 40) {
	const world = strangeWorld(rule, seed);
	const { takes } = world.evidence;
	const draw = stream(`alarm|${rule.id}|${seed}`);
	const answers = Array.from({ length: pairs }, () => {
		const left = draw.below(takes.length);
		const alike = takes.flatMap(({ chance }, i) =>
			i !== left && chance === takes[left].chance ? i : []
		);
		const right = draw.pick(alike);
		return { left: takes[left].id, right: takes[right].id, ...world.answer(left, right) };
	});
	return { world, evidence: { ...world.evidence, pairs: answers } };
}

const of =
	(change: Partial<Stranger>, pairs?: number) =>
	(seed: number): ReturnType<typeof judged> =>
		judged({ ...plain, ...change }, seed, pairs);

const scoreOf = (world: StrangeWorld, evidence: Evidence) =>
	settingsOf(evidence).map(({ stops }) => world.score(stops));

export const alarms: readonly Alarm[] = [
	{
		id: 'faults',
		says: 'a fault is hardly chance, where faults are pure chance',
		finding: 'faults',
		evidence: (seed) => {
			const { world, evidence } = of({ id: 'faults' }, 0)(seed);
			const draw = stream(`faults|${seed}`);
			const takes = evidence.takes.map((take) => ({
				...take,
				faults: ['burnt', 'soft', 'face'].filter(() => draw.chance(0.25))
			}));
			return { world, evidence: { ...evidence, takes } };
		},
		claimed: saying(/hardly chance/)
	},
	{
		id: 'agree',
		says: 'a judge who answers by chance agrees',
		finding: 'judges',
		evidence: of({
			id: 'agree',
			judges: [{ name: '' }, { name: 'Tern', marks: 0, slips: 1 }]
		}),
		claimed: saying(/agree on what is better/)
	},
	{
		id: 'apart',
		says: 'two judges of one mind, who saw different pairs, agree no more than chance',
		finding: 'judges',
		evidence: (seed) => {
			const { world, evidence } = of({ id: 'apart', takeEffect: 0 }, 0)(seed);
			const draw = stream(`apart|${seed}`);
			const { takes } = evidence;
			const pairs = Array.from({ length: 40 }, (_, i) => {
				const [left, right] = draw.shuffle(takes.map((_, t) => t));
				const better = world.score(takes[left].stops) > world.score(takes[right].stops);
				return {
					left: takes[left].id,
					right: takes[right].id,
					judge: i % 2 ? 'Wren' : '',
					answer: better ? ('left' as const) : ('right' as const)
				};
			});
			return { world, evidence: { ...evidence, marks: [], pairs } };
		},
		claimed: saying(/agree no more than chance/)
	},
	{
		id: 'hints',
		says: 'a measure goes with what is preferred, where it has nothing to do with it',
		finding: 'hints',
		evidence: (seed) => {
			const { world, evidence } = of({ id: 'hints' })(seed);
			const draw = stream(`hints|${seed}`);
			// Each measure hangs on the dials, as the score does, in ways of its own.
			const effects = Array.from({ length: 6 }, () =>
				evidence.dials.map(({ stops }) => stops.map(() => draw.between(-1, 1)))
			);
			const takes = evidence.takes.map((take) => ({
				...take,
				measures: Object.fromEntries(
					effects.map((rows, m) => [
						`m${m}`,
						take.stops.reduce((sum, stop, d) => sum + rows[d][stop], draw.between(-0.5, 0.5))
					])
				)
			}));
			return { world, evidence: { ...evidence, takes } };
		},
		claimed: saying(/tend to have/)
	},
	{
		id: 'leads',
		says: 'a stop is better, where nothing matters',
		finding: 'dials',
		evidence: of({ id: 'leads', matters: [0, 0, 0] }),
		claimed: saying(/is better|is best|clearly beats/)
	},
	{
		id: 'together',
		says: 'two dials work together, where each acts by itself',
		finding: 'together',
		evidence: of({ id: 'together' }),
		claimed: saying(/alone suggests/)
	},
	{
		id: 'independent',
		says: 'two dials act independently, where every combination counts',
		finding: 'together',
		evidence: of({ id: 'independent', own: 0.8, takeEffect: 0 }),
		claimed: saying(/act independently/)
	},
	{
		id: 'little',
		says: 'a dial makes hardly any difference, where it makes one of 0.8 or more',
		finding: 'dials',
		evidence: of({ id: 'little', matters: [1.4, 1.2, 1] }),
		claimed: (items, { effects }) =>
			items.some(
				({ says }, d) =>
					/hardly any difference/.test(says) &&
					Math.max(...effects[d]) - Math.min(...effects[d]) >= 0.8
			)
	},
	{
		id: 'lean',
		says: 'a judge leans to one side, who doesn\u2019t',
		finding: 'consistency',
		evidence: of({ id: 'lean', judges: [{ name: '' }, { name: 'Wren' }] }, 60),
		claimed: saying(/lean to one side/)
	},
	{
		id: 'cheaper',
		says: 'cheaper settings are as good as the best, where all are worse by 0.5 or more',
		finding: 'price',
		evidence: of({ id: 'cheaper', matters: [1.8, 1.2, 0.4] }),
		claimed: (items, world, evidence) => {
			const scores = scoreOf(world, evidence);
			const cheaper = (items[0]?.data as { cheaper: { setting: number } | null } | undefined)
				?.cheaper;
			return (
				saying(/ is as good as the best/)(items) &&
				!!cheaper &&
				Math.max(...scores) - scores[cheaper.setting] >= 0.5
			);
		}
	},
	{
		id: 'peak',
		says: 'a curve peaks between its ends, where it rises all the way',
		finding: 'dials',
		evidence: (seed) => {
			const { world, evidence } = of({ id: 'peak', stops: [3, 5], matters: [0.8, 0] }, 0)(seed);
			const draw = stream(`peak|${seed}`);
			const roll = () => Math.log(1 / draw.next() - 1);
			const marks = evidence.takes.map(({ id, stops }) => {
				const u = 0.5 * stops[1] - 1 + roll();
				const mark = u < -0.5 ? ('drop' as const) : u < 1 ? ('maybe' as const) : ('keep' as const);
				return { take: id, judge: '', blind: true, mark };
			});
			return { world, evidence: { ...evidence, marks, pairs: [] } };
		},
		claimed: saying(/curve peaks/)
	},
	{
		id: 'dropped',
		says: 'settings can\u2019t win any more, where the best is among them',
		finding: 'rounds',
		evidence: of({ id: 'dropped' }),
		claimed: (items, world, evidence) => {
			const scores = scoreOf(world, evidence);
			const dropped = (
				items[0]?.data as { dropped: { stops: Record<string, string> }[] } | undefined
			)?.dropped;
			const best = settingsOf(evidence)[scores.indexOf(Math.max(...scores))];
			return !!dropped?.some(({ stops }) =>
				evidence.dials.every(({ id, stops: all }, d) => stops[id] === all[best.stops[d]].key)
			);
		}
	},
	{
		id: 'moved',
		says: 'dials always moved together, where they moved apart',
		finding: 'dials',
		evidence: of({ id: 'moved', stops: [3, 3, 2], made: 9 }),
		claimed: (items, _, evidence) =>
			saying(/always moved together/)(items) && evidence.takes.length >= 27 && !aliased(evidence)
	}
];

/** Whether two dials took each other's place in every take, counted the plain way. */
function aliased({ dials, takes }: Evidence): boolean {
	return dials.some((_, a) =>
		dials.some((_, b) => {
			if (a === b) return false;
			const pairs = new Set(takes.map(({ stops }) => `${stops[a]} ${stops[b]}`));
			const own = new Set(takes.map(({ stops }) => stops[b]));
			return pairs.size === own.size;
		})
	);
}

/** Whether a claim is made in a world in which it isn't so. */
export function falsely({ finding, evidence: made, claimed }: Alarm, seed: number): boolean {
	const { world, evidence } = made(seed);
	const known = knownFrom(evidence, fit(evidence, wantedFor(evidence)));
	const { compute } = findings.find(({ id }) => id === finding)!;
	return claimed(compute(known), world, evidence);
}
