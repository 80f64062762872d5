import type { Language, LanguageId, Languages } from "./languages/language.ts";
import { NIB, NIB_ALONE } from "./languages/nib/nib.ts";
import type { PythonFiles } from "./languages/python/interpreter.ts";

/** What languages need that core can't find itself. */
export interface Interpreters {
	/** The bytes of the interpreter of JavaScript: the file that its package has as `wasm`. */
	readonly javascript: () => Promise<Uint8Array>;
	/** The files of the interpreter of Python. */
	readonly python: () => Promise<PythonFiles>;
}

/** A language that is there, and what to wait for before a task that runs programs in it. */
interface Loaded {
	readonly language: Language;
	readonly ready: () => Promise<void>;
}

/** Loads languages where they are needed, each once; interpreters are no part of what is loaded at first. */
export class LanguageLoader {
	private readonly interpreters: Interpreters;
	private readonly loaded = new Map<LanguageId, Promise<Loaded>>();

	constructor(interpreters: Interpreters) {
		this.interpreters = interpreters;
	}

	/** Some languages, ready to run programs; Nib is always among them. To be called before each task. */
	async ready(ids: Iterable<LanguageId>): Promise<Languages> {
		const wanted = [...new Set(ids)].filter((id) => id !== "nib");
		if (wanted.length === 0) return NIB_ALONE;
		const all = new Map<LanguageId, Language>(NIB_ALONE);
		for (const id of wanted) {
			const { language, ready } = await this.load(id);
			await ready();
			all.set(id, language);
		}
		return all;
	}

	private load(id: LanguageId): Promise<Loaded> {
		let loading = this.loaded.get(id);
		if (!loading) {
			loading = this.begin(id);
			this.loaded.set(id, loading);
			// What couldn't be fetched is fetched again the next time.
			loading.catch(() => this.loaded.delete(id));
		}
		return loading;
	}

	private async begin(id: LanguageId): Promise<Loaded> {
		if (id === "javascript") {
			const { loadJavaScript } = await import("./languages/javascript/javascript.ts");
			const language = await loadJavaScript(await this.interpreters.javascript());
			return { language, ready: () => language.ready() };
		}
		if (id === "python") {
			const { loadPython } = await import("./languages/python/python.ts");
			const language = await loadPython(await this.interpreters.python());
			return { language, ready: () => language.ready() };
		}
		if (id === "svg") {
			const { SVG } = await import("./languages/svg/svg.ts");
			return { language: SVG, ready: async () => {} };
		}
		if (id === "nib") return { language: NIB, ready: async () => {} };
		throw new Error(`the language ${id} can't be loaded`);
	}
}
