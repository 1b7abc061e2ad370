/** The entries of a list in the environment, with commas between them; empty ones count nothing. */
export const listed = (name: string): string[] =>
	(process.env[name] ?? '')
		.split(',')
		.map((one) => one.trim())
		.filter(Boolean);
