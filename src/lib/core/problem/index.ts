/** A file that cannot be used, with a sentence for the one who chose it. */
export class FileProblem extends Error {
	/** Told apart by its name when it comes out of a worker. */
	override name = 'FileProblem';
}
