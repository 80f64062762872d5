import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";

/** A block of a recipe: a file to write, or changes to one that is there. */
export interface Step {
	readonly path: string;
	/** The whole of a new file. */
	readonly file?: string;
	/** Changes, each the lines that are there (context and removed ones) and those that take their place. */
	readonly changes?: readonly { readonly from: string; readonly to: string }[];
}

const without = (lines: readonly string[], sign: "+" | "-") =>
	lines.flatMap((line) => (line.startsWith(sign) ? [] : [`${line.slice(1)}\n`])).join("");

/** The steps of a recipe: its blocks whose first line names a file. */
export function stepsOf(recipe: string): Step[] {
	return [...recipe.matchAll(/^```(\w+) (\S+)\n([\s\S]*?)^```$/gm)].map(([, kind, path = "", text = ""]) => {
		if (kind !== "diff") return { path, file: text };
		const hunks = text.trimEnd().split("\n@@\n");
		const changes = hunks.map((hunk) => {
			const lines = hunk.split("\n");
			return { from: without(lines, "+"), to: without(lines, "-") };
		});
		return { path, changes };
	});
}

/** Follows a step in a copy of the project. throws if a change doesn't fit in just one place. */
export function follow(step: Step, root: string): void {
	const path = join(root, step.path);
	if (step.file !== undefined) {
		mkdirSync(dirname(path), { recursive: true });
		writeFileSync(path, step.file, { flag: "wx" });
		return;
	}
	let text = readFileSync(path, "utf8");
	for (const { from, to } of step.changes ?? []) {
		const places = `\n${text}`.split(`\n${from}`).length - 1;
		if (places !== 1) throw new Error(`${step.path} has these lines ${places} times, not once:\n${from}`);
		text = `\n${text}`.replace(`\n${from}`, () => `\n${to}`).slice(1);
	}
	writeFileSync(path, text);
}
