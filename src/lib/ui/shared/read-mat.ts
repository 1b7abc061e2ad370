/** A number that an address says; undefined where it says none. */
export function readFigure(asked: URLSearchParams, name: string): number | undefined {
	const text = asked.get(name);
	return text === null || text === '' || Number.isNaN(Number(text)) ? undefined : Number(text);
}

/** How large the cells are asked for, in steps of a quarter; 0 where nothing is said. */
export const readSize = (asked: URLSearchParams): number => readFigure(asked, 'size') ?? 0;

/** Which mat lies behind the pictures, from dark, 0, to paper, 3. */
export function readMat(asked: URLSearchParams): number {
	const mat = readFigure(asked, 'mat');
	return mat !== undefined && Number.isInteger(mat) && mat >= 0 && mat <= 3 ? mat : 1;
}
