import { formatColour, NO_COLOUR, nameOfColour } from "../../colour/colour.ts";
import { OTHER_SIGNS } from "../other-signs.ts";
import { rebracketedText } from "../rebracketed-text.ts";
import type { Deed, Phrasebook, Role } from "../sites.ts";
import { CONTEXT_NAMES, SETTINGS } from "./canvas-methods.ts";
import { type AnyNode, isFunction, nameOfMember } from "./tree.ts";

/** Interchangeable signs. */
export const OTHERS: typeof OTHER_SIGNS = {
	...OTHER_SIGNS,
	"===": ["comparison", "!=="],
	"!==": ["comparison", "==="],
	"&&": ["logic", "||"],
	"||": ["logic", "&&"],
};

/** Interchangeable names: fill and outline. */
export const SWAPS: readonly (readonly [fill: string, pen: string])[] = [
	["fill", "stroke"],
	["fillRect", "strokeRect"],
	["fillText", "strokeText"],
	["fillStyle", "strokeStyle"],
];

/** What a method does to a drawing. */
const DEEDS: Readonly<Record<string, readonly Deed[]>> = {
	moveTo: ["go", "lift"],
	lineTo: ["walk"],
	quadraticCurveTo: ["curve"],
	bezierCurveTo: ["curve"],
	arcTo: ["curve"],
	beginPath: ["lift"],
	stroke: ["lower", "shape"],
	fill: ["lower", "shape"],
	rotate: ["turn"],
	translate: ["go"],
	clearRect: ["wipe"],
	fillStyle: ["fill"],
	strokeStyle: ["pen colour"],
	lineWidth: ["pen width"],
};

/** What the value of a setting is for. */
export const ofSetting = (name: string): Role => SETTINGS[name]?.role ?? "other";

/** What a statement does, and the name that it is about. */
export function deedsOf(node: AnyNode): { does: Deed[]; name?: string } {
	switch (node.type) {
		case "VariableDeclaration": {
			const [first] = node.declarations as AnyNode[];
			const id = first?.id as AnyNode | undefined;
			const init = first?.init as AnyNode | null | undefined;
			const name = id?.type === "Identifier" ? { name: id.name as string } : {};
			return { does: [init && isFunction(init) ? "routine" : "declare"], ...name };
		}
		case "FunctionDeclaration":
			return { does: ["routine"], name: (node.id as AnyNode).name as string };
		case "ForStatement":
		case "ForOfStatement":
		case "ForInStatement":
		case "WhileStatement":
		case "DoWhileStatement":
			return { does: ["loop"] };
		case "IfStatement":
			return { does: ["condition"] };
		case "ExpressionStatement":
			return expressionDeeds(node.expression as AnyNode);
		default:
			return { does: ["other"] };
	}
}

function expressionDeeds(node: AnyNode): { does: Deed[]; name?: string } {
	if (node.type === "AssignmentExpression") {
		const left = node.left as AnyNode;
		const deeds = DEEDS[nameOfMember(left) ?? ""];
		if (deeds) return { does: [...deeds] };
		return left.type === "Identifier" ? { does: ["assign"], name: left.name as string } : { does: ["other"] };
	}
	if (node.type === "UpdateExpression") {
		const of = node.argument as AnyNode;
		return of.type === "Identifier" ? { does: ["assign"], name: of.name as string } : { does: ["other"] };
	}
	if (node.type !== "CallExpression") return { does: ["other"] };
	const callee = node.callee as AnyNode;
	if (callee.type === "Identifier") return { does: ["call"], name: callee.name as string };
	const name = nameOfMember(callee) ?? "";
	const deeds = DEEDS[name];
	if (deeds) return { does: [...deeds] };
	return { does: CONTEXT_NAMES.includes(name) ? ["shape"] : ["call"] };
}

/** What the values of methods beyond the table are for. */
export function roleOf(name: string | undefined, i: number): Role {
	if (name === "fillText" || name === "strokeText") return (["words", "x", "y", "width"] as const)[i] ?? "other";
	if (name === "roundRect") return (["x", "y", "width", "height", "rounding"] as const)[i] ?? "other";
	return "other";
}

/** A number as it is written; one below zero has its sign. */
export function numberOf(node: AnyNode): number | undefined {
	if (node.type === "Literal" && typeof node.value === "number") return node.value;
	const inner = node.type === "UnaryExpression" && node.operator === "-" ? (node.argument as AnyNode) : undefined;
	return inner?.type === "Literal" && typeof inner.value === "number" ? -inner.value : undefined;
}

/** A calculation of two signs with its brackets left out, or put round its other pair. */
export function rebracketed(source: string, node: AnyNode): string[] {
	return node.type === "BinaryExpression" ? rebracketedText(source.slice(node.start, node.end)) : [];
}

/** Angles that may be meant instead of one in radians; degrees are made radians. */
export function otherAngles(text: string, number: number | undefined): string[] {
	const degrees = number !== undefined && Math.abs(number) > 2 * Math.PI ? [`${text} * Math.PI / 180`] : [];
	return [...degrees, "2 * Math.PI", "Math.PI", "Math.PI / 2", "1.5 * Math.PI", "0"].filter((other) => other !== text);
}

export function phrasebook(ctx: string): Phrasebook {
	const text = (colour: number) =>
		JSON.stringify(colour === NO_COLOUR ? "transparent" : (nameOfColour(colour) ?? formatColour(colour)));
	return {
		lift: `${ctx}.beginPath();`,
		lower: `${ctx}.stroke();`,
		wipe: `${ctx}.clearRect(0, 0, ${ctx}.canvas.width, ${ctx}.canvas.height);`,
		noPen: `${ctx}.strokeStyle = "transparent";`,
		turn: (left, angle) => `${ctx}.rotate(${left ? "-" : ""}(${angle}) * Math.PI / 180);`,
		fill: (colour) => `${ctx}.fillStyle = ${colour};`,
		penColour: (colour) => `${ctx}.strokeStyle = ${colour};`,
		penWidth: (width) => `${ctx}.lineWidth = ${width};`,
		paper: (colour) =>
			`${ctx}.fillStyle = ${colour}; ${ctx}.fillRect(0, 0, ${ctx}.canvas.width, ${ctx}.canvas.height);`,
		assign: (name, value) => `${name} = ${value};`,
		declare: (name, value) => `let ${name} = ${value};`,
		colour: text,
		roundBy: "radius",
	};
}
