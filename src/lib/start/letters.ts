/** How long a page waits for its letters before it is put up in others, in ms. */
const PATIENCE = 1000;

/**
 * The letters of the interface, or that they are not to be waited for. A page that is put up without them
 * looks for a stand-in for each weight and size, one by one: 30 to 60 ms in one task, and all is set twice.
 */
export const letters: Promise<unknown> = Promise.race([
	Promise.allSettled(needed().map((face) => face.load())),
	new Promise((resolve) => setTimeout(resolve, PATIENCE))
]);

/** Faces that the page begins with: the first page has no figures on it. */
function needed(): FontFace[] {
	// Text first, then figures; none while it is developed, where styles come later than scripts.
	const faces = [...firstFaces()];
	return location.pathname === '/' ? faces.slice(0, 1) : faces;
}

/** Of each family the face that was told last, in the order in which they were asked for: see vite.fonts.ts. */
function firstFaces(): Iterable<FontFace> {
	const last = new Map<string, FontFace>();
	for (const face of document.fonts) last.set(face.family, face);
	return last.values();
}
