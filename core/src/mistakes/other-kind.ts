import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** Another kind of shape in the same place and size. */
export const otherKind: Mistake = {
	id: "other-kind",
	family: "size and kind",
	changes: ["kind"],
	made: "a different kind of shape, like a square for a disc",
	did: "it draws `{was}`",
	instead: "`{now}`",
	asks: "Place and size are right. Is this the right kind of shape@?",
	make: (sites) => others(sites, 1),
	mend: ({ sites }) => others(sites, 4),
	example: { right: "circle centre 100, 80 diameter 60\n", wrong: "rect centre 100, 80 size 60, 60\n" },
};

const others = (sites: ProgramSites, most: number): Change[] =>
	sites.statements.flatMap((s) => {
		const at = { ...s, start: s.start + s.indent.length, end: s.start + s.indent.length + s.text.length };
		return s.otherKinds.slice(0, most).map((text) => ({
			...replaced(sites, at, text, "term"),
			was: s.text.split(" ")[0] as string,
			now: text.split(" ")[0] as string,
		}));
	});
