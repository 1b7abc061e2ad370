import { list } from './list';

/** What finishes it: surface, palette, handling. */
export const detail = list(`
	limited palette, three colours only, muted colours, rich colours, warm palette, cool palette
	complementary colours, single accent colour, high contrast, low contrast, crisp edges
	soft edges, loose brushwork, fine linework, bold outlines, no outlines, visible brush marks
	rough paper texture, wide paper margin, torn edges, cross-hatching, stippling, flat shapes
	layered washes, dry brush, ripples on the water, wet reflections, spray on the wind
	reeds in the foreground, scattered pebbles, ropes and knots, peeling paint, dew on the grass
	drifting smoke, footprints in the sand, distant hills, clouds piled up, a thin moon
	lamplight in one window, carefully observed feathers, worn timber, empty background
`);
