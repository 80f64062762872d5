import type { CheckSentences, CriterionAsk } from "../marking/checks/index.ts";
import type { Common } from "../marking/criterion.ts";
import { arranged } from "./arrangements.ts";
import { codeSentence } from "./code-words.ts";
import { inWords, listed, num, sentence } from "./lists.ts";
import {
	agreeing,
	anchorWords,
	figuresWord,
	isPlural,
	measureWord,
	plural,
	singular,
	theFigure,
	theFigures,
} from "./names.ts";

const UNITS: Readonly<Record<string, string>> = {
	"interior angles": "°",
	rotation: "°",
	sweep: "°",
	direction: "°",
	turns: "°",
	"start angle": "°",
};

/** The drawing that a measure is compared with, where that isn't this one. */
const BEFORE: Readonly<Record<string, string>> = {
	"own last": " in your last try",
	starter: " in the given program",
};

function measured(data: CheckSentences["measure"]): string {
	const what = data.what.map(String);
	const name = theFigure(data.name);
	const unit = UNITS[what[0] as string] ?? "";
	const wanted = data.wanted.map((v) => `${num(Number(v))}${unit}`);
	const words = listed(what.map(measureWord));
	if (data.same) {
		const every = data.name.includes(" and ")
			? `${theFigure(data.name)}`
			: `every ${figuresWord(singular(data.name), 1)}`;
		return `${sentence(words)}: the same in ${every}`;
	}
	if (data.grows)
		return `${sentence(words)} of ${name}: each ${data.by ? `${num(data.by)}${unit} more than` : `${num(data.growsTimes)} times`} the one before`;
	if (data.than)
		return `${sentence(words)} of ${name}: ${data.than} than the ${measureWord(data.otherWhat)} of ${theFigure(data.other)}${BEFORE[data.before] ?? ""}`;
	if (data.other)
		return `${sentence(words)} of ${name}: ${data.times === 1 ? "" : `${num(data.times)} times `}the ${measureWord(data.otherWhat)} of ${theFigure(data.other)}`;
	if (what.join() === "width,height" && wanted.length === 2) return `${sentence(name)} is ${wanted.join(" by ")}`;
	if (wanted.length > 0) return `${sentence(words)} of ${name}: ${listed(wanted)}`;
	const [low, high] = [data.low, data.high];
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

const PAINTED_PARTS = { outline: "outline", paper: "colour", text: "letter", fill: "fill" } as const;

function coloured(data: CheckSentences["colour"]): string {
	const paper = data.what === "paper";
	const name = paper ? "the paper" : theFigure(data.name);
	const part = PAINTED_PARTS[data.what];
	const each = data.name.includes(" and ") ? `each of ${name}` : `every ${figuresWord(singular(data.name), 1)}`;
	if (data.same) return `The same ${part} colour for ${each}`;
	if (data.different) return `A different ${part} colour for ${each}`;
	if (data.as) return `${sentence(name)} has the colour of ${theFigure(data.as)}`;
	if (data.notAs) return `${sentence(name)} has a different colour from ${theFigure(data.notAs)}`;
	const order = data.order.map(String);
	if (order.length > 0)
		return `From ${data.from === "first drawn" ? "the first drawn" : `the ${data.from}`}, ${theFigures(data.name)} are ${listed(order)}${order.length === 2 ? " in turn" : ""}`;
	const choices = data.choices.map(String);
	if (choices.length > 0) return `${sentence(name)}: ${part} ${listed(choices, "or")}`;
	if (data.not) return `${sentence(name)} isn't ${data.not}`;
	return part === "outline" ? `${sentence(name)} has a ${data.is} outline` : `${sentence(name)} is ${data.is}`;
}

function placed(data: CheckSentences["position"]): string {
	const name = theFigure(data.name);
	const anchor = data.anchor;
	const places = data.places.map(String);
	const point = anchorWords(anchor);
	const subject = `the ${point} of ${name}`;
	if (anchor === "either end" && places.length === 2) return sentence(`${name} goes from ${places[0]} to ${places[1]}`);
	if (places.length === 1)
		return anchor === "either end"
			? sentence(`one end of ${name} is at ${places[0]}`)
			: sentence(`${subject} is at ${places[0]}`);
	if (places.length > 1)
		return `${sentence(plural(point, 2))} of ${theFigures(data.name)} at ${places.slice(0, 3).join("; ")}${places.length > 3 ? " and more" : ""}`;
	if (data.on) return sentence(`${subject} is on the line ${data.on}`);
	const share = data.share.map(Number);
	const shares = share.map((part) => num(part * 100));
	if (share.length > 0)
		return sentence(
			`${subject} is ${shares[0]} % of the width and ${shares[1]} % of the height of ${theFigure(data.from)} from its ${point}`,
		);
	const offset = data.offset.map(Number);
	if (data.from && offset.every((v) => v === 0))
		return sentence(`${subject} is the ${point} of ${theFigure(data.from)}`);
	if (data.from)
		return sentence(`${subject} is ${offset.map(num).join(", ")} from the ${point} of ${theFigure(data.from)}`);
	const zones = data.zones.map(String);
	return zones.length > 1
		? sentence(`one of ${theFigures(data.name)} in each: ${zones.map((z) => `the ${z}`).join(", ")}`)
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
	centred: "have the same middle",
	"same size": "are the same size",
};

/** A relation as a verb: "is inside", "touches". */
export function relationVerb(is: string): string {
	return RELATION_WORDS[is] ?? `is ${is}`;
}

const VERBS: Readonly<Record<string, string>> = {
	touching: "touch",
	overlapping: "overlap",
	meeting: "meet",
	covers: "cover",
};

/** A relation that doesn't hold: "isn't inside the band", "don't touch one another". */
export function relationNot(is: string, several: boolean, to: string): string {
	const verb = VERBS[is];
	if (verb) return `${several ? "don't" : "doesn't"} ${verb} ${to}`;
	return `${several ? "aren't" : "isn't"} ${relationVerb(is).replace(/^is /, "")} ${to}`;
}

function related(data: CheckSentences["relation"]): string {
	const is = data.is.map(String);
	const others = data.to.map(String);
	const gap = data.gap.map(Number);
	const apart =
		gap.length === 1
			? `${num(gap[0] as number)}`
			: gap.length === 2
				? `${num(gap[0] as number)} to ${num(gap[1] as number)}`
				: "";
	const at = data.at.map(Number);
	const side = data.by && data.by !== "centre" ? `, ${data.by} to ${data.by}` : "";
	const axis = data.axis === "across" ? " from left to right" : data.axis === "down" ? " from top to bottom" : "";
	if (others[0] === "each other") {
		const name = sentence(theFigures(data.name));
		if (is.length === 0) return `${name}${data.neighbours ? ", each from the next," : ""} are ${apart} apart`;
		return `${name} ${listed(is.map((w) => BETWEEN_WORDS[w] ?? `are ${w} one another`))}${side}${axis}${apart ? `, with a gap of ${apart}` : ""}`;
	}
	const to = listed(
		others.map((o) =>
			o === "sheet" || o.endsWith(" edge") ? `the ${o}${o === "sheet" ? "" : " of the sheet"}` : theFigure(o),
		),
	);
	const name = sentence(theFigure(data.name));
	const where = at.length > 0 ? ` at ${at.map(num).join(", ")}` : "";
	if (is.length === 0) return `${name} is ${apart} from ${to}`;
	const verbs = is.map((w) => (w === "inside" && to === "the sheet" ? "is on" : relationVerb(w)));
	return `${name} ${listed(verbs)} ${to}${where}${side}${axis}${apart ? `, with a gap of ${apart}` : ""}`;
}

function walked(data: CheckSentences["path"]): string {
	const said: string[] = [];
	const per = data.per;
	const who =
		per === "run"
			? "the pen"
			: per === "figure"
				? theFigure(data.name)
				: `each call of ${per.slice("call of ".length)}`;
	const point = (at: readonly number[]) => at.map(num).join(", ");
	if (data.starts.length > 0)
		said.push(per === "run" ? `draws its first line from ${point(data.starts)}` : `starts at ${point(data.starts)}`);
	if (data.ends === "start") said.push("comes back to where it started");
	else if (data.ends === "next start") said.push("ends where the next begins");
	else if (data.ends) said.push(`ends at ${data.ends}`);
	if (data.movesOn.length > 0) said.push(`ends ${point(data.movesOn)} from where it began`);
	if (data.facing === "same") said.push("faces the same way at the end as at the start");
	else if (data.facing) said.push(`ends facing ${data.facing}°`);
	if (data.penStart) said.push(`begins with the pen ${data.penStart}`);
	if (data.penEnd) said.push(`ends with the pen ${data.penEnd}`);
	const turns = data.turns.map((t) => `${num(Number(t))}°`);
	if (turns.length > 0) said.push(`turns by ${listed(turns)}${turns.length === 1 ? " in all" : ""}`);
	if (data.closed) said.push("closes");
	if (data.once) said.push("draws nothing twice");
	return sentence(`${who} ${listed(said)}`);
}

function moving(data: CheckSentences["movement"]): string {
	const said: string[] = [];
	const step = data.step.map(Number);
	if (step.length > 0)
		said.push(`moves by ${step.map(num).join(", ")} each frame${data.either ? ", in either direction" : ""}`);
	if (data.stays) said.push("stays where it is");
	const turns = data.turns.map((t) => theEdge(String(t)));
	if (turns.length > 0) said.push(`turns round at ${listed(turns)}${data.by === "centre" ? " with its middle" : ""}`);
	const reaches = data.reaches.map((t) => theEdge(String(t)));
	if (reaches.length > 0) said.push(`reaches ${listed(reaches)}`);
	if (data.trail) said.push("leaves no trail");
	if (data.rests) said.push("comes to rest");
	return sentence(`${theFigure(data.name)} ${listed(said)}`);
}

/** "the left edge", "the quay", "x = 40". */
export function theEdge(edge: string): string {
	return edge.includes("=") || /^[-\d]/.test(edge) ? edge : theFigure(edge);
}

function changed(data: CheckSentences["what if"]): string {
	const what = [
		...data.change.map((c) => String(c).replace(/^any variable/, "some variable")),
		...data.set.map(String),
	];
	const sheet = data.sheet.map(Number);
	if (sheet.length > 0)
		what.push(
			sheet.includes(0)
				? sheet[0] === 0
					? `the sheet ${sheet[1]} high`
					: `the sheet ${sheet[0]} wide`
				: `the sheet ${sheet.join(" by ")}`,
		);
	const said: string[] = [];
	const by = data.by.map(Number);
	if (data.moves) said.push(`${theFigure(data.moves)} moves by ${by.map(num).join(", ")}`);
	if (data.stays) said.push(`${theFigure(data.stays)} stays`);
	if (data.holds.length > 0) said.push("all else stays right");
	return `With ${listed(what)}, ${listed(said)}`;
}

function ran(data: CheckSentences["runs"]): string {
	const said: string[] = [];
	const name = theFigure(data.name);
	const range = data.range.map(Number);
	if (data.values > 0) said.push(`the ${measureWord(data.what)} of ${name} differs from run to run`);
	if (range.length > 0)
		said.push(
			`the ${measureWord(data.what)} of ${name} is always from ${num(range[0] as number)} to ${num(range[1] as number)}`,
		);
	if (data.holds.length > 0) said.push("every run is right");
	if (data.unchanged)
		said.push(
			data.but ? `nothing but ${theFigure(data.but)} changes from run to run` : "nothing changes from run to run",
		);
	return sentence(listed(said));
}

const SENTENCES: { readonly [N in keyof CheckSentences]: (data: CheckSentences[N]) => string } = {
	count(data) {
		const name = data.name;
		const exactly = data.exactly;
		if (exactly >= 0) return sentence(`${exactly === 0 ? "no" : inWords(exactly)} ${figuresWord(name, exactly)}`);
		const [least, most] = [data.least, data.most];
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
	"what if": changed,
	runs: ran,
	code: codeSentence,
	sheet(data) {
		const said: string[] = [];
		if (data.size) said.push(`the sheet is ${data.size}`);
		if (data.paper) said.push(`the paper is ${data.paper}`);
		if (data.not) said.push(`the paper has a colour other than ${data.not}`);
		if (data.on) said.push("everything is on the sheet");
		return sentence(listed(said));
	},
	filling(data) {
		const name = theFigure(data.name);
		const said: string[] = [];
		if (data.is) said.push(data.is === "outlined" ? "has an outline" : `is ${data.is}`);
		if (data.least >= 0) said.push(`has an outline ${num(data.least)} wide or more`);
		if (data.not) said.push(`has an outline that isn't ${data.not}`);
		return sentence(`${name} ${listed(said)}`);
	},
	distinct(data) {
		const said: string[] = [];
		const word = measureWord(data.what);
		if (data.what) said.push(`${inWords(data.least)} different ${plural(word, 2)}`);
		if (data.twins) said.push("no figure lies exactly on another");
		const names = data.name.split(" and ");
		const of =
			data.name === "everything"
				? ""
				: ` among ${names.length > 1 ? listed(names.map(theFigure)) : theFigures(data.name)}`;
		return sentence(`${listed(said)}${of}`);
	},
	order(data) {
		const [first, then] = [data.earlier.map((n) => theFigure(String(n))), data.later.map((n) => theFigure(String(n)))];
		const verb = then.length === 1 ? (data.top ? "lies" : "is drawn") : data.top ? "lie" : "are drawn";
		return sentence(`${listed(then)} ${verb} ${data.top ? "on top of" : "after"} ${listed(first)}`);
	},
	visible(data) {
		const said: string[] = [];
		if (data.share >= 0)
			said.push(data.share >= 0.99 ? "is completely visible" : `is at least ${num(data.share * 100)} % visible`);
		if (data.on) said.push("is on the sheet");
		if (data.size >= 0) said.push(`shows at least ${num(data.size)} across`);
		if (data.contrast >= 0) said.push(`stands out from its background (contrast at least ${num(data.contrast)})`);
		return sentence(`${theFigure(data.name)} ${listed(said)}`);
	},
	"nothing else": () => "Nothing else is drawn",
	likeness(data) {
		const free = data.ignoring.map(String);
		return `The drawing looks like ${data.to.startsWith("own ") ? data.to.replace("own", "your") : `the ${data.to}`}${free.length > 0 ? `, whatever its ${listed(free, "or")}` : ""}`;
	},
	change(data) {
		const said: string[] = [];
		const name = theFigure(data.name);
		const kept = data.kept.map(String);
		const by = data.by.map(Number);
		if (kept.length > 0) said.push(`${name} keeps its ${listed(kept)}`);
		if (data.moved) said.push(by.length > 0 ? `${name} has moved by ${by.map(num).join(", ")}` : `${name} has moved`);
		if (data.added >= 0) said.push(`${inWords(data.added)} new ${plural("figure", data.added)}`);
		if (data.gone >= 0) said.push(`${inWords(data.gone)} of the given figures removed`);
		return sentence(listed(said));
	},
	"own work": (data) =>
		`The drawing is your own: at least ${inWords(data.least)} ${plural("figure", data.least)} different from the ${data.from} in ${listed(data.of.map(String))}`,
	answer: (data) => data.ask,
	"by teacher": () => "Judged by your teacher",
};

/** What a criterion asks for, in one short sentence. */
export function criterionSentence<N extends keyof CheckSentences>({ check, data }: CriterionAsk<N>): string {
	return agreeing(nameIn(data), SENTENCES[check](data));
}

/** When a drawing is looked at: ", in every frame", ", once the band is drawn". */
export function momentWords(when: NonNullable<Common["when"]>): string {
	if (typeof when === "string") return when.endsWith("running") ? "" : `, in the ${when}`.replace("the every", "every");
	if ("frame" in when) return `, in frame ${when.frame}`;
	return `, once ${theFigure(when.after)} ${isPlural(when.after) ? "are" : "is"} drawn`;
}

/** The name of the figure that a sentence is about; nothing where it is about none. */
export function nameIn(data: object): string {
	return "name" in data ? String(data.name) : "";
}

/** What a group asks for. */
export function groupSentence(how: "any" | "all" | "some", least: number, inner: readonly string[]): string {
	const lower = inner.map((s) => s.charAt(0).toLowerCase() + s.slice(1));
	if (how === "any") return sentence(lower.join("; or "));
	return how === "all" ? sentence(lower.join("; ")) : `At least ${inWords(least)} of these: ${lower.join("; ")}`;
}
