export { chiSquaredAbove } from './chi-squared';
export { takesForOne, takesToBeSure } from './first-keeper';
export { mcnemarExact } from './mcnemar';
export { friedman, kendallW, ranks } from './ranks';
export { spearman } from './spearman';
export { wilson, Z90, type Rate } from './wilson';
