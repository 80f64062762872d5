import { namedColour } from "../colour/colour.ts";
import { FAMILIES, type Family, familiesOf } from "../colour/family.ts";

/** A first exercise made of a sentence, to be corrected: a model, wanted figures, and criteria as the file has them. */
export interface FromSentence {
	readonly model: string;
	readonly figures: Readonly<Record<string, object>>;
	readonly criteria: readonly { readonly id: string; readonly check: string }[];
	/** Words of the sentence that were not understood. */
	readonly unknown: readonly string[];
}

/** Kinds by the words that people use for them. */
const KINDS: Readonly<Record<string, Kind>> = {
	circle: "circle",
	disc: "circle",
	disk: "circle",
	ball: "circle",
	square: "square",
	rectangle: "rect",
	rect: "rect",
	bar: "rect",
	oval: "ellipse",
	ellipse: "ellipse",
	triangle: "triangle",
	star: "star",
	pentagon: 5,
	hexagon: 6,
	octagon: 8,
	line: "line",
};
type Kind = "circle" | "square" | "rect" | "ellipse" | "triangle" | "star" | "line" | number;

const COUNTS = ["a", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
/** Words with which another figure begins. */
const BEGINS = `an?|the|\\d+|${COUNTS.slice(2).join("|")}`;
/** Where one figure ends and another begins: a full stop, "and a", ", three"; not "120 wide and 60 high". */
const CLAUSE_END = new RegExp(
	`[.;]|,?\\s+and\\s+(?=(?:${BEGINS})\\b(?!\\s*(?:wide|high)))|,\\s+(?=(?:an?|${COUNTS.slice(2).join("|")})\\b)`,
);

/** Words that say nothing that can be checked. */
const FILLERS = new Set(
	[
		"a an the of and with on it its is are in at to from by next each there beside row apart draw",
		"side sides long wide high across radius diameter middle centre center sheet corner outline no not",
		"left right above below under over inside upper filled unfilled pixels px coloured colored",
	].flatMap((line) => line.split(" ")),
);

/** Where a figure lies, and how large it is. */
interface Part {
	readonly kind: Kind;
	readonly count: number;
	readonly colour: string | undefined;
	readonly width: number;
	readonly height: number;
	/** Its middle. */
	readonly x: number;
	readonly y: number;
	/** How the sentence gives the place: a corner, a middle, beside another, or not at all. */
	readonly placed: "corner" | "centre" | "relation" | "free";
	readonly relation: { readonly is: string; readonly to: string } | undefined;
	readonly outline: { readonly colour: string | undefined; readonly width: number | undefined } | undefined;
	readonly to: readonly [number, number] | undefined;
	readonly step: number;
	readonly name: string;
}

const GAP = 20;
const SIZE = 80;

const number = (text: string, pattern: RegExp): number[] | undefined => {
	const found = pattern.exec(text);
	return found
		? found
				.slice(1)
				.filter((part) => part !== undefined)
				.map(Number)
		: undefined;
};

/** The first colour in a text, as CSS names it: "light blue" is lightblue. */
function colourIn(text: string): string | undefined {
	const words = text.match(/[a-z]+/g) ?? [];
	for (const [i, word] of words.entries()) {
		const both = i > 0 ? `${words[i - 1]}${word}` : "";
		if (both !== "" && namedColour(both) !== undefined) return both;
		if (namedColour(word) !== undefined) return word;
	}
	return undefined;
}

/** The family of a colour, which is what a criterion asks for. */
function familyOf(colour: string): Family {
	const value = namedColour(colour);
	const named = FAMILIES.find((family) => family === colour);
	return named ?? (value === undefined ? "grey" : (familiesOf(value)[0] ?? "grey"));
}

function sizeOf(text: string, kind: Kind): [number, number] {
	const pair = number(text, /(\d+)\s*(?:by|x|×)\s*(\d+)/) ?? number(text, /(\d+)\s*wide(?:,| and)?\s*(\d+)\s*high/);
	if (pair?.length === 2) return [pair[0] as number, pair[1] as number];
	const radius = number(text, /radius\s*(?:of\s*)?(\d+)/);
	if (radius) return [2 * (radius[0] as number), 2 * (radius[0] as number)];
	const one =
		number(text, /(?:sides?|diameter|length)\s*(?:of\s*)?(\d+)/) ??
		number(text, /(\d+)\s*(?:pixels\s*|px\s*)?(?:across|wide|long|high)/);
	const size = one?.[0] ?? SIZE;
	if (kind === "rect" || kind === "ellipse") return [size, Math.round(size * 0.6)];
	return [size, kind === "triangle" ? (size * Math.sqrt(3)) / 2 : size];
}

/** How clauses place a figure beside the one before. */
const RELATIONS: readonly (readonly [RegExp, string, number, number])[] = [
	[/\b(?:left of|to the left|on its left)\b/, "left of", -1, 0],
	[/\b(?:beside|next to|right of|to the right|on its right)\b/, "right of", 1, 0],
	[/\b(?:above|over|on top of)\b/, "above", 0, -1],
	[/\b(?:below|under)\b/, "below", 0, 1],
	[/\b(?:inside|in it|on it)\b/, "inside", 0, 0],
];

/** A clause with its outline taken out. */
function outlineOf(text: string): { readonly rest: string; readonly outline: Part["outline"] } {
	const found = /with (?:an? )?([a-z ]*?)(?:outline|rim|line)(?:[ ,]*(\d+) wide)?/.exec(text);
	if (!found) return { rest: text, outline: undefined };
	const width = found[2] === undefined ? undefined : Number(found[2]);
	return { rest: text.replace(found[0], " "), outline: { colour: colourIn(found[1] ?? ""), width } };
}

function partOf(clause: string, before: Part | undefined, names: ReadonlySet<string>): Part | undefined {
	const { rest, outline } = outlineOf(clause);
	const words = rest.match(/[a-z]+|\d+/g) ?? [];
	const word = words.find((w) => (KINDS[w] ?? KINDS[w.replace(/s$/, "")]) !== undefined);
	if (word === undefined) return undefined;
	const kind = (KINDS[word] ?? KINDS[word.replace(/s$/, "")]) as Kind;
	const head = rest.slice(0, rest.indexOf(word));
	const [digits] = number(head, /(\d+)\s*[a-z ]*$/) ?? [];
	const spelled = COUNTS.findIndex((c, i) => i > 1 && new RegExp(`\\b${c}\\b`).test(head));
	const count = Math.min(30, digits ?? Math.max(1, spelled));
	const colour = colourIn(rest);
	const [width, height] = sizeOf(rest.slice(head.length), kind);
	const at = number(rest, /\bat\s*\(?(-?\d+)\s*,\s*(-?\d+)/) ?? number(rest, /from\s*(-?\d+)\s*,\s*(-?\d+)/);
	const to = number(rest, /\bto\s*(-?\d+)\s*,\s*(-?\d+)/);
	const relation = before && at === undefined ? RELATIONS.find(([pattern]) => pattern.test(rest)) : undefined;
	const isCorner = (kind === "square" || kind === "rect") && !/\b(?:middle|centre|center)\b/.test(rest);
	let [x, y, placed]: [number, number, Part["placed"]] = [200, 150, "free"];
	if (at?.length === 2) {
		const [ax, ay] = at as [number, number];
		[x, y, placed] = isCorner ? [ax + width / 2, ay + height / 2, "corner"] : [ax, ay, "centre"];
	} else if (relation && before) {
		const [, , dx, dy] = relation;
		const apart = (own: number, other: number) => (own + other) / 2 + GAP;
		[x, y, placed] = [
			before.x + dx * apart(width, before.width),
			before.y + dy * apart(height, before.height),
			"relation",
		];
	} else if (/\b(?:middle|centre|center)\b/.test(rest)) placed = "centre";
	else if (before) x = before.x + (before.width + width) / 2 + GAP;
	const base = [colour && familyOf(colour), typeof kind === "number" ? "polygon" : kind].filter(Boolean).join("-");
	let name = base;
	for (let n = 2; names.has(name); n++) name = `${base}-${n}`;
	const step = number(rest, /(\d+)\s*apart/)?.[0] ?? GAP;
	return {
		...{ kind, count, colour, width, height, x, y, placed, outline, name, step: step + width },
		to: to?.length === 2 && kind === "line" ? (to as [number, number]) : undefined,
		relation: relation && before ? { is: relation[1], to: before.name } : undefined,
	};
}

const whole = (value: number) => String(Math.round(value * 100) / 100);

/** The statement that draws a part. @param x the x of its middle, as the program writes it */
function statementOf({ kind, width, height, x, y, to }: Part, at: string): string {
	if (typeof kind === "number") return `polygon sides ${kind} centre ${at}, ${whole(y)} radius ${whole(width / 2)}`;
	if (kind === "circle") return `circle centre ${at}, ${whole(y)} diameter ${whole(width)}`;
	if (kind === "ellipse") return `ellipse centre ${at}, ${whole(y)} size ${whole(width)}, ${whole(height)}`;
	if (kind === "star") return `star points 5 centre ${at}, ${whole(y)} radius ${whole(width / 2)}`;
	if (kind === "triangle") return `polygon sides 3 centre ${at}, ${whole(y)} radius ${whole(width / Math.sqrt(3))}`;
	if (kind === "line") {
		const [endX, endY] = to ?? [x + width, y];
		return `line from ${at}, ${whole(y)} to ${whole(endX)}, ${whole(endY)}`;
	}
	return `rect centre ${at}, ${whole(y)} size ${whole(width)}, ${whole(height)}`;
}

function linesOf(part: Part): string[] {
	const { colour, outline, kind, count, x, step } = part;
	const isLine = kind === "line";
	// A line, an outline, and a figure without a colour are drawn by the pen.
	const hasInk = isLine || outline !== undefined || colour === undefined;
	const ink = (isLine ? colour : outline?.colour) ?? "black";
	const wide = outline?.width === undefined ? "" : ` width ${outline.width}`;
	return [
		hasInk ? `pen colour ${ink}${wide}` : "pen none",
		...(isLine ? [] : [colour ? `fill ${colour}` : "fill none"]),
		...(count === 1
			? [statementOf(part, whole(x))]
			: [`for i from 0 to ${count - 1}`, `  ${statementOf(part, `${whole(x)} + i * ${whole(step)}`)}`, "end"]),
	];
}

/** A criterion as the file has it. */
type Written = FromSentence["criteria"][number] & { readonly [option: string]: unknown };

function sizeAsked({ kind, width, height, x, y, to }: Part): object {
	if (kind === "circle") return { what: "diameter", is: width };
	if (kind === "star") return { what: "points", is: 5 };
	if (kind === "square" || kind === "rect" || kind === "ellipse")
		return { what: ["width", "height"], is: [width, height] };
	if (kind !== "line") return { what: "width", is: Math.round(width) };
	const [dx, dy] = to ? [to[0] - x, to[1] - y] : [width, 0];
	return { what: "length", is: Math.round(Math.sqrt(dx * dx + dy * dy)) };
}

function placeAsked({ name, kind, count, placed, x, y, width, height, relation }: Part): Written[] {
	const of = name;
	if (relation) return [{ id: `${name}-beside`, check: "relation", of, is: relation.is, to: relation.to, points: 2 }];
	if (placed !== "corner" && placed !== "centre") return [];
	if (count > 1) return [{ id: `${name}-row`, check: "arrangement", of, as: "row", points: 2 }];
	const at = placed === "corner" ? [x - width / 2, y - height / 2] : [x, y];
	const anchor = placed === "corner" ? "corner" : kind === "line" ? "either end" : undefined;
	return [{ id: `${name}-place`, check: "position", of, ...(anchor && { anchor }), at, points: 2 }];
}

function criteriaOf(part: Part): Written[] {
	const { kind, name, count, colour, outline } = part;
	const share = count > 1 ? { credit: "by share" } : {};
	const asked = (id: string, check: string, options: object, points: number): Written => ({
		...{ id: `${name}-${id}`, check, of: name, ...options, points, ...share },
	});
	const paint = (what: "fill" | "outline", of: string) => ({ what, is: familyOf(of) });
	return [
		asked("size", "measure", sizeAsked(part), 2),
		...(colour ? [asked("colour", "colour", paint(kind === "line" ? "outline" : "fill", colour), 1)] : []),
		...placeAsked(part),
		...(outline ? [asked("outline", "colour", paint("outline", outline.colour ?? "black"), 1)] : []),
		...(outline?.width === undefined
			? []
			: [asked("line", "measure", { what: "outline width", is: outline.width }, 1)]),
	];
}

const kindOf = (kind: Kind): object => (typeof kind === "number" ? { kind: "regular-polygon", sides: kind } : { kind });

/**
 * Makes a first model and criteria of a sentence like "a red square of side 80 at 100, 100 and a blue circle beside
 * it": by rules over the words that the product knows (kinds, colours, numbers, places). Undefined if no kind of
 * figure is named.
 */
export function fromSentence(sentence: string): FromSentence | undefined {
	const text = sentence.toLowerCase().replace(/\bpx\b/g, "pixels");
	const clauses = text.split(CLAUSE_END);
	const parts: Part[] = [];
	const names = new Set<string>();
	for (const clause of clauses) {
		const part = partOf(clause, parts.at(-1), names);
		if (!part) continue;
		parts.push(part);
		names.add(part.name);
	}
	if (parts.length === 0) return undefined;
	const counts = new Map<string, { of: object; count: number }>();
	for (const { kind, count } of parts) {
		const of = kindOf(kind);
		const key = JSON.stringify(of);
		counts.set(key, { of, count: (counts.get(key)?.count ?? 0) + count });
	}
	const known = (word: string) =>
		FILLERS.has(word) ||
		COUNTS.includes(word) ||
		namedColour(word) !== undefined ||
		["light", "dark", "medium", "pale", "deep", "rim"].includes(word) ||
		(KINDS[word] ?? KINDS[word.replace(/s$/, "")]) !== undefined;
	return {
		model: `${parts.flatMap(linesOf).join("\n")}\n`,
		figures: Object.fromEntries(
			parts.map((p) => [
				p.name,
				{
					...kindOf(p.kind),
					...(p.colour && { [p.kind === "line" ? "outline" : "fill"]: familyOf(p.colour) }),
					...(p.count > 1 && { number: p.count }),
				},
			]),
		),
		criteria: [
			...[...counts.values()].map(({ of, count }, i) => ({
				id: `count-${i + 1}`,
				check: "count",
				of,
				exactly: count,
				points: 1,
				...(count > 1 && { credit: "by share" }),
			})),
			...parts.flatMap(criteriaOf),
			{ id: "neat", check: "nothing else", points: 1 },
		],
		unknown: [...new Set(text.match(/[a-z]+/g) ?? [])].filter((word) => !known(word)),
	};
}
