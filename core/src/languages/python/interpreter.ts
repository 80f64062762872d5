import create from "pyodide/pyodide.asm.mjs";
import { type Imports, shutIn } from "./interpreter-imports.ts";

/** An address in the interpreter's memory; 0 for none. */
export type Address = number;

/** What is used of the interpreter: CPython's own functions in C, and its memory. */
export interface Python {
	readonly HEAPU8: Uint8Array;
	readonly HEAP32: Int32Array;
	readonly HEAPU32: Uint32Array;
	readonly FS: {
		readonly mkdirTree: (path: string) => void;
		readonly writeFile: (path: string, bytes: Uint8Array) => void;
		readonly streams: readonly ({ readonly fd: number } | null | undefined)[];
		readonly close: (stream: { readonly fd: number }) => void;
	};
	readonly ENV: Record<string, string>;
	readonly UTF8ToString: (at: Address) => string;
	readonly lengthBytesUTF8: (text: string) => number;
	readonly stringToUTF8: (text: string, at: Address, most: number) => number;
	/** The number, in the interpreter's table, of a function of numbers. @param signature as Emscripten has it */
	readonly addFunction: (run: (...values: number[]) => number, signature: string) => number;
	readonly stackSave: () => Address;
	readonly stackRestore: (at: Address) => void;
	readonly _emscripten_stack_get_end: () => Address;
	readonly _malloc: (bytes: number) => Address;
	readonly _free: (at: Address) => void;
	readonly _Py_InitializeEx: (signals: number) => void;
	readonly _PyRun_SimpleStringFlags: (source: Address, flags: number) => number;
	readonly _PyImport_AddModule: (name: Address) => Address;
	readonly _PyObject_GetAttrString: (of: Address, name: Address) => Address;
	readonly _PyObject_SetAttrString: (of: Address, name: Address, value: Address) => number;
	readonly _PyObject_CallObject: (callable: Address, values: Address) => Address;
	readonly _PyObject_Str: (value: Address) => Address;
	readonly _PyObject_IsTrue: (value: Address) => number;
	readonly _PyCFunction_NewEx: (method: Address, self: Address, module: Address) => Address;
	readonly _PyTuple_New: (size: number) => Address;
	readonly _PyTuple_SetItem: (tuple: Address, index: number, value: Address) => number;
	readonly _PyTuple_Size: (tuple: Address) => number;
	readonly _PyTuple_GetItem: (tuple: Address, index: number) => Address;
	readonly _PyList_Size: (list: Address) => number;
	readonly _PyList_GetItem: (list: Address, index: number) => Address;
	readonly _PyObject_GetIter: (value: Address) => Address;
	readonly _PyIter_Next: (iterator: Address) => Address;
	readonly _PyUnicode_FromString: (text: Address) => Address;
	readonly _PyUnicode_AsUTF8: (text: Address) => Address;
	readonly _PyFloat_FromDouble: (value: number) => Address;
	readonly _PyFloat_AsDouble: (value: Address) => number;
	readonly _PyLong_FromLong: (value: number) => Address;
	readonly _PyLong_AsLong: (value: Address) => number;
	readonly _PyBool_FromLong: (value: number) => Address;
	readonly _PyErr_Occurred: () => Address;
	readonly _PyErr_Clear: () => void;
	readonly _PyErr_SetString: (kind: Address, text: Address) => void;
	readonly _PyEval_GetFrame: () => Address;
	readonly _PyFrame_GetBack: (frame: Address) => Address;
	readonly _PyFrame_GetCode: (frame: Address) => Address;
	readonly _PyFrame_GetLineNumber: (frame: Address) => number;
	readonly _Py_DecRef: (value: Address) => void;
	readonly _Py_IncRef: (value: Address) => void;
	readonly __Py_NoneStruct: Address;
	readonly _PyFloat_Type: Address;
	readonly _PyLong_Type: Address;
	readonly _PyBool_Type: Address;
	readonly _PyUnicode_Type: Address;
	readonly _PyTuple_Type: Address;
	readonly _PyList_Type: Address;
	readonly _PyExc_EOFError: Address;
	/** A flag in memory: whether the interpreter asks again and again whether to stop. */
	readonly _Py_EMSCRIPTEN_SIGNAL_HANDLING: Address;
}

/** The files that the interpreter is made of. */
export interface PythonFiles {
	/** Its code, in WebAssembly. */
	readonly code: Uint8Array;
	/** Its standard library, in a zip. */
	readonly library: Uint8Array;
}

/** The interpreter's code, compiled: a `WebAssembly.Module`. */
export type CompiledPython = object;

declare const WebAssembly: {
	readonly compile: (bytes: Uint8Array) => Promise<CompiledPython>;
	readonly instantiate: (module: CompiledPython, imports: object) => Promise<object>;
};

export const compiledPython = (code: Uint8Array) => WebAssembly.compile(code);

const LIBRARY = "/lib/python314.zip";
/** Bytes that a program may have the interpreter's memory grow to: 64 MiB more than it has to begin with. */
const MOST_MEMORY = 96 * 1024 * 1024;

/** What an interpreter asks of those who use it. */
export interface PythonHost {
	readonly isShut: () => boolean;
	readonly check: () => void;
	readonly time: () => number;
}

/**
 * An interpreter that has not begun yet: CPython as Pyodide builds it, without the part that would let a program reach
 * JavaScript, and with the wall of {@link shutIn} round it.
 */
export async function madePython(module: CompiledPython, library: Uint8Array, host: PythonHost): Promise<Python> {
	let made: Python | undefined;
	const python = () => {
		if (!made) throw new Error("the interpreter isn't there yet");
		return made;
	};
	const settings = {
		API: { config: { env: {} }, runtimeEnv: {} },
		noInitialRun: true,
		arguments: [],
		thisProgram: "/python",
		print: () => {},
		printErr: () => {},
		instantiateWasm(imports: Imports, done: (instance: object, module: CompiledPython) => void) {
			shutIn(imports, {
				...host,
				mayGrow: (bytes) => bytes <= MOST_MEMORY,
				text: (at) => python().UTF8ToString(at),
				bytes: () => python().HEAPU8,
				library: LIBRARY,
			});
			void WebAssembly.instantiate(module, imports).then((instance) => done(instance, module));
			return {};
		},
		preRun: [
			(of: Python) => {
				made = of;
				Object.assign(of.ENV, {
					PYTHONHASHSEED: "0",
					PYTHONHOME: "/",
					PYTHONPATH: LIBRARY,
					PYTHONDONTWRITEBYTECODE: "1",
					PYTHONNOUSERSITE: "1",
					HOME: "/",
					LANG: "C.UTF-8",
					TZ: "UTC",
				});
				of.FS.mkdirTree("/lib/python3.14/lib-dynload");
				of.FS.writeFile(LIBRARY, library);
			},
		],
	};
	return (await create(settings)) as Python;
}

/** A text as C has it, ended by a zero; to be freed by who asks for it. */
export function cText(python: Python, text: string): Address {
	const size = python.lengthBytesUTF8(text) + 1;
	const at = python._malloc(size);
	if (at === 0) throw new Error("the interpreter has no memory left");
	python.stringToUTF8(text, at, size);
	return at;
}
