import { putIn, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A stray line. */
export const aLineMore: Mistake = {
	id: "a-line-more",
	family: "statements",
	changes: ["number"],
	made: "a stray line",
	did: "",
	instead: "",
	asks: "",
	make(sites, { sheet }) {
		const [x, y] = sheet.origin === "centre" ? [-sheet.width / 2, -sheet.height / 2] : [0, 0];
		const [from, to] = [
			[x + 8, y + 9],
			[x + 70, y + 33],
		].map((point) => point.map(written).join(", "));
		const line = `pen colour black width 2\nline from ${from} to ${to}`;
		const frames = statementsThat(sites, "frames")[0];
		const gap = sites.gaps.filter((g) => g.block === (frames ? frames.index + 1 : 0)).at(-1);
		return gap ? [putIn(gap, line.replaceAll("\n", `\n${gap.indent}`))] : [];
	},
	mendedBy: ["one-more-beside"],
	example: {
		right: "circle centre 100, 80 diameter 60\n",
		wrong: "circle centre 100, 80 diameter 60\npen colour black width 2\nline from 8, 9 to 70, 33\n",
	},
};
