import type { Data } from "../marking/criterion.ts";
import { inWords, listed, num, sentence } from "./lists.ts";
import { plural, theFigure } from "./names.ts";

const text = (v: Data[string] | undefined) => String(v ?? "");
const values = (v: Data[string] | undefined): string[] => (Array.isArray(v) ? v.map(String) : []);

/** Where in a program: " in the routine lamp", " in the main program"; nothing for anywhere. */
export function inRegion(where: string): string {
	if (where === "anywhere" || where === "") return "";
	if (where === "main") return " in the main program";
	return where === "each frame" ? " in each frame" : ` in the ${where}`;
}

/** A construct as a sentence names it. */
export function constructWord(word: string): string {
	return ["loop", "routine", "picture", "area", "list", "comment", "calculation", "call"].includes(word)
		? `a ${word}`
		: `\`${word}\``;
}

/** What a criterion asks of the source. */
export function codeSentence(data: Data): string {
	const said: string[] = [];
	const where = inRegion(text(data.where));
	const least = Number(data.least);
	const uses = values(data.uses);
	if (uses.length > 0)
		said.push(
			`the program uses ${listed(uses.map((w) => (least > 1 ? `${num(least)} times ${constructWord(w).replace(/^a /, "")}` : constructWord(w))))}${where}`,
		);
	if (values(data.avoids).length > 0)
		said.push(
			`the program does without ${listed(values(data.avoids).map((w) => constructWord(w).replace(/^a /, "")))}${where}`,
		);
	if (data.loop) {
		const rounds = Number(data.rounds);
		const loop = `a loop${rounds >= 0 ? ` of ${rounds} rounds` : ""}${data.nested ? " with another loop in it" : ""}`;
		said.push(`${loop} is used${where}${data.variable ? ", and uses a value that changes from round to round" : ""}`);
	}
	const routines = Number(data.routines);
	if (routines > -2) {
		const parts = [routines >= 0 ? `${inWords(routines)} ${plural("routine", routines)}` : "a routine"];
		if (Number(data.values) > 0)
			parts.push(`with ${inWords(Number(data.values))} ${plural("value", Number(data.values))} or more`);
		if (Number(data.called) > 0) parts.push(`called ${inWords(Number(data.called))} times or more`);
		said.push(parts.join(" "));
	}
	if (Number(data.most) > 0)
		said.push(`at most ${inWords(Number(data.most))} ${plural("statement", Number(data.most))}${where}`);
	if (text(data.than))
		said.push(`fewer statements than ${text(data.than) === "starter" ? "the given program" : "your last try"}`);
	if (values(data.written).length > 0) said.push(`written: ${listed(values(data.written))}`);
	const calculation = values(data.calculation);
	if (calculation.length > 0) {
		const own = calculation.filter((c) => c !== "anywhere");
		const of = text(data.name) ? ` of ${theFigure(text(data.name))}` : "";
		said.push(
			`${own.length > 0 ? `${listed(own)}${of} are` : "something is"} worked out in the program${data.brackets ? ", with brackets" : ""}${values(data.operators).length > 0 ? ` (${listed(values(data.operators))})` : ""}`,
		);
	}
	if (text(data.declared)) {
		const changed = text(data.changed) ? `, and changed${inRegion(text(data.changed)) || " later"}` : "";
		said.push(`a variable is declared${inRegion(text(data.declared))}${changed}`);
	}
	if (text(data.tied))
		said.push(
			`the ${text(data.tied)}${text(data.name) ? ` of ${theFigure(text(data.name))}` : ""} are kept in variables`,
		);
	if (text(data.colour))
		said.push(`colours are written as ${text(data.colour) === "numbers" ? "numbers" : `${text(data.colour)}s`}`);
	if (data.stretch) said.push(`no stretch of the program stands there twice${where}`);
	if (data.unused) said.push("nothing in the program is left unused");
	return sentence(listed(said));
}

const METHODS: Readonly<Record<string, (d: Data) => { wanted: string; found: string }>> = {
	"code-uses": (d) => ({
		wanted: `${Number(d.least) > 1 ? `${num(Number(d.least))} times ` : ""}${constructWord(text(d.word))}${inRegion(text(d.where))}`,
		found: Number(d.found) === 0 ? "none" : `${num(Number(d.found))}`,
	}),
	"code-avoids": (d) => ({
		wanted: `no ${constructWord(text(d.word)).replace(/^a /, "")}`,
		found: Number(d.found) === 0 ? "none" : `it in line ${text(d.line)}`,
	}),
	"code-loop": (d) => ({
		wanted: `a loop${Number(d.rounds) >= 0 ? ` of ${num(Number(d.rounds))} rounds` : ""}${d.nested ? " with another loop in it" : ""}${d.variable ? " that uses a changing value" : ""}${inRegion(text(d.where))}`,
		found:
			Number(d.loops) === 0
				? "none"
				: Number(d.rounds) >= 0 && Number(d.found) >= 0 && d.found !== d.rounds
					? `one of ${num(Number(d.found))} rounds`
					: "a loop without it",
	}),
	"code-routines": (d) => ({
		wanted: Number(d.wanted) < 0 ? "a routine" : `${inWords(Number(d.wanted))} ${plural("routine", Number(d.wanted))}`,
		found: Number(d.found) === 0 ? "none" : num(Number(d.found)),
	}),
	"code-values": (d) => ({
		wanted: `a routine with ${inWords(Number(d.wanted))} ${plural("value", Number(d.wanted))}`,
		found: Number(d.routines) === 0 ? "no routine" : `${inWords(Number(d.found))} at the most`,
	}),
	"code-called": (d) => ({
		wanted: `a routine called ${inWords(Number(d.wanted))} times`,
		found:
			Number(d.routines) === 0
				? "no routine"
				: `${inWords(Number(d.found))} ${Number(d.found) === 1 ? "call" : "calls"} at the most`,
	}),
	"code-statements": (d) => ({
		wanted: `at most ${num(Number(d.most))} statements${inRegion(text(d.where))}`,
		found: num(Number(d.found)),
	}),
	"code-fewer": (d) => ({
		wanted: Number(d.before) < 0 ? "fewer than before" : `fewer than ${num(Number(d.before))} statements`,
		found: num(Number(d.found)),
	}),
	"code-written": (d) => ({
		wanted: `${num(Number(d.wanted))} times \`${text(d.word)}\` in the program`,
		found: num(Number(d.found)),
	}),
	"code-calculation": (d) => ({
		wanted: `${inWords(Number(d.least))} or more worked out (${text(d.where)})`,
		found: Number(d.found) === 0 ? "fixed numbers only" : num(Number(d.found)),
	}),
	"code-operator": (d) => ({ wanted: `\`${text(d.sign)}\` in what is worked out`, found: "none" }),
	"code-brackets": () => ({ wanted: "brackets in what is worked out", found: "none" }),
	"code-variable": (d) => ({
		wanted: `a variable declared${inRegion(text(d.declared))}${text(d.changed) ? ` and changed${inRegion(text(d.changed)) || " later"}` : ""}`,
		found: "none",
	}),
	"code-tied": (d) => ({
		wanted: `${text(d.use)} kept in variables`,
		found: Number(d.fixed) === 0 ? "none to look at" : `fixed numbers in line ${text(d.line)}`,
	}),
	"code-colour": (d) => ({
		wanted: `colours written as ${text(d.as) === "numbers" ? "numbers" : `${text(d.as)}s`}`,
		found:
			text(d.found) === ""
				? "no colour"
				: `one written as ${text(d.found) === "numbers" ? "numbers" : `a ${text(d.found)}`} in line ${text(d.line)}`,
	}),
	"code-stretch": (d) => ({
		wanted: "no stretch twice",
		found: Number(d.first) === 0 ? "none" : `what begins in line ${text(d.first)} again from line ${text(d.again)} on`,
	}),
	"code-unused": (d) => ({
		wanted: "nothing left unused",
		found: Number(d.count) === 0 ? "nothing" : `${num(Number(d.count))} unused, the first in line ${text(d.line)}`,
	}),
};

/** What was wanted and found of the source; undefined for what isn't of the source. */
export function codeWords(code: string, data: Data): { wanted: string; found: string } | undefined {
	return METHODS[code]?.(data);
}

export const CODE_WORDS = Object.keys(METHODS);
