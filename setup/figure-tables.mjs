// The tables of docs/figures.md, made by drawing every figure in every way and asking for every measure. throws if a
// road doesn't lead to the figure.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "yaml";
import { draw, figureData } from "../core/dist/index.js";
import { ROOT } from "./run.mjs";

const indented = (source) =>
	source
		.split("\n")
		.map((line) => `  ${line}`)
		.join("\n");
const at = ([x, y]) => `${x}, ${y}`;
const closedRun = (corners) => [...corners, corners[0]];

/** Roads by the corners of a closed figure. */
const BY_CORNERS = {
	"gone to": (c) =>
		`pen up\ngo to ${at(c[0])}\npen down\n${closedRun(c)
			.slice(1)
			.map((p) => `go to ${at(p)}`)
			.join("\n")}`,
	lines: (c) =>
		c
			.map((p, i) => `line from ${at(p)} to ${at(c[(i + 1) % c.length])}`)
			.reverse()
			.join("\n"),
	polygon: (c) => `polygon at ${c.map((p) => `[${at(p)}]`).join(", ")}`,
	area: (c) =>
		`fill tan\npen up\ngo to ${at(c[0])}\narea\n${c
			.slice(1)
			.map((p) => `  go to ${at(p)}`)
			.join("\n")}\nend`,
	"other way": (c) =>
		`polygon at ${[...c]
			.reverse()
			.map((p) => `[${at(p)}]`)
			.join(", ")}`,
	"other corner": (c) => `polygon at ${[...c.slice(2), ...c.slice(0, 2)].map((p) => `[${at(p)}]`).join(", ")}`,
};

/** Roads that any program can be sent by. */
const BY_PROGRAM = {
	picture: (source) => `picture p\n${indented(source)}\nend\nlay mirrored(enlarged(turned(p, 30), 1.5)) at 200, 150`,
	centre: (source) => `sheet 400, 300 origin centre\n${source}`,
	"bottom left": (source) => `sheet 400, 300 origin bottom left\n${source}`,
};

const GIVEN = ["placed", "walked", "curves"];
/** An entry is a program if it contains a value; otherwise it is the reason why there is none. */
const isProgram = (text) => /\d/.test(text) && draw(text).errors.length === 0;

/** For each kind each road: the program, or why there is none. */
export function routes() {
	const kinds = parse(readFileSync(join(ROOT, "core/examples/routes.yaml"), "utf8"));
	return Object.entries(kinds).map(([kind, given]) => {
		const base = GIVEN.map((road) => given[road]).find(isProgram);
		const figure = figureData(draw(base).drawing.figures[0]);
		const bent = "it isn't made of straight sides that close";
		const roads = Object.fromEntries(
			GIVEN.map((road) => [road, isProgram(given[road]) ? { source: given[road] } : { why: given[road] }]),
		);
		for (const [road, make] of Object.entries(BY_CORNERS))
			roads[road] =
				figure.closed && figure.corners.length > 2 && figure.text === null && figure.rounding === 0
					? { source: make(figure.corners) }
					: { why: bent };
		for (const [road, make] of Object.entries(BY_PROGRAM)) roads[road] = { source: make(base) };
		return { kind, base, figure, roads };
	});
}

/** throws if a road doesn't draw just one figure, of its kind. */
function hold(kind, road, source) {
	const { errors, drawing } = draw(source);
	const [only, ...more] = drawing.figures;
	if (errors.length > 0 || more.length > 0 || !only?.kinds.includes(kind))
		throw new Error(
			`${kind} by ${road} is ${drawing.figures.map((f) => f.kinds[0]).join(", ") || "nothing"}:\n${source}`,
		);
}

export function routesTable() {
	const all = routes();
	const roads = Object.keys(all[0].roads);
	const notes = [];
	const rows = all.map(({ kind, roads: own }) => {
		const cells = roads.map((road) => {
			const { source, why } = own[road];
			if (source === undefined) {
				if (!notes.includes(why)) notes.push(why);
				return `${notes.indexOf(why) + 1}`;
			}
			hold(kind, road, source);
			return "✓";
		});
		return `| ${kind} | ${cells.join(" | ")} |`;
	});
	return [
		`| | ${roads.join(" | ")} |`,
		`|---|${roads.map(() => "---").join("|")}|`,
		...rows,
		"",
		...notes.map((why, i) => `${i + 1}. ${why[0].toUpperCase()}${why.slice(1)}.`),
	].join("\n");
}

/** Why a kind lacks a measure. */
const REASONS = {
	radius: "only what is round has one",
	diameter: "only what is round has one",
	corners: "round outlines have no corners",
	sides: "round outlines and words have no straight sides",
	angles: "an angle needs two sides that meet in a closed outline",
	length: "only a line has a length",
	direction: "only a line has a direction",
	startAngle: "only an arc begins at an angle",
	sweep: "only an arc has one",
	points: "only a star has points",
	step: "only a star joins points by steps",
	turns: "only what is walked is turned; what is placed has none",
	facing: "only a pen that walks has one",
	fill: "only closed outlines, dots and words have an inside",
	outline: "dots and words are painted inside",
	text: "only words have one",
	textSize: "only words have one",
	twin: "there is one only where two figures lie on one another",
	routine: "there is one only where a routine drew",
};

export function measuresTable() {
	const all = routes().map(({ kind, base, roads }) => {
		const walked = roads.walked.source ?? roads.curves.source;
		const measure = (source) =>
			figureData(draw(`fill tan\nroutine draw_it()\n${indented(source)}\nend\ndraw_it()\n`).drawing.figures[0]);
		return { kind, measures: [measure(base), ...(walked ? [measure(walked)] : [])] };
	});
	const has = (value) => value !== null && !(Array.isArray(value) && value.length === 0);
	const names = Object.keys(all[0].measures[0]).filter((name) => name !== "kinds" && name !== "sentence");
	const rows = names.map((name) => {
		const [yes, no] = [
			all.filter((k) => k.measures.some((m) => has(m[name]))),
			all.filter((k) => !k.measures.some((m) => has(m[name]))),
		];
		if (no.length > 0 && !REASONS[name])
			throw new Error(`${no.map((k) => k.kind).join(", ")} lack ${name}, and nobody says why`);
		return `| \`${name}\` | ${no.length === 0 ? "all" : yes.map((k) => k.kind).join(", ") || "none of the examples"} | ${no.length === 0 ? "" : REASONS[name]} |`;
	});
	return ["| measure | kinds that have it | why others don't |", "|---|---|---|", ...rows].join("\n");
}
