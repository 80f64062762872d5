import type { ProblemReport } from "@markpen/core";
import type { Colours } from "./colours.ts";

/** Problems and remarks as lines of a terminal: place, kind, sentence. */
export function problemLines(
	path: string,
	problems: readonly ProblemReport[],
	kind: "error" | "remark",
	colours: Colours,
): string[] {
	return problems.map(
		(p) =>
			`${path}:${p.line}:${p.column}: ${kind === "error" ? colours.red("error") : colours.yellow("remark")}: ${p.message}`,
	);
}
