import type { Known } from './known';

/** Mean worth of every take: of its setting, and of the luck of its chance as far as it is known. */
export function takeWorths({ evidence, fit, settings, standing }: Known): number[] {
	const worths = new Array<number>(evidence.takes.length).fill(0);
	settings.forEach(({ takes }, s) => takes.forEach((i) => (worths[i] = standing.mean[s])));
	const luck = luckOf(fit);
	return worths.map((worth, i) => worth + (luck.get(evidence.takes[i].chance) ?? 0));
}

/** Luck of chances at the tops of the fit, weighed by their shares. */
function luckOf({ layout, points }: Known['fit']): Map<string, number> {
	const of = (at: (top: Known['fit']['points'][number]['top']) => number) =>
		points.reduce((sum, { share, top }) => sum + share * at(top), 0);
	const { blocks } = layout.problem;
	const outer = blocks.find(({ basis }) => !basis);
	return new Map([
		...layout.innerChances.map((chance, i): [string, number] => [
			chance,
			of(({ luck }) => luck[i])
		]),
		...layout.outerChances.map((chance, i): [string, number] => [
			chance,
			of(({ x }) => x[outer!.coefficient + i])
		])
	]);
}
