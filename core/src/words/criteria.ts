import type { Data } from "../marking/criterion.ts";
import { inWords, listed, num, sentence } from "./lists.ts";

type Says = { readonly code: string; readonly data: Data };
const text = (v: Data[string] | undefined) => String(v ?? "");
const values = (v: Data[string] | undefined): (string | number)[] => (Array.isArray(v) ? [...v] : []);

/** A figure's name with its article, unless it speaks of all. */
export function theFigure(name: string): string {
	return name === "everything" ? "everything" : `the ${name.replaceAll("-", " ")}`;
}

function plural(name: string, count: number): string {
	const plain = name === "everything" ? "figure" : name.replaceAll("-", " ");
	return count === 1 ? plain : plain.endsWith("s") ? plain : `${plain}s`;
}

const UNITS: Readonly<Record<string, string>> = { "interior angles": "°", rotation: "°" };

/** A measure as a sentence names it. */
export function measureWord(what: string): string {
	return what === "closing gap" ? "gap where it closes" : what;
}

function measured(data: Data): string {
	const what = values(data.what).map(String);
	const name = theFigure(text(data.name));
	const unit = UNITS[what[0] as string] ?? "";
	const wanted = values(data.wanted).map((v) => `${num(Number(v))}${unit}`);
	const words = listed(what.map(measureWord));
	if (data.same) return `${sentence(words)}: the same in every ${text(data.name).replaceAll("-", " ")}`;
	if (text(data.other))
		return `${sentence(words)} of ${name}: ${data.times === 1 ? "" : `${num(Number(data.times))} times `}the ${text(data.otherWhat)} of ${theFigure(text(data.other))}`;
	if (what.join() === "width,height" && wanted.length === 2) return `${sentence(name)} is ${wanted.join(" by ")}`;
	if (wanted.length > 0) return `${sentence(words)} of ${name}: ${listed(wanted)}`;
	const [low, high] = [Number(data.low), Number(data.high)];
	if (what[0] === "closing gap") return `${sentence(name)} closes`;
	const range = Number.isFinite(low) && Number.isFinite(high) ? `from ${num(low)} to ${num(high)}` : Number.isFinite(low) ? `${num(low)} or more` : `${num(high)} or less`;
	return `${sentence(words)} of ${name}: ${range}`;
}

function coloured(data: Data): string {
	const name = text(data.what) === "paper" ? "the paper" : theFigure(text(data.name));
	const part = text(data.what) === "outline" ? "outline" : text(data.what) === "paper" ? "colour" : "fill";
	if (data.same) return `One ${part} colour for ${name.replace(/^the /, "every ")}`;
	if (data.different) return `A ${part} colour of its own for ${name.replace(/^the /, "every ")}`;
	if (text(data.as)) return `${sentence(name)} has the colour of ${theFigure(text(data.as))}`;
	const choices = values(data.choices).map(String);
	if (choices.length > 0) return `${sentence(name)}: ${part} ${listed(choices, "or")}`;
	if (text(data.not)) return `${sentence(name)} is some colour other than ${text(data.not)}`;
	return part === "outline" ? `${sentence(name)} has a ${text(data.is)} outline` : `${sentence(name)} is ${text(data.is)}`;
}

const MADE: Readonly<Record<string, (data: Data) => string>> = {
	count(data) {
		const name = text(data.name);
		const exactly = Number(data.exactly);
		if (exactly >= 0) return sentence(`${exactly === 0 ? "no" : inWords(exactly)} ${plural(name, exactly)}`);
		const [least, most] = [Number(data.least), Number(data.most)];
		if (least >= 0 && most >= 0) return `From ${least} to ${most} ${plural(name, most)}`;
		return least >= 0 ? `${sentence(inWords(least))} ${plural(name, least)} or more` : `At most ${inWords(most)} ${plural(name, most)}`;
	},
	measure: measured,
	position(data) {
		const name = theFigure(text(data.name));
		const anchor = text(data.anchor);
		const places = values(data.places).map(String);
		const subject = anchor === "centre" ? `the middle of ${name}` : `the ${anchor} of ${name}`;
		if (places.length === 1) return sentence(`${subject} is at ${places[0]}`);
		if (places.length > 1)
			return `${sentence(anchor === "centre" ? "middles" : `${anchor}s`)} of the ${plural(text(data.name), 2)} at ${places.slice(0, 3).join("; ")}${places.length > 3 ? " and so on" : ""}`;
		if (text(data.on)) return sentence(`${subject} is on the line ${text(data.on).replace(" ", " = ")}`);
		if (text(data.from)) return sentence(`${subject} is ${values(data.offset).join(", ")} from that of ${theFigure(text(data.from))}`);
		return sentence(`${name} is in the ${listed(values(data.zones).map(String), "or")}`);
	},
	colour: coloured,
	sheet(data) {
		const said: string[] = [];
		if (text(data.size)) said.push(`the sheet is ${text(data.size)}`);
		if (text(data.paper)) said.push(`the paper is ${text(data.paper)}`);
		if (text(data.not)) said.push(`the paper has a colour other than ${text(data.not)}`);
		if (data.on) said.push("everything is on the sheet");
		return sentence(listed(said));
	},
	filling(data) {
		const name = theFigure(text(data.name));
		const said: string[] = [];
		if (text(data.is)) said.push(text(data.is) === "outlined" ? "has an outline" : `is ${text(data.is)}`);
		if (Number(data.least) >= 0) said.push(`has an outline ${num(Number(data.least))} wide or more`);
		if (text(data.not)) said.push(`has an outline that isn't ${text(data.not)}`);
		return sentence(`${name} ${listed(said)}`);
	},
	distinct(data) {
		const said: string[] = [];
		const word = measureWord(text(data.what));
		if (text(data.what)) said.push(`${inWords(Number(data.least))} different ${word.endsWith("s") ? word : `${word}s`}`);
		if (data.twins) said.push("none lies exactly on another");
		const of =
			text(data.name) === "everything"
				? ""
				: ` among ${text(data.name).includes(" and ") ? listed(text(data.name).split(" and ").map(theFigure)) : `the ${plural(text(data.name), 2)}`}`;
		return sentence(`${listed(said)}${of}`);
	},
	order(data) {
		const [first, then] = [values(data.earlier).map((n) => theFigure(String(n))), values(data.later).map((n) => theFigure(String(n)))];
		const verb = then.length === 1 ? (data.top ? "lies" : "is drawn") : data.top ? "lie" : "are drawn";
		return sentence(`${listed(then)} ${verb} ${data.top ? "on top of" : "after"} ${listed(first)}`);
	},
	visible(data) {
		const said: string[] = [];
		if (Number(data.share) >= 0) said.push(Number(data.share) >= 0.99 ? "is seen whole" : `is seen to ${num(Number(data.share) * 100)} % or more`);
		if (data.on) said.push("is on the sheet");
		if (Number(data.size) >= 0) said.push(`is ${num(Number(data.size))} or more across where it is seen`);
		if (Number(data.contrast) >= 0) said.push(`stands out from what lies around it (contrast ${num(Number(data.contrast))} or more)`);
		return sentence(`${theFigure(text(data.name))} ${listed(said)}`);
	},
	"nothing-else": () => "Nothing else is drawn",
};

/** What a criterion asks for, in one short sentence. */
export function criterionSentence({ code, data }: Says): string {
	return MADE[code]?.(data) ?? code;
}

/** The codes that {@link criterionSentence} has words for. */
export const CRITERION_CODES = Object.keys(MADE);
