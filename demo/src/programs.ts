import { readFileSync } from "node:fs";
import { parse } from "yaml";

/** One program of the demo with what is known of it; see programs.yaml. */
export interface DemoProgram {
	readonly exercise: string;
	readonly student: string;
	readonly try: number;
	/** Days before today. */
	readonly day: number;
	/** Minutes after the lesson began. */
	readonly minute: number;
	readonly right?: string;
	readonly mistake?: string;
	/** The criteria that the mistake costs. */
	readonly costs?: readonly string[];
	readonly stops?: string;
	readonly unreadable?: string;
	readonly source: string;
}

const FILE = new URL("../programs.yaml", import.meta.url);

/** Every program of the demo, in the order of the file. */
export function demoPrograms(): DemoProgram[] {
	return parse(readFileSync(FILE, "utf8")) as DemoProgram[];
}
