import type { CodeFindings } from "../marking/checks/code.ts";
import type { CheckSentences } from "../marking/checks/index.ts";
import { inWords, listed, num, sentence } from "./lists.ts";
import { plural, theFigure } from "./names.ts";
import type { WantedAndFound } from "./wanted-and-found.ts";

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

/** The highest number of calls of one routine. */
const mostCalls = (count: number) => (count === 0 ? "no call" : `at most ${inWords(count)} ${plural("call", count)}`);

/** "2 s", "1 s or more", "1 to 2 s". */
function seconds(low: number, high: number): string {
	if (low === high) return `${num(low)} s`;
	if (high < 0 || !Number.isFinite(high)) return `${num(low)} s or more`;
	return low === 0 ? `at most ${num(high)} s` : `${num(low)} to ${num(high)} s`;
}

const timesWord = (count: number) => (count === 1 ? "once" : `${inWords(count)} times`);

/** "2 circle" as a criterion has it: "`circle` is written two times". */
function writtenSaid(written: string): string {
	const [count = "0", ...words] = written.split(" ");
	return count === "0"
		? `\`${words.join(" ")}\` isn't written`
		: `\`${words.join(" ")}\` is written ${timesWord(Number(count))}`;
}

/** What a criterion asks of the program's pictures. */
function picturesSaid({ inside, pictures }: CheckSentences["code"]): string {
	if (inside) return "a picture is used inside another";
	if (pictures < 0) return "a picture is made";
	return `${inWords(pictures)} ${plural("picture", pictures)} ${pictures === 1 ? "is" : "are"} made`;
}

/** What a criterion asks of the source. */
export function codeSentence(data: CheckSentences["code"]): string {
	const said: string[] = [];
	const where = inRegion(data.where);
	const least = data.least;
	const uses = data.uses;
	if (data.first) said.push(`${listed(uses.map(constructWord))} comes first${where}`);
	else if (uses.length > 0)
		said.push(
			`the program uses ${listed(uses.map(constructWord))}${least > 1 ? ` ${num(least)} times or more` : ""}${where}`,
		);
	if (data.avoids.length > 0)
		said.push(`the program doesn't use ${listed(data.avoids.map((w) => constructWord(w).replace(/^a /, "")))}${where}`);
	if (data.loop) {
		const rounds = data.rounds;
		const loop = `a loop${rounds >= 0 ? ` of ${rounds} rounds` : ""}${data.nested ? " with another loop in it" : ""}`;
		said.push(`${loop} is used${where}${data.variable ? " and uses a value that changes in each round" : ""}`);
	}
	const routines = data.routines;
	if (routines > -2) {
		const parts = [routines >= 0 ? `${inWords(routines)} ${plural("routine", routines)}` : "a routine"];
		if (data.values > 0) parts.push(`with ${inWords(data.values)} ${plural("value", data.values)} or more`);
		if (data.called > 0) parts.push(`called ${inWords(data.called)} times or more`);
		said.push(parts.join(" "));
	}
	if (data.most > 0) said.push(`at most ${inWords(data.most)} ${plural("statement", data.most)}${where}`);
	if (data.than) said.push(`fewer statements than ${data.than === "starter" ? "the given program" : "your last try"}`);
	if (data.written.length > 0) said.push(listed(data.written.map(writtenSaid)));
	const calculation = data.calculation;
	if (calculation.length > 0) {
		const own = calculation.filter((c) => c !== "anywhere");
		const of = data.name ? ` of ${theFigure(data.name)}` : "";
		said.push(
			`${own.length > 0 ? `${listed(own)}${of} are` : "something is"} calculated in the program${data.brackets ? ", with brackets" : ""}${data.operators.length > 0 ? ` (${listed(data.operators)})` : ""}`,
		);
	}
	if (data.declared) {
		const changed = data.changed ? `, and changed${inRegion(data.changed) || " later"}` : "";
		said.push(`a variable is declared${inRegion(data.declared)}${changed}`);
	}
	if (data.tied) said.push(`the ${data.tied}${data.name ? ` of ${theFigure(data.name)}` : ""} are stored in variables`);
	if (data.colour) said.push(`colours are written as ${data.colour === "numbers" ? "numbers" : `${data.colour}s`}`);
	if (data.pictures > -2) said.push(picturesSaid(data));
	if (data.pause.length > 0)
		said.push(`every pause lasts ${seconds(data.pause[0] as number, data.pause[1] as number)}`);
	if (data.stretch) said.push(`no part of the program is written twice${where}`);
	if (data.unused) said.push("everything in the program is used");
	return sentence(listed(said));
}

/** What was wanted and found of the source. */
export const CODE_WORDS: { readonly [C in keyof CodeFindings]: (data: CodeFindings[C]) => WantedAndFound } = {
	"code-uses": (d) => ({
		wanted: `${constructWord(d.word)}${d.least > 1 ? ` ${num(d.least)} times or more` : ""}${inRegion(d.where)}`,
		found: d.found === 0 ? "none" : `${num(d.found)}`,
	}),
	"code-first": (d) => ({
		wanted: `${constructWord(d.word)} first${inRegion(d.where)}`,
		found: "something else",
	}),
	"code-pictures": (d) => ({
		wanted: d.wanted < 0 ? "a picture" : `${inWords(d.wanted)} ${plural("picture", d.wanted)}`,
		found: d.found === 0 ? "none" : num(d.found),
	}),
	"code-inside": (d) => ({
		wanted: "a picture inside another",
		found: d.pictures === 0 ? "no picture" : "no picture inside another",
	}),
	"code-pause": (d) => ({
		wanted: `pauses of ${seconds(d.low, d.high)}`,
		found: d.found < 0 ? "none" : `one of ${num(d.found)} s in line ${d.line}`,
	}),
	"code-avoids": (d) => ({
		wanted: `no ${constructWord(d.word).replace(/^a /, "")}`,
		found: d.found === 0 ? "none" : `it in line ${d.line}`,
	}),
	"code-loop": (d) => ({
		wanted: `a loop${d.rounds >= 0 ? ` of ${num(d.rounds)} rounds` : ""}${d.nested ? " with another loop in it" : ""}${d.variable ? " that uses a changing value" : ""}${inRegion(d.where)}`,
		found:
			d.loops === 0
				? "none"
				: d.rounds >= 0 && d.found >= 0 && d.found !== d.rounds
					? `one of ${num(d.found)} rounds`
					: "a different loop",
	}),
	"code-routines": (d) => ({
		wanted: d.wanted < 0 ? "a routine" : `${inWords(d.wanted)} ${plural("routine", d.wanted)}`,
		found: d.found === 0 ? "none" : num(d.found),
	}),
	"code-values": (d) => ({
		wanted: `a routine with ${inWords(d.wanted)} ${plural("value", d.wanted)}`,
		found: d.routines === 0 ? "no routine" : `at most ${inWords(d.found)}`,
	}),
	"code-called": (d) => ({
		wanted: `a routine called ${timesWord(d.wanted)}`,
		found: d.routines === 0 ? "no routine" : mostCalls(d.found),
	}),
	"code-statements": (d) => ({
		wanted: `at most ${num(d.most)} statements${inRegion(d.where)}`,
		found: num(d.found),
	}),
	"code-fewer": (d) => ({
		wanted: d.before < 0 ? "fewer than before" : `fewer than ${num(d.before)} statements`,
		found: num(d.found),
	}),
	"code-written": (d) => ({
		wanted: d.wanted === 0 ? `no \`${d.word}\`` : `\`${d.word}\` ${timesWord(d.wanted)}`,
		found: num(d.found),
	}),
	"code-calculation": (d) => ({
		wanted: `${inWords(d.least)} or more of the ${listed(d.where.split(" and "))} calculated`,
		found: d.found === 0 ? "fixed numbers only" : num(d.found),
	}),
	"code-operator": (d) => ({ wanted: `\`${d.sign}\` in a calculation`, found: "none" }),
	"code-brackets": () => ({ wanted: "brackets in a calculation", found: "none" }),
	"code-variable": (d) => ({
		wanted: `a variable declared${inRegion(d.declared)}${d.changed ? ` and changed${inRegion(d.changed) || " later"}` : ""}`,
		found: "none",
	}),
	"code-tied": (d) => ({
		wanted: `${d.use} stored in variables`,
		found: d.fixed === 0 ? "none" : `fixed numbers in line ${d.line}`,
	}),
	"code-colour": (d) => ({
		wanted: `colours written as ${d.as === "numbers" ? "numbers" : `${d.as}s`}`,
		found:
			d.found === ""
				? "no colour"
				: `one written as ${d.found === "numbers" ? "numbers" : `a ${d.found}`} in line ${d.line}`,
	}),
	"code-stretch": (d) => ({
		wanted: "no part twice",
		found: d.first === 0 ? "none" : `the part that starts in line ${d.first} is repeated from line ${d.again}`,
	}),
	"code-unused": (d) => ({
		wanted: "everything used",
		found: d.count === 0 ? "everything used" : `${num(d.count)} unused, the first in line ${d.line}`,
	}),
};
