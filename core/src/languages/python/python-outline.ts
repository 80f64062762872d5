import { cssColour } from "../../colour/css-colour.ts";
import { COMMON_SIGNS } from "../common-signs.ts";
import { Lines } from "../lines.ts";
import type { Outline, RoutineStep, Sign, Step, Value, Variable } from "../outline.ts";
import type { SourceRange } from "../problem.ts";
import { Names } from "../scope.ts";
import { commentLines, plainLine } from "./comments.ts";
import { calledName, type DrawnValue, drawingCall } from "./drawing-call.ts";
import type { Block, CallExpression, Expression, Statement } from "./syntax.ts";

/** Signs in the words of all languages. */
const SIGNS: Readonly<Record<string, Sign>> = { ...COMMON_SIGNS, "//": "/", and: "and", or: "or" };

/** Functions that give another value from run to run. */
export const CHANCE: ReadonlySet<string> = new Set([
	"random",
	"randint",
	"randrange",
	"uniform",
	"choice",
	"choices",
	"sample",
	"shuffle",
	"gauss",
	"triangular",
	"chance",
	"choose",
]);

/** Methods of lists that change them. */
const CHANGES_LIST: ReadonlySet<string> = new Set([
	"append",
	"insert",
	"extend",
	"remove",
	"pop",
	"clear",
	"sort",
	"reverse",
	"add",
	"update",
]);

/** Statements that only walk. */
const WALKING: ReadonlySet<string> = new Set(["walk", "turn", "curve", "face", "go"]);

/** The names of the functions that a program makes itself, wherever they are. */
export function ownFunctions(statements: readonly Statement[]): Set<string> {
	const found = new Set<string>();
	for (const statement of everyStatement(statements)) {
		if (statement.node === "function" && specialOf(statement) === undefined) found.add(statement.name);
		if (statement.node === "class") found.add(statement.name);
		if (statement.node === "assign" && statement.value?.node === "lambda")
			for (const target of statement.targets) if (target.node === "name") found.add(target.name);
	}
	return found;
}

/** Every statement, those inside others too, in the order of the source. */
export function* everyStatement(statements: readonly Statement[]): Generator<Statement> {
	for (const statement of statements) {
		yield statement;
		for (const { statements: inner } of blocksOf(statement)) yield* everyStatement(inner);
	}
}

/** The blocks inside a statement. */
export function blocksOf(statement: Statement): readonly Block[] {
	switch (statement.node) {
		case "if":
			return [...statement.branches.map((b) => b.body), ...(statement.otherwise ? [statement.otherwise] : [])];
		case "blocks":
			return statement.bodies;
		case "for":
		case "while":
			return statement.otherwise ? [statement.body, statement.otherwise] : [statement.body];
		default:
			return "body" in statement ? [statement.body] : [];
	}
}

/** Whether a function makes a picture or draws a frame: what its decorator says. */
export function specialOf(
	statement: Statement,
): { readonly is: "picture" | "frames"; readonly size: Expression | undefined } | undefined {
	if (statement.node !== "function") return undefined;
	for (const decorator of statement.decorators) {
		const callee = decorator.node === "call" ? decorator.callee : decorator;
		const name = callee.node === "name" ? callee.name : "";
		const size =
			decorator.node === "call" ? decorator.values.find((v) => v.keyword?.name === "size")?.value : undefined;
		if (name === "picture") return { is: "picture", size };
		if (name === "each_frame") return { is: "frames", size: undefined };
	}
	return undefined;
}

/** A program in Python in the words of all languages. @param statements undefined if the source can't be read */
export function pythonOutline(source: string, statements: readonly Statement[] | undefined): Outline {
	const maker = new OutlineMaker(source, statements ?? []);
	const { steps, routines, meanings } = maker;
	return {
		source,
		steps,
		routines,
		variableOf: (value) => (value.node === "name" ? meanings.get(value) : undefined),
		colourOf: (value) => (value.node === "text" ? cssColour(value.value) : undefined),
		isBuiltIn: (name) => !routines.has(name),
		isChance: ({ name }) => CHANCE.has(name),
		plainLine,
		commentLines: commentLines(source),
	};
}

/** A list that is iterated over, and the names for its items. */
interface Gone {
	readonly targets: readonly Expression[];
	readonly list: Expression;
}

/** A value that is given, and the sign of `+=` and its like without the equals sign. */
interface Assigned {
	readonly given: Value;
	readonly sign: string | undefined;
}

class OutlineMaker {
	readonly steps: readonly Step[];
	readonly routines = new Map<string, RoutineStep>();
	readonly meanings = new Map<Value, Variable>();
	private readonly source: string;
	private readonly lines: Lines;
	private readonly own: ReadonlySet<string>;

	constructor(source: string, statements: readonly Statement[]) {
		this.source = source;
		this.lines = new Lines(source);
		this.own = ownFunctions(statements);
		this.steps = this.block(statements, new Names(undefined, true));
	}

	/** Where something is: its first line alone. */
	private place({ start, end }: { readonly start: number; readonly end: number }): SourceRange {
		const first = this.source.slice(start, end).split(/\r\n|\r|\n/, 1)[0] as string;
		return this.lines.place(start, start + Math.max(1, first.length));
	}

	private block(statements: readonly Statement[], names: Names): Step[] {
		return statements.flatMap((statement) => this.statement(statement, names));
	}

	private statement(statement: Statement, names: Names): Step[] {
		const place = this.place(statement);
		const value = (of: Expression) => this.value(of, names);
		const inner = (of: Block | undefined) => (of ? this.block(of.statements, names) : []);
		switch (statement.node) {
			case "function":
				return [this.made(statement, names, place)];
			case "class":
				return this.block(statement.body.statements, new Names(names, true));
			case "for":
				return [this.loop(statement, names, place, () => inner(statement.body)), ...inner(statement.otherwise)];
			case "while":
				return [
					{ node: "while", condition: value(statement.test), body: inner(statement.body), place },
					...inner(statement.otherwise),
				];
			case "if":
				return [
					{
						node: "if",
						branches: statement.branches.map(({ test, body }) => ({ condition: value(test), body: inner(body) })),
						...(statement.otherwise && { otherwise: inner(statement.otherwise) }),
						place,
					},
				];
			case "with": {
				const isArea = statement.values.some(
					(v) => (v.node === "call" ? calledName(v) : v.node === "name" ? v.name : "") === "area",
				);
				for (const name of statement.names) names.declare(name, "let");
				const body = inner(statement.body);
				return isArea ? [{ node: "area", body, place }] : body;
			}
			case "blocks":
				return statement.bodies.flatMap(inner);
			case "assign":
				return this.assignment(statement, names, place);
			case "expression":
				return this.expression(statement.value, names, place);
			case "return":
				return [{ node: "return", ...(statement.value && { value: value(statement.value) }), place }];
			case "import":
				return [];
			case "simple":
				if (statement.word === "break" || statement.word === "continue") return [{ node: "break", place }];
				return statement.word === "raise" || statement.word === "assert" || statement.word === "yield"
					? statement.values.slice(0, 1).map((v) => ({ node: "do" as const, call: value(v), place }))
					: [];
		}
	}

	private made(statement: Statement & { node: "function" }, names: Names, place: SourceRange): Step {
		const own = new Names(names, true);
		const special = specialOf(statement);
		const at = { ...place, ...(statement.decorators.length > 0 && this.lineOfDef(statement)) };
		if (special?.is === "frames") return { node: "frames", body: this.block(statement.body.statements, own), place };
		if (special) {
			const { size } = special;
			const parts = size?.node === "items" ? size.items : size ? [size] : [];
			const variable = names.declare(statement.name, "let", "picture");
			const sizes = parts.map((v) => this.value(v, names));
			const body = this.block(statement.body.statements, own);
			return { node: "picture", name: statement.name, variable, size: sizes, body, place };
		}
		const parameters = statement.parameters.map(({ name, otherwise }) => ({
			variable: own.declare(name, "value"),
			...(otherwise && { otherwise: this.value(otherwise, names) }),
		}));
		const body = this.block(statement.body.statements, own);
		const step: RoutineStep = { node: "routine", name: statement.name, parameters, body, place: at };
		if (!this.routines.has(statement.name)) this.routines.set(statement.name, step);
		return step;
	}

	/** The place of a decorated function's own first line. */
	private lineOfDef(statement: Statement): SourceRange {
		const text = this.source.slice(statement.start, statement.end);
		const at = statement.start + Math.max(0, text.search(/^[ \t]*(?:async\s+)?def\b/m));
		return this.place({ start: at + (/^[ \t]*/.exec(this.source.slice(at))?.[0].length ?? 0), end: statement.end });
	}

	private declare(target: Expression, names: Names, role: Variable["role"], kind = "any"): Variable | undefined {
		if (target.node === "name") return names.routine.declare(target.name, role, kind);
		const parts = target.node === "items" ? target.items : [];
		return parts.map((part) => this.declare(part, names, role))[0];
	}

	/** A loop over `range` counts; one whose name is `_` only repeats; any other goes over a list. */
	private loop({ targets, list }: Gone, names: Names, place: SourceRange, body: () => Step[]): Step {
		const [first] = targets;
		const range = list.node === "call" && calledName(list) === "range" ? list.values.map((v) => v.value) : undefined;
		const variables = targets.map((target) => this.declare(target, names, "loop"));
		const value = (of: Expression) => this.value(of, names);
		if (range && range.length > 0 && range.length <= 3) {
			const [a, b, by] = range as [Expression, Expression?, Expression?];
			if (!b && first?.node === "name" && first.name === "_")
				return { node: "repeat", count: value(a), body: body(), place };
			return {
				node: "for",
				variable: variables[0],
				from: b ? value(a) : { node: "number", value: 0, place: this.place(list) },
				to: value(b ?? a),
				...(by && { by: value(by) }),
				before: true,
				body: body(),
				place,
			};
		}
		return { node: "each", variable: variables[0], list: value(list), body: body(), place };
	}

	private assignment(statement: Statement & { node: "assign" }, names: Names, place: SourceRange): Step[] {
		const { sign, value } = statement;
		if (!value) return [];
		if (value.node === "lambda" && statement.targets[0]?.node === "name") {
			const { name } = statement.targets[0];
			const body: Step[] = [{ node: "return", value: this.value(value.value, names), place }];
			const step: RoutineStep = { node: "routine", name, parameters: [], body, place };
			if (!this.routines.has(name)) this.routines.set(name, step);
			return [step];
		}
		const given = this.value(value, names);
		return statement.targets.flatMap((target) => this.assigned(target, { given, sign }, names, place));
	}

	private assigned(target: Expression, { given, sign }: Assigned, names: Names, place: SourceRange): Step[] {
		switch (target.node) {
			case "name": {
				const known = names.routine.find(target.name);
				const changed = sign === undefined ? undefined : SIGNS[sign];
				const left = this.value(target, names);
				const value: Value = changed ? { node: "binary", sign: changed, left, right: given, place } : given;
				if (known) return [{ node: "set", name: target.name, variable: known, value, place }];
				const variable = names.routine.declare(target.name, "let", kindOf(given));
				return [{ node: "let", name: target.name, variable, value, place }];
			}
			case "items": {
				const parts = given.node === "list" && given.items.length === target.items.length ? given.items : undefined;
				return target.items.flatMap((item, i) =>
					this.assigned(item, { given: parts?.[i] ?? given, sign }, names, place),
				);
			}
			default: {
				const root = rootOf(target);
				const indices = target.node === "index" ? [this.value(target.index, names)] : [];
				return [
					{ node: "put", variable: root === undefined ? undefined : names.find(root), indices, value: given, place },
				];
			}
		}
	}

	private expression(of: Expression, names: Names, place: SourceRange): Step[] {
		switch (of.node) {
			case "call":
				return this.called(of, names, place);
			case "made": {
				// A list that is made for what making it does.
				const [, list] = of.parts;
				const [target] = of.parts;
				if (!target || !list) return [{ node: "do", call: this.value(of, names), place }];
				return [
					this.loop({ targets: [target], list }, names, place, () =>
						this.expression(of.item, names, this.place(of.item)),
					),
				];
			}
			case "text":
			case "number":
			case "constant":
				return [];
			default:
				return [{ node: "do", call: this.value(of, names), place }];
		}
	}

	private called(call: CallExpression, names: Names, place: SourceRange): Step[] {
		const drawn = drawingCall(call, this.own);
		const used = (values: readonly DrawnValue[]) =>
			values.map(({ value, use }) => ({ value: this.value(value, names), use }));
		if (drawn) {
			const { f, values, phrases } = drawn;
			return [
				{
					node: "draw",
					head: f.statement.head,
					...(f.direction !== undefined && { direction: String(f.direction) }),
					values: used(values),
					phrases: phrases.map((p) => ({ word: p.word, choice: p.choice, values: used(p.values) })),
					walks: WALKING.has(f.statement.head),
					body: [],
					place,
				},
			];
		}
		const name = calledName(call);
		if (name === "print" && !this.own.has(name))
			return [
				{
					node: "draw",
					head: "print",
					values: call.values.map((v) => ({ value: this.value(v.value, names), use: undefined })),
					phrases: [],
					walks: false,
					body: [],
					place,
				},
			];
		if (call.callee.node === "member" && CHANGES_LIST.has(call.callee.name)) {
			const root = rootOf(call.callee);
			const variable = root === undefined ? undefined : names.find(root);
			if (variable) {
				const values = call.values.map((v) => this.value(v.value, names));
				const value: Value = values.length === 1 ? (values[0] as Value) : { node: "list", items: values, place };
				return [{ node: "put", variable, indices: [], value, place }];
			}
		}
		return [{ node: "do", call: this.value(call, names), place }];
	}

	private value(of: Expression, names: Names): Value {
		const place = this.place(of);
		const part = (inner: Expression) => this.value(inner, names);
		switch (of.node) {
			case "number":
				return { node: "number", value: of.value, place };
			case "text":
				return { node: "text", value: of.value, place };
			case "constant":
				return of.value === null ? { node: "other", parts: [], place } : { node: "boolean", value: of.value, place };
			case "name": {
				const made: Value = { node: "name", name: of.name, place };
				const variable = names.find(of.name);
				if (variable) this.meanings.set(made, variable);
				return made;
			}
			case "unary":
				if (of.sign === "-" || of.sign === "not") return { node: "unary", sign: of.sign, value: part(of.value), place };
				return of.sign === "+" ? part(of.value) : { node: "other", parts: [part(of.value)], place };
			case "binary": {
				const sign = SIGNS[of.sign];
				if (!sign) return { node: "other", parts: [part(of.left), part(of.right)], place };
				return { node: "binary", sign, left: part(of.left), right: part(of.right), place };
			}
			case "call":
				return this.callValue(of, names, place);
			case "member":
				if (of.value.node === "name" && MEASURED.has(of.value.name) && !names.find(of.value.name))
					return { node: "property", of: of.value.name, name: of.name, place };
				return { node: "member", value: part(of.value), name: of.name, place };
			case "index":
				return { node: "index", list: part(of.value), index: part(of.index), place };
			case "items":
				return { node: "list", items: of.items.map(part), place };
			case "made":
				return { node: "other", parts: [of.item, ...of.parts].map(part), place };
			case "lambda":
				return { node: "other", parts: [part(of.value)], place };
			case "other":
				return { node: "other", parts: of.parts.map(part), place };
		}
	}

	private callValue(call: CallExpression, names: Names, place: SourceRange): Value {
		const { callee } = call;
		const values = call.values.map((v) => this.value(v.value, names));
		if (callee.node === "name") return { node: "call", name: callee.name, values, place };
		if (callee.node !== "member")
			return { node: "call", name: "", values: [this.value(callee, names), ...values], place };
		const isModule = callee.value.node === "name" && !names.find(callee.value.name);
		const all = isModule ? values : [...values, this.value(callee.value, names)];
		return { node: "call", name: callee.name, values: all, place };
	}
}

/** What has measures that change without being set. */
const MEASURED: ReadonlySet<string> = new Set(["pen", "sheet", "frame"]);

/** The name that a chain of members begins with. */
function rootOf(of: Expression): string | undefined {
	let at = of;
	while (at.node === "member" || at.node === "index") at = at.value;
	return at.node === "name" ? at.name : undefined;
}

function kindOf(value: Value): string {
	switch (value.node) {
		case "number":
		case "text":
		case "boolean":
		case "list":
			return value.node;
		case "unary":
			return value.sign === "-" ? "number" : "boolean";
		case "binary":
			return "-*/".includes(value.sign) || value.sign === "mod" ? "number" : "any";
		default:
			return "any";
	}
}
