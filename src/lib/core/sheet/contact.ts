/** A place on a page, in pixels. */
export interface Box {
	x: number;
	y: number;
	width: number;
	height: number;
}

/** Where everything stands on a contact sheet. */
export interface ContactPage {
	width: number;
	height: number;
	title: Box;
	/** Row by row. */
	cells: Box[][];
	columnLabels: Box[];
	rowLabels: Box[];
	/** Height of the small type, in pixels. */
	type: number;
	/** Height of the line below every picture, in pixels. */
	caption: number;
	/** Dots per inch of the print. */
	dpi: number;
}

/** Sides of ISO 216 A4, in millimetres. */
const A4 = { long: 297, short: 210 };
const MILLIMETRES_PER_INCH = 25.4;

/**
 * Lays a contact sheet out on A4, upright or on its side, whichever shows the pictures larger.
 * @param ratio width over height of the pictures
 * @param dpi dots per inch of the print
 */
export function contactPage(
	rows: number,
	columns: number,
	ratio: number,
	options: {
		dpi?: number;
		rowLabels?: boolean;
		columnLabels?: boolean;
		captions?: boolean;
	} = {}
): ContactPage {
	const { dpi = 300, rowLabels = true, columnLabels = true, captions = false } = options;
	const dots = (millimetres: number) => Math.round((millimetres / MILLIMETRES_PER_INCH) * dpi);
	const layOut = (width: number, height: number): ContactPage => {
		const margin = dots(10);
		const type = dots(2.8);
		const gap = dots(1.5);
		const caption = captions ? Math.round(type * 1.3) : 0;
		const top = margin + dots(14) + (columnLabels ? dots(6) : 0);
		const left = margin + (rowLabels ? dots(24) : 0);
		const room = { w: width - left - margin, h: height - top - margin };
		const cellWidth = Math.max(
			1,
			Math.floor(
				Math.min(
					(room.w - gap * (columns - 1)) / columns,
					((room.h - gap * (rows - 1)) / rows - caption) * ratio
				)
			)
		);
		const cellHeight = Math.max(1, Math.floor(cellWidth / ratio));
		const x = (c: number) => left + c * (cellWidth + gap);
		const y = (r: number) => top + r * (cellHeight + caption + gap);
		return {
			width,
			height,
			type,
			caption,
			dpi,
			title: { x: margin, y: margin, width: width - 2 * margin, height: dots(12) },
			cells: Array.from({ length: rows }, (_, r) =>
				Array.from({ length: columns }, (__, c) => ({
					x: x(c),
					y: y(r),
					width: cellWidth,
					height: cellHeight
				}))
			),
			columnLabels: Array.from({ length: columns }, (_, c) => ({
				x: x(c),
				y: top - dots(6),
				width: cellWidth,
				height: dots(5)
			})),
			rowLabels: Array.from({ length: rows }, (_, r) => ({
				x: margin,
				y: y(r),
				width: left - margin - gap,
				height: cellHeight
			}))
		};
	};
	const upright = layOut(dots(A4.short), dots(A4.long));
	const lying = layOut(dots(A4.long), dots(A4.short));
	const size = (page: ContactPage) => page.cells[0]?.[0]?.width ?? 0;
	return size(upright) > size(lying) ? upright : lying;
}
