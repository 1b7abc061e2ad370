/**
 * Cells that a spreadsheet would run as a formula, and those that look as if they had been made
 * harmless already: both are written with an apostrophe before them (common practice, no source).
 */
export const formulaLike = /^'*(?:[\t\r\n]|\s*[=+\-@])/;

/** A cell as it was before it was made harmless. */
export const unescapeCell = (cell: string): string =>
	cell.startsWith("'") && formulaLike.test(cell) ? cell.slice(1) : cell;
