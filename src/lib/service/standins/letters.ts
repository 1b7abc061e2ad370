/**
 * A plain stroke alphabet, so that lettering needs no font and is the same on every machine.
 * Each letter stands on a grid 4 wide and 6 high, y downwards; strokes are lists of points.
 */
const strokes: Record<string, string> = {
	A: '0,6 2,0 4,6|1,4 3,4',
	B: '0,0 0,6 3,6 4,5 4,4 3,3 0,3|3,3 4,2 4,1 3,0 0,0',
	C: '4,1 3,0 1,0 0,1 0,5 1,6 3,6 4,5',
	D: '0,0 0,6 3,6 4,5 4,1 3,0 0,0',
	E: '4,0 0,0 0,6 4,6|0,3 3,3',
	F: '4,0 0,0 0,6|0,3 3,3',
	G: '4,1 3,0 1,0 0,1 0,5 1,6 3,6 4,5 4,3 2,3',
	H: '0,0 0,6|4,0 4,6|0,3 4,3',
	I: '2,0 2,6|1,0 3,0|1,6 3,6',
	J: '4,0 4,5 3,6 1,6 0,5',
	K: '0,0 0,6|4,0 0,3 4,6',
	L: '0,0 0,6 4,6',
	M: '0,6 0,0 2,3 4,0 4,6',
	N: '0,6 0,0 4,6 4,0',
	O: '1,0 3,0 4,1 4,5 3,6 1,6 0,5 0,1 1,0',
	P: '0,6 0,0 3,0 4,1 4,2 3,3 0,3',
	Q: '1,0 3,0 4,1 4,5 3,6 1,6 0,5 0,1 1,0|2.5,4.5 4,6',
	R: '0,6 0,0 3,0 4,1 4,2 3,3 0,3|2,3 4,6',
	S: '4,1 3,0 1,0 0,1 0,2 1,3 3,3 4,4 4,5 3,6 1,6 0,5',
	T: '0,0 4,0|2,0 2,6',
	U: '0,0 0,5 1,6 3,6 4,5 4,0',
	V: '0,0 2,6 4,0',
	W: '0,0 1,6 2,3 3,6 4,0',
	X: '0,0 4,6|4,0 0,6',
	Y: '0,0 2,3 4,0|2,3 2,6',
	Z: '0,0 4,0 0,6 4,6',
	'0': '1,0 3,0 4,1 4,5 3,6 1,6 0,5 0,1 1,0|3,1.5 1,4.5',
	'1': '1,1 2,0 2,6|1,6 3,6',
	'2': '0,1 1,0 3,0 4,1 4,2 0,6 4,6',
	'3': '0,1 1,0 3,0 4,1 4,2 3,3 1.5,3|3,3 4,4 4,5 3,6 1,6 0,5',
	'4': '3,6 3,0 0,4 4,4',
	'5': '4,0 0,0 0,3 3,3 4,4 4,5 3,6 0,6',
	'6': '4,1 3,0 1,0 0,1 0,5 1,6 3,6 4,5 4,4 3,3 0,3',
	'7': '0,0 4,0 1.5,6',
	'8': '1,0 3,0 4,1 4,2 3,3 1,3 0,2 0,1 1,0|1,3 0,4 0,5 1,6 3,6 4,5 4,4 3,3',
	'9': '4,3 1,3 0,2 0,1 1,0 3,0 4,1 4,5 3,6 1,6',
	'.': '2,5.6 2,6',
	',': '2,5.4 1.5,6.6',
	'!': '2,0 2,4|2,5.6 2,6',
	'?': '0,1 1,0 3,0 4,1 4,2 2,3.4 2,4|2,5.6 2,6',
	'-': '1,3 3,3',
	"'": '2,0 2,1.5',
	'&': '4,6 0.6,1.6 1,0.4 2,0 3,0.6 3,1.6 0,4 0,5 1,6 2,6 4,4',
	':': '2,2 2,2.4|2,5 2,5.4',
	' ': ''
};

/** What stands for a letter that the alphabet does not have: something like writing. */
const unknown = '0,5 1,1 2,5 3,1 4,5';

/** Width of a letter and its gap, in its own grid. */
export const ADVANCE = 5.6;

/** Height of a letter in its own grid. */
export const LETTER_HEIGHT = 6;

/** The strokes of one letter: lists of points on a grid 4 wide and 6 high. */
export function letterStrokes(letter: string): [x: number, y: number][][] {
	const plain = letter.normalize('NFD').replace(/\p{M}/gu, '').toUpperCase();
	return (strokes[plain] ?? unknown)
		.split('|')
		.filter(Boolean)
		.map((line) =>
			line.split(' ').map((point) => point.split(',').map(Number) as [number, number])
		);
}
