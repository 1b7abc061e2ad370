/** AssemblyScript, compiled by vite.kernel.ts. */
declare module '*.as' {
	const module: WebAssembly.Module;
	export default module;
}
