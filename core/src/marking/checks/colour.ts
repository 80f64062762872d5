import { z } from "zod";
import { formatColour, parseColour } from "../../colour/colour.ts";
import { difference } from "../../colour/difference.ts";
import { nameOf as colourName, FAMILIES, type Family, familiesOf } from "../../colour/family.ts";
import { type Common, type Finding, figureName, type Judgement } from "../criterion.ts";
import { subjectsOf } from "../scene.ts";
import { colourWord, isColour } from "../selector.ts";
import { type Check, nameOf } from "./check.ts";

const options = {
	what: z.enum(["fill", "outline", "text", "paper"]),
	is: colourWord.optional(),
	not: colourWord.optional(),
	"one of": z.array(colourWord).min(1).optional(),
	near: z.strictObject({ colour: colourWord, by: z.number().positive() }).optional(),
	same: z.literal(true).optional(),
	different: z.literal(true).optional(),
	as: figureName.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** A paint in words and code: "dark red #8b0000". */
function inWords(paint: number): string {
	return paint === -1 ? "none" : `${colourName(paint)} ${formatColour(paint)}`;
}

function right(o: Options, paint: number, others: readonly number[], as: number | undefined): boolean {
	if (o.is !== undefined) return isColour(paint, o.is);
	if (o.not !== undefined) return paint !== -1 && familiesOf(paint)[0] !== o.not && !(familiesOf(paint).length === 0);
	if (o["one of"]) return o["one of"].some((word) => isColour(paint, word));
	if (o.near) return paint !== -1 && isNear(paint, o.near.colour, o.near.by);
	if (o.as !== undefined) return as !== undefined && isSame(paint, as);
	if (o.same) return others.every((other) => isSame(paint, other));
	return others.every((other) => !isSame(paint, other));
}

function isSame(a: number, b: number): boolean {
	return a === b || (a !== -1 && b !== -1 && (difference(a, b) < 5 || familiesOf(a)[0] === familiesOf(b)[0]));
}

/** Whether a paint is within a distance of a colour; a family has no one place, so that its own borders count. */
function isNear(paint: number, word: string, by: number): boolean {
	const wanted = parseColour(word);
	return wanted === undefined || FAMILIES.includes(word as Family) ? isColour(paint, word) : difference(paint, wanted) <= by;
}

/** What colour figures, words or the paper have. */
export const colour: Check<Options> = {
	name: "colour",
	options,
	forbids: (o) => o.what === "paper",
	says: (o) => ({
		code: "colour",
		data: {
			name: nameOf(o.of),
			what: o.what,
			is: o.is ?? o.near?.colour ?? "",
			not: o.not ?? "",
			choices: o["one of"] ?? [],
			same: o.same === true,
			different: o.different === true,
			as: o.as ?? "",
		},
	}),
	judge(o, scene): Judgement {
		const data = {
			what: o.what,
			wanted: o.is ?? o.near?.colour ?? (o["one of"] ?? []).join(" or "),
			not: o.not ?? "",
			same: o.same === true,
			different: o.different === true,
			as: o.as ?? "",
		};
		if (o.what === "paper") {
			const { paper } = scene.drawing;
			const met = right(o, paper, [], undefined);
			return { findings: [{ met, code: "colour", data: { ...data, name: "paper", found: inWords(paper) } }], share: met ? 1 : 0, figures: [] };
		}
		const findings: Finding[] = [];
		let wanted = 0;
		const paintOf = (f: { fill: number; outline: number }) => (o.what === "outline" ? f.outline : f.fill);
		const other = o.as === undefined ? undefined : subjectsOf(scene, o.as)[0]?.figures[0];
		for (const subject of subjectsOf(scene, o.of)) {
			wanted += subject.wanted;
			for (const figure of subject.figures) {
				const others = subject.figures.filter((f) => f !== figure).map(paintOf);
				const met = right(o, paintOf(figure), others, other && paintOf(other));
				findings.push({ figure: figure.index, met, code: "colour", data: { ...data, name: nameOf(o.of), found: inWords(paintOf(figure)) } });
			}
		}
		const met = findings.filter((f) => f.met).length;
		const all = Math.max(wanted, findings.length);
		return {
			findings,
			share: o.for === "any" ? Math.min(1, met) : all === 0 ? 0 : met / all,
			figures: findings.map((f) => f.figure as number),
			wanted: wanted,
			...(findings.length === 0 && { missing: true }),
		};
	},
};
