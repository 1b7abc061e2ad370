// Ways of the kernel that are tried one by one: see kernel.mjs.

/**
 * Texts of step.as and what stands there instead.
 * @type {Record<string, [from: string, to: string][]>}
 */
export const ways = {
	'as it is': [],
	'exponentials everywhere': [['if (v128.any_true(seen)) {', 'if (true) {']],
	'exponentials one by one': [
		[
			'v128.and(seen, exp(f64x2.pmax(below, faint)))',
			`v128.and(seen, f64x2.replace_lane(
				f64x2.splat(Math.exp(f64x2.extract_lane(below, 0))), 1, Math.exp(f64x2.extract_lane(below, 1))))`
		]
	],
	'scenes without weight read too': [['if (!v128.any_true(v128.or(a0, a1))) continue;', '']],
	'scenes read once a side': [
		[
			'const b = v128.load(from + plane * 2);\n\t\tred =',
			`const b = v128.load(from + plane * 2);
			if (guided) {
				const again = scene + (at ^ (<usize>load<i32>(none) & 16));
				red = f64x2.add(red, f64x2.mul(f64x2.splat(0), low(v128.load(again))));
				green = f64x2.add(green, f64x2.mul(f64x2.splat(0), low(v128.load(again + plane))));
				blue = f64x2.add(blue, f64x2.mul(f64x2.splat(0), low(v128.load(again + plane * 2))));
			}
			red =`
		]
	],
	// Not taken.
	'weights at every other pixel': [
		[
			'let largest = logsOf(logsOfCond, priorOfCond);',
			`if ((x & 1) == 1 && radius > 3 && !broad) {
				const here = <usize>(y * width + x);
				gather(here, scenes + here * 3 * plane, weights + here * plane, 1 / kept, guidance * shared, ((1 - guidance) * shared) / keptNeg, own, guided);
				continue;
			}
			let largest = logsOf(logsOfCond, priorOfCond);`
		],
		[
			'const at = <usize>(y * width + x);',
			'kept = total;\n\t\t\tkeptNeg = totalNeg;\n\t\t\tconst at = <usize>(y * width + x);'
		],
		['/** Below exp(-26)', 'let kept: f64 = 1;\nlet keptNeg: f64 = 1;\n\n/** Below exp(-26)']
	]
};

/**
 * The source of step.as another way.
 * @param {string} source
 * @param {string} way
 */
export const another = (source, way) =>
	ways[way].reduce((text, [from, to]) => {
		if (!text.includes(from)) throw new Error(`step.as has no longer: ${from}`);
		return text.replace(from, to);
	}, source);
