import type { Style } from './objects';
import { negativeText } from './leave-out';
import { splitPhrases } from './text';

const style = (name: string, add: string, leaveOut = ''): Style => ({
	name,
	add: splitPhrases(add),
	leaveOut: splitPhrases(leaveOut)
});

/** Styles to begin with. Our own selection. */
export const starterStyles: readonly Style[] = [
	style('Almanac plate', 'linocut, bold outlines, three colours only', 'photograph, grain'),
	style('Tide gouache', 'gouache, flat shapes, muted colours', 'photograph, noise'),
	style('Wet sky', 'watercolour, layered washes, soft edges', 'bold outlines'),
	style('Harbour ledger', 'pen and ink, fine linework, cross-hatching', 'colour fringes'),
	style('Cut shoreline', 'cut paper, layered paper, crisp edges', 'photograph'),
	style('Chart room', 'blueprint, technical drawing, fine linework', 'people'),
	style('Thick weather', 'oil painting, palette knife, visible brush marks', 'soft focus'),
	style('Chalk pit', 'pastel, chalk, rough paper texture', 'crisp edges'),
	style('Grey pencil', 'pencil drawing, monochrome, cross-hatching', 'colour fringes'),
	style('Sailcloth', 'embroidery, felt, limited palette', 'photograph'),
	style('Clay quay', 'clay model, shallow depth of field, warm palette', 'lettering'),
	style('Chapel window', 'stained glass, bold outlines, rich colours', 'soft focus'),
	style('Pavement', 'mosaic, flat shapes, complementary colours', 'photograph'),
	style('Railway wall', 'poster print, flat shapes, high contrast', 'noise, grain'),
	style('Family album', 'film photograph, fast grainy film, slight vignette', 'painting'),
	style('Field camera', 'photograph, large-format camera, everything sharp', 'painting, grain'),
	style('First light', 'golden light, long shadows, warm palette', 'lens flare'),
	style('After hours', 'moonlight, cool palette, quiet', 'people')
];

/** A prompt and a negative prompt with styles put to them, in the order of the styles. */
export function applyStyles(
	{ prompt, negative }: { prompt: string; negative: string },
	styles: readonly Style[]
): { prompt: string; negative: string } {
	if (!styles.length) return { prompt, negative };
	const start = prompt.trimEnd().replace(/[,;.]+$/u, '');
	const there = new Set(splitPhrases(start).map((phrase) => phrase.toLowerCase()));
	const add = styles
		.flatMap((one) => one.add)
		.filter((phrase) => !there.has(phrase.toLowerCase()) && there.add(phrase.toLowerCase()));
	return {
		prompt: [start, ...add].filter(Boolean).join(', '),
		negative: negativeText([negative, ...styles.flatMap(({ leaveOut }) => leaveOut)])
	};
}
