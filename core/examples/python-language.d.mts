import type { PythonLanguage } from "../src/languages/python/python.ts";

export function pythonLanguage(): Promise<PythonLanguage>;
