/** A file that cannot be used, with a sentence for the one who chose it. */
export class FileProblem extends Error {}
