import type { Pen } from './pen';

type Command = readonly [op: string, ...numbers: number[]];

/** A shape ready to be traced, and how far it reaches from left to right. */
export interface Shape {
	trace: (pen: Pen) => void;
	from: number;
	to: number;
}

const known = new Map<string, Shape>();

const sizes: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, Q: 4, C: 6, E: 4, Z: 0 };

/**
 * Reads a shape written as SVG path data (SVG 2, section 9.3) with absolute M, L, H, V, Q, C and Z.
 * `E x y rx ry`, our own addition, is an ellipse. Throws on anything else: shapes here are ours.
 */
export function shapeOf(data: string): Shape {
	let shape = known.get(data);
	if (shape) return shape;
	const commands: Command[] = [];
	for (const [, op, rest] of data.matchAll(/([A-Za-z])([^A-Za-z]*)/g)) {
		const numbers = (rest.match(/-?\d*\.?\d+/g) ?? []).map(Number);
		const each = sizes[op];
		if (each === undefined) throw new Error(`"${op}" in "${data}" is not a path command.`);
		if (each === 0) commands.push([op]);
		for (let i = 0; i < numbers.length; i += each || 1) {
			commands.push([op === 'M' && i > 0 ? 'L' : op, ...numbers.slice(i, i + each)]);
		}
	}
	const xs = commands.flatMap(([op, ...n]) =>
		op === 'E' ? [n[0] - n[2], n[0] + n[2]] : op === 'V' ? [] : n.filter((_, i) => i % 2 === 0)
	);
	shape = { from: Math.min(...xs), to: Math.max(...xs), trace: (pen) => trace(pen, commands) };
	known.set(data, shape);
	return shape;
}

function trace(pen: Pen, commands: readonly Command[]): void {
	let [x, y] = [0, 0];
	for (const [op, ...n] of commands) {
		if (op === 'M') pen.moveTo(n[0], n[1]);
		if (op === 'L') pen.lineTo(n[0], n[1]);
		if (op === 'H') pen.lineTo(n[0], y);
		if (op === 'V') pen.lineTo(x, n[0]);
		if (op === 'Q') pen.quadraticCurveTo(n[0], n[1], n[2], n[3]);
		if (op === 'C') pen.bezierCurveTo(n[0], n[1], n[2], n[3], n[4], n[5]);
		if (op === 'Z') pen.closePath();
		if (op === 'E') {
			pen.moveTo(n[0] + n[2], n[1]);
			pen.ellipse(n[0], n[1], n[2], n[3], 0, 0, Math.PI * 2);
		}
		if (op === 'H') x = n[0];
		else if (op === 'V') y = n[0];
		else if (op !== 'Z' && op !== 'E') [x, y] = n.slice(-2);
	}
}
