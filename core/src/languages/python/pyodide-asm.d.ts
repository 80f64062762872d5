declare module "pyodide/pyodide.asm.mjs" {
	const create: (settings: object) => Promise<unknown>;
	export default create;
}
