declare global {
	// eslint-disable-next-line @typescript-eslint/no-namespace -- SvelteKit asks for this shape
	namespace App {}
}
export {};
