import type { Data } from "../marking/criterion.ts";
import { arranged } from "./arrangements.ts";
import { codeSentence } from "./code-words.ts";
import { inWords, listed, num, sentence } from "./lists.ts";
import { agreeing, figuresWord, measureWord, plural, theFigure, theFigures } from "./names.ts";

type Says = { readonly code: string; readonly data: Data };
const text = (v: Data[string] | undefined) => String(v ?? "");
const values = (v: Data[string] | undefined): (string | number)[] => (Array.isArray(v) ? [...v] : []);

const UNITS: Readonly<Record<string, string>> = {
	"interior angles": "°",
	rotation: "°",
	sweep: "°",
	direction: "°",
	turns: "°",
	"start angle": "°",
};

function measured(data: Data): string {
	const what = values(data.what).map(String);
	const name = theFigure(text(data.name));
	const unit = UNITS[what[0] as string] ?? "";
	const wanted = values(data.wanted).map((v) => `${num(Number(v))}${unit}`);
	const words = listed(what.map(measureWord));
	if (data.same) return `${sentence(words)}: the same in every ${figuresWord(text(data.name), 1)}`;
	if (data.grows)
		return `${sentence(words)} of ${name}: each ${data.by ? `${num(Number(data.by))}${unit} more than` : `${num(Number(data.growsTimes))} times`} the one before`;
	if (text(data.than))
		return `${sentence(words)} of ${name}: ${text(data.than)} than the ${measureWord(text(data.otherWhat))} of ${theFigure(text(data.other))}`;
	if (text(data.other))
		return `${sentence(words)} of ${name}: ${data.times === 1 ? "" : `${num(Number(data.times))} times `}the ${measureWord(text(data.otherWhat))} of ${theFigure(text(data.other))}`;
	if (what.join() === "width,height" && wanted.length === 2) return `${sentence(name)} is ${wanted.join(" by ")}`;
	if (wanted.length > 0) return `${sentence(words)} of ${name}: ${listed(wanted)}`;
	const [low, high] = [Number(data.low), Number(data.high)];
	if (what[0] === "closing gap") return `${sentence(name)} closes`;
	const [a, b] = [`${num(low)}${unit}`, `${num(high)}${unit}`];
	const range =
		Number.isFinite(low) && Number.isFinite(high)
			? `from ${a} to ${b}`
			: Number.isFinite(low)
				? `${a} or more`
				: `${b} or less`;
	return `${sentence(words)} of ${name}: ${range}`;
}

function coloured(data: Data): string {
	const paper = text(data.what) === "paper";
	const name = paper ? "the paper" : theFigure(text(data.name));
	const part =
		text(data.what) === "outline" ? "outline" : paper ? "colour" : text(data.what) === "text" ? "letter" : "fill";
	const each = name.replace(/^the /, "every ");
	if (data.same) return `One ${part} colour for ${each}`;
	if (data.different) return `A ${part} colour of its own for ${each}`;
	if (text(data.as)) return `${sentence(name)} has the colour of ${theFigure(text(data.as))}`;
	if (text(data.notAs)) return `${sentence(name)} has another colour than ${theFigure(text(data.notAs))}`;
	const order = values(data.order).map(String);
	if (order.length > 0)
		return `From ${data.from === "first drawn" ? "the first drawn" : `the ${text(data.from)}`}, ${theFigures(text(data.name))} are ${listed(order)}${order.length === 2 ? " in turn" : ""}`;
	const choices = values(data.choices).map(String);
	if (choices.length > 0) return `${sentence(name)}: ${part} ${listed(choices, "or")}`;
	if (text(data.not)) return `${sentence(name)} is some colour other than ${text(data.not)}`;
	return part === "outline"
		? `${sentence(name)} has a ${text(data.is)} outline`
		: `${sentence(name)} is ${text(data.is)}`;
}

function placed(data: Data): string {
	const name = theFigure(text(data.name));
	const anchor = text(data.anchor);
	const places = values(data.places).map(String);
	const point = anchor === "centre" ? "middle" : anchor;
	const subject = `the ${point} of ${name}`;
	if (anchor === "either end" && places.length === 2) return sentence(`${name} goes from ${places[0]} to ${places[1]}`);
	if (places.length === 1)
		return anchor === "either end"
			? sentence(`one end of ${name} is at ${places[0]}`)
			: sentence(`${subject} is at ${places[0]}`);
	if (places.length > 1)
		return `${sentence(plural(point, 2))} of ${theFigures(text(data.name))} at ${places.slice(0, 3).join("; ")}${places.length > 3 ? " and so on" : ""}`;
	if (text(data.on)) return sentence(`${subject} is on the line ${text(data.on)}`);
	const share = values(data.share).map(Number);
	if (share.length > 0)
		return sentence(
			`${subject} is from that of ${theFigure(text(data.from))} by ${num((share[0] as number) * 100)} % of its width and ${num((share[1] as number) * 100)} % of its height`,
		);
	const offset = values(data.offset).map(Number);
	if (text(data.from) && offset.every((v) => v === 0))
		return sentence(`${subject} is that of ${theFigure(text(data.from))}`);
	if (text(data.from))
		return sentence(`${subject} is ${offset.map(num).join(", ")} from that of ${theFigure(text(data.from))}`);
	const zones = values(data.zones).map(String);
	return zones.length > 1
		? sentence(`one of ${theFigures(text(data.name))} in each: ${zones.map((z) => `the ${z}`).join(", ")}`)
		: sentence(`${name} is in the ${zones[0] ?? ""}`);
}

const RELATION_WORDS: Readonly<Record<string, string>> = {
	touching: "touches",
	apart: "is apart from",
	overlapping: "overlaps",
	joined: "is joined by a line to",
	meeting: "meets",
	level: "is level with",
	centred: "is centred on",
	"same size": "is the same size as",
	larger: "is larger than",
	smaller: "is smaller than",
	covers: "covers",
};
const BETWEEN_WORDS: Readonly<Record<string, string>> = {
	touching: "touch one another",
	apart: "are apart from one another",
	overlapping: "overlap",
	joined: "are joined by lines",
	meeting: "meet",
	level: "are level",
	centred: "have one middle",
	"same size": "are the same size",
};

/** A relation as a verb: "is inside", "touches". */
export function relationVerb(is: string): string {
	return RELATION_WORDS[is] ?? `is ${is}`;
}

function related(data: Data): string {
	const is = values(data.is).map(String);
	const others = values(data.to).map(String);
	const gap = values(data.gap).map(Number);
	const apart =
		gap.length === 1
			? `${num(gap[0] as number)}`
			: gap.length === 2
				? `${num(gap[0] as number)} to ${num(gap[1] as number)}`
				: "";
	const at = values(data.at).map(Number);
	const side = text(data.by) && text(data.by) !== "centre" ? `, ${text(data.by)} to ${text(data.by)}` : "";
	const axis =
		text(data.axis) === "across" ? " from left to right" : text(data.axis) === "down" ? " from top to bottom" : "";
	if (others[0] === "each other") {
		const name = sentence(theFigures(text(data.name)));
		if (is.length === 0) return `${name}${data.neighbours ? ", each with the next," : ""} are ${apart} apart`;
		return `${name} ${listed(is.map((w) => BETWEEN_WORDS[w] ?? `are ${w} one another`))}${side}${axis}${apart ? `, with a gap of ${apart}` : ""}`;
	}
	const to = listed(
		others.map((o) =>
			o === "sheet" || o.endsWith(" edge") ? `the ${o}${o === "sheet" ? "" : " of the sheet"}` : theFigure(o),
		),
	);
	const name = sentence(theFigure(text(data.name)));
	const where = at.length > 0 ? ` at ${at.map(num).join(", ")}` : "";
	if (is.length === 0) return `${name} is ${apart} from ${to}`;
	const verbs = is.map((w) => (w === "inside" && to === "the sheet" ? "is on" : relationVerb(w)));
	return `${name} ${listed(verbs)} ${to}${where}${side}${axis}${apart ? `, with a gap of ${apart}` : ""}`;
}

function walked(data: Data): string {
	const said: string[] = [];
	const per = text(data.per);
	const who =
		per === "run"
			? "the pen"
			: per === "figure"
				? theFigure(text(data.name))
				: `each call of ${per.slice("call of ".length)}`;
	const point = (v: Data[string] | undefined) =>
		values(v)
			.map((n) => num(Number(n)))
			.join(", ");
	if (values(data.starts).length > 0) said.push(`starts at ${point(data.starts)}`);
	if (text(data.ends) === "start") said.push("comes back to where it started");
	else if (text(data.ends) === "next start") said.push("ends where the next begins");
	else if (text(data.ends)) said.push(`ends at ${text(data.ends)}`);
	if (values(data.movesOn).length > 0) said.push(`ends ${point(data.movesOn)} from where it began`);
	if (text(data.facing) === "same") said.push("faces as it did at its start");
	else if (text(data.facing)) said.push(`ends facing ${text(data.facing)}°`);
	if (text(data.penStart)) said.push(`begins with the pen ${text(data.penStart)}`);
	if (text(data.penEnd)) said.push(`ends with the pen ${text(data.penEnd)}`);
	const turns = values(data.turns).map((t) => `${num(Number(t))}°`);
	if (turns.length > 0) said.push(`turns by ${listed(turns)}${turns.length === 1 ? " in all" : ""}`);
	if (data.closed) said.push("closes");
	if (data.once) said.push("goes over nothing twice");
	return sentence(`${who} ${listed(said)}`);
}

function moving(data: Data): string {
	const said: string[] = [];
	const step = values(data.step).map(Number);
	if (step.length > 0)
		said.push(`moves by ${step.map(num).join(", ")} each frame${data.either ? ", one way or the other" : ""}`);
	if (data.stays) said.push("stays where it is");
	const turns = values(data.turns).map((t) => theEdge(String(t)));
	if (turns.length > 0)
		said.push(`turns round at ${listed(turns)}${text(data.by) === "centre" ? " with its middle" : ""}`);
	const reaches = values(data.reaches).map((t) => theEdge(String(t)));
	if (reaches.length > 0) said.push(`reaches ${listed(reaches)}`);
	if (data.trail) said.push("leaves no trail");
	if (data.rests) said.push("comes to rest");
	return sentence(`${theFigure(text(data.name))} ${listed(said)}`);
}

/** "the left edge", "the quay", "x = 40". */
export function theEdge(edge: string): string {
	return edge.includes("=") || /^[-\d]/.test(edge) ? edge : theFigure(edge);
}

function changed(data: Data): string {
	const what = [
		...values(data.change).map((c) => String(c).replace(/^any variable/, "some variable")),
		...values(data.set).map(String),
	];
	const sheet = values(data.sheet).map(Number);
	if (sheet.length > 0)
		what.push(
			sheet.includes(0)
				? sheet[0] === 0
					? `the sheet ${sheet[1]} high`
					: `the sheet ${sheet[0]} wide`
				: `the sheet ${sheet.join(" by ")}`,
		);
	const said: string[] = [];
	const by = values(data.by).map(Number);
	if (text(data.moves)) said.push(`${theFigure(text(data.moves))} moves by ${by.map(num).join(", ")}`);
	if (text(data.stays)) said.push(`${theFigure(text(data.stays))} stays`);
	if (values(data.holds).length > 0) said.push("the rest stays right");
	return `With ${listed(what)}, ${listed(said)}`;
}

function ran(data: Data): string {
	const said: string[] = [];
	const name = theFigure(text(data.name));
	const range = values(data.range).map(Number);
	if (Number(data.values) > 0) said.push(`the ${measureWord(text(data.what))} of ${name} differs from run to run`);
	if (range.length > 0)
		said.push(
			`the ${measureWord(text(data.what))} of ${name} is always from ${num(range[0] as number)} to ${num(range[1] as number)}`,
		);
	if (values(data.holds).length > 0) said.push("every run is right");
	if (data.unchanged)
		said.push(
			text(data.but)
				? `nothing but ${theFigure(text(data.but))} changes from run to run`
				: "nothing changes from run to run",
		);
	return sentence(listed(said));
}

const MADE: Readonly<Record<string, (data: Data) => string>> = {
	count(data) {
		const name = text(data.name);
		const exactly = Number(data.exactly);
		if (exactly >= 0) return sentence(`${exactly === 0 ? "no" : inWords(exactly)} ${figuresWord(name, exactly)}`);
		const [least, most] = [Number(data.least), Number(data.most)];
		if (least >= 0 && most >= 0) return `From ${least} to ${most} ${figuresWord(name, most)}`;
		return least >= 0
			? `${sentence(inWords(least))} ${figuresWord(name, least)} or more`
			: `At most ${inWords(most)} ${figuresWord(name, most)}`;
	},
	measure: measured,
	position: placed,
	colour: coloured,
	relation: related,
	arrangement: arranged,
	path: walked,
	movement: moving,
	"what-if": changed,
	runs: ran,
	code: codeSentence,
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
		if (text(data.what)) said.push(`${inWords(Number(data.least))} different ${plural(word, 2)}`);
		if (data.twins) said.push("none lies exactly on another");
		const names = text(data.name).split(" and ");
		const of =
			text(data.name) === "everything"
				? ""
				: ` among ${names.length > 1 ? listed(names.map(theFigure)) : theFigures(text(data.name))}`;
		return sentence(`${listed(said)}${of}`);
	},
	order(data) {
		const [first, then] = [
			values(data.earlier).map((n) => theFigure(String(n))),
			values(data.later).map((n) => theFigure(String(n))),
		];
		const verb = then.length === 1 ? (data.top ? "lies" : "is drawn") : data.top ? "lie" : "are drawn";
		return sentence(`${listed(then)} ${verb} ${data.top ? "on top of" : "after"} ${listed(first)}`);
	},
	visible(data) {
		const said: string[] = [];
		if (Number(data.share) >= 0)
			said.push(Number(data.share) >= 0.99 ? "is seen whole" : `is seen to ${num(Number(data.share) * 100)} % or more`);
		if (data.on) said.push("is on the sheet");
		if (Number(data.size) >= 0) said.push(`is ${num(Number(data.size))} or more across where it is seen`);
		if (Number(data.contrast) >= 0)
			said.push(`stands out from what lies around it (contrast ${num(Number(data.contrast))} or more)`);
		return sentence(`${theFigure(text(data.name))} ${listed(said)}`);
	},
	"nothing-else": () => "Nothing else is drawn",
	likeness(data) {
		const free = values(data.ignoring).map(String);
		return `The drawing looks like ${text(data.to).startsWith("own") ? `your ${text(data.to)}` : `the ${text(data.to)}`}${free.length > 0 ? `, whatever its ${listed(free, "or")}` : ""}`;
	},
	change(data) {
		const said: string[] = [];
		const name = theFigure(text(data.name));
		const kept = values(data.kept).map(String);
		const by = values(data.by).map(Number);
		if (kept.length > 0) said.push(`${name} keeps its ${listed(kept)}`);
		if (data.moved) said.push(by.length > 0 ? `${name} has moved by ${by.map(num).join(", ")}` : `${name} has moved`);
		if (Number(data.added) >= 0)
			said.push(`${inWords(Number(data.added))} ${plural("figure", Number(data.added))} more than were given`);
		if (Number(data.gone) >= 0) said.push(`${inWords(Number(data.gone))} of the given figures gone`);
		return sentence(listed(said));
	},
	"own-work": (data) =>
		`The drawing is your own: ${inWords(Number(data.least))} ${plural("figure", Number(data.least))} or more unlike the ${text(data.from)} in ${listed(values(data.of).map(String))}`,
	answer: (data) => text(data.ask),
	"by-teacher": () => "Looked at by your teacher",
};

/** What a criterion asks for, in one short sentence. */
export function criterionSentence({ code, data }: Says): string {
	return agreeing(text(data.name), MADE[code]?.(data) ?? code);
}

/** What a group asks for. */
export function groupSentence(how: "any" | "all" | "some", least: number, inner: readonly string[]): string {
	const lower = inner.map((s) => s.charAt(0).toLowerCase() + s.slice(1));
	if (how === "any") return sentence(lower.join("; or "));
	return how === "all"
		? sentence(lower.join("; "))
		: `${sentence(inWords(least))} of these or more: ${lower.join("; ")}`;
}

/** The codes that {@link criterionSentence} has words for. */
export const CRITERION_CODES = Object.keys(MADE);
