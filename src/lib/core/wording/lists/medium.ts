import { list } from './list';

/** What it is made with. */
export const medium = list(`
	gouache, watercolour, oil painting, acrylic, tempera, pastel, soft pastel, chalk, crayon
	charcoal, pencil drawing, graphite, pen and ink, ink and line, brush and ink, linocut
	woodcut, block print, engraving, etching, poster print, screen print, cut paper, collage
	layered paper, origami, embroidery, tapestry, felt, knitted, mosaic, stained glass, clay model
	blueprint, technical drawing, photograph, film photograph, black and white photograph
	palette knife, fresco, lithograph, risograph, stencil, scratchboard, marquetry
`);
