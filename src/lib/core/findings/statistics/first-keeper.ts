/** Takes until the first keeper on average, each with the same chance: mean of a geometric distribution. */
export const takesForOne = (chance: number): number => 1 / chance;

/** Takes after which one keeper at least is sure to a degree: ceil(ln(1 - sure) / ln(1 - chance)). */
export const takesToBeSure = (chance: number, sure = 0.95): number =>
	chance >= 1 ? 1 : chance <= 0 ? Infinity : Math.ceil(Math.log(1 - sure) / Math.log1p(-chance));
