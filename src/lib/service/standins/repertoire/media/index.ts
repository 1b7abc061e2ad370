import { blueprint } from './blueprint';
import { charcoal } from './charcoal';
import { embroidery } from './embroidery';
import { mosaic } from './mosaic';
import { oil } from './oil';
import { clay } from './clay';
import { cutPaper } from './cut-paper';
import { gouache } from './gouache';
import { ink } from './ink';
import { linocut } from './linocut';
import type { Medium } from './medium';
import { pastel } from './pastel';
import { photograph } from './photograph';
import { poster } from './poster';
import { watercolour } from './watercolour';

export { blur, blurPlate, noiseAcross } from './grain';
export type { Layer, Medium, Plate } from './medium';

/** Every medium that a prompt can name. A new one is one file and one entry here. */
export const media: Medium[] = [
	gouache,
	watercolour,
	linocut,
	ink,
	photograph,
	pastel,
	poster,
	cutPaper,
	clay,
	oil,
	charcoal,
	blueprint,
	mosaic,
	embroidery
];
