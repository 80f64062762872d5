import { parseColour } from "../../colour/colour.ts";
import * as outline from "../outline.ts";
import type { Checked } from "./checker.ts";
import { FUNCTIONS } from "./functions.ts";
import type { Declaring } from "./meaning.ts";
import type { DrawNode, Step } from "./tree.ts";

/** Statements that only walk. */
const WALKING: ReadonlySet<string> = new Set(["walk", "turn", "curve", "face", "go"]);

const CHANCE: ReadonlySet<string> = new Set(["random", "choose"]);

/** A checked program in the words of all languages. @param checked undefined if the source can't be read */
export function nibOutline(source: string, checked: Checked | undefined): outline.Outline {
	const steps = checked ? checked.program.steps.map((step) => stepOf(step, checked)) : [];
	const made = [...outline.everyStep(steps)].filter((step) => step.node === "routine");
	const variableOf = (value: outline.Value) => {
		const meaning = value.node === "name" ? checked?.meanings.get(value) : undefined;
		return meaning && "id" in meaning ? meaning : undefined;
	};
	return {
		source,
		steps,
		routines: new Map(made.map((routine) => [routine.name, routine])),
		variableOf,
		colourOf: (value) => {
			if (value.node === "colour") return value.value;
			if (value.node !== "name") return undefined;
			const meaning = checked?.meanings.get(value);
			if (meaning && "colour" in meaning) return meaning.colour;
			return meaning === undefined ? parseColour(value.name) : undefined;
		},
		isBuiltIn: (name) => FUNCTIONS.has(name),
		isChance: ({ name }) => CHANCE.has(name),
		plainLine,
		commentLines: source.split(/\r\n|\r|\n/).flatMap((line, i) => (isCommented(line) ? [i + 1] : [])),
	};
}

function stepOf(step: Step, checked: Checked): outline.Step {
	const { place } = step;
	const body = (steps: readonly Step[]) => steps.map((inner) => stepOf(inner, checked));
	const declared = (node: Declaring) => checked.declared.get(node);
	const changed = (node: Parameters<Checked["meanings"]["get"]>[0]) => {
		const meaning = checked.meanings.get(node);
		return meaning && "id" in meaning ? meaning : undefined;
	};
	switch (step.node) {
		case "draw":
			return drawStep(step);
		case "let":
			return { ...step, variable: declared(step) };
		case "set":
			return { ...step, variable: changed(step) };
		case "put":
			return { node: "put", place, variable: changed(step), indices: step.indices, value: step.value };
		case "for":
			return { ...step, variable: declared(step), body: body(step.body) };
		case "each":
			return { ...step, variable: declared(step), body: body(step.body) };
		case "picture":
			return { ...step, variable: declared(step), size: step.size ?? [], body: body(step.body) };
		case "routine":
			return {
				...step,
				parameters: step.parameters.map((p) => ({ variable: declared(p), otherwise: p.otherwise })),
				body: body(step.body),
			};
		case "if":
			return {
				...step,
				branches: step.branches.map((branch) => ({ ...branch, body: body(branch.body) })),
				otherwise: step.otherwise && body(step.otherwise),
			};
		case "area":
		case "frames":
		case "repeat":
		case "while":
			return { ...step, body: body(step.body) };
		case "do":
		case "return":
		case "break":
			return step;
	}
}

function drawStep({ statement, direction, values, phrases, place }: DrawNode): outline.DrawStep {
	return {
		node: "draw",
		head: statement.head,
		...(direction !== undefined && { direction: String(direction) }),
		values: values.map((value, i) => ({ value, use: statement.values[i]?.use })),
		phrases: phrases.map(({ word, choice, values: given }) => {
			const spec = statement.phrases.find((p) => p.word === word);
			return {
				word,
				choice,
				values: given.map((value, i) => ({ value, use: spec?.points ? ("place" as const) : spec?.values[i]?.use })),
			};
		}),
		walks: WALKING.has(statement.head),
		body: [],
		place,
	};
}

function plainLine(line: string): string {
	let text = line;
	for (let i = 0, quoted = false; i < line.length; i++) {
		if (line[i] === '"' && line[i - 1] !== "\\") quoted = !quoted;
		if (!quoted && line.startsWith("--", i)) {
			text = line.slice(0, i);
			break;
		}
	}
	return text.replace(/\s+/g, " ").trim();
}

/** Whether a line says something in a comment. */
function isCommented(line: string): boolean {
	const plain = plainLine(line);
	const rest = line.replace(/\s+/g, " ").trim().slice(plain.length).replace(/-/g, "").trim();
	return rest.length > 0;
}
