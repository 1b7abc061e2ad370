import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import type { Plugin } from 'vite';

/**
 * Compiles AssemblyScript, `*.as`, to WebAssembly: such a file's default export is a module that is
 * ready to be instantiated. The compiler is a package of the registry; nothing compiled is kept.
 * @param change what is done to the source before, to try another way
 */
export const kernelsBy = (change: (source: string) => string): Plugin => ({
	name: 'kernels',
	enforce: 'pre',
	async load(id) {
		if (!id.endsWith('.as')) return null;
		const binary = await compile(change(await readFile(id, 'utf8')), basename(id, '.as'));
		return {
			code: `const bytes = Uint8Array.from(atob('${Buffer.from(binary).toString('base64')}'), (c) => c.charCodeAt(0));
export default new WebAssembly.Module(bytes);`,
			map: null
		};
	}
});

/** Kernels as they stand. */
export const kernels = kernelsBy((source) => source);

/** What is used of the compiler. */
interface Compiler {
	main(
		args: string[],
		how: {
			readFile: (name: string) => string | null;
			writeFile: (name: string, contents: string | Uint8Array) => void;
			listFiles: () => string[];
			stderr: { write: (text: string | Uint8Array) => void };
		}
	): Promise<{ error: Error | null }>;
}

async function compile(source: string, name: string): Promise<Uint8Array> {
	// Not by its types: they say of all arrays what holds in AssemblyScript alone.
	const from: string = 'assemblyscript/asc';
	const { default: asc } = (await import(from)) as { default: Compiler };
	const file = `${name}.ts`;
	let binary: Uint8Array | undefined;
	const said: string[] = [];
	const { error } = await asc.main(
		[file, '--outFile', 'out.wasm', '--enable', 'simd', '--runtime', 'stub', '-O3', '--noAssert'],
		{
			readFile: (asked) => (asked === file ? source : null),
			writeFile: (_, contents) => void (binary = contents as Uint8Array),
			listFiles: () => [],
			stderr: { write: (text: string | Uint8Array) => void said.push(String(text)) }
		}
	);
	if (error || !binary) throw new Error(`${name}.as does not compile:\n${said.join('')}`);
	return binary;
}
