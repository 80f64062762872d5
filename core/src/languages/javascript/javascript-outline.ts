import type { Program as Tree } from "acorn";
import { cssColour } from "../../colour/css-colour.ts";
import type { Outline, RoutineStep, Step, UsedValue, Value, Variable } from "../outline.ts";
import type { SourceRange } from "../problem.ts";
import { Names } from "../scope.ts";
import { CONTEXT_NAMES, METHODS, SETTINGS } from "./canvas-methods.ts";
import { commentLines, plainLine } from "./comments.ts";
import { countedLoop } from "./counted-loop.ts";
import { placeOf } from "./read-javascript.ts";
import { type AnyNode, childrenOf, identifiersIn, isFunction, nameOfMember } from "./tree.ts";
import { isCanvas, SIGNS, ValueOutliner } from "./value-outline.ts";

const METHOD_OF: ReadonlyMap<string, (typeof METHODS)[number]> = new Map(METHODS.map((m) => [m.name, m]));
/** Methods of lists that change them. */
const CHANGES_LIST: ReadonlySet<string> = new Set([
	"push",
	"unshift",
	"splice",
	"pop",
	"shift",
	"sort",
	"reverse",
	"fill",
]);
/** What is called again from frame to frame. */
const FRAMES: ReadonlySet<string> = new Set(["requestAnimationFrame", "setInterval", "setTimeout"]);

/** A program on a canvas in the words of all languages. @param tree undefined if the source can't be read */
export function javaScriptOutline(source: string, tree: Tree | undefined): Outline {
	const maker = new OutlineMaker(source);
	const steps = tree ? maker.program(tree as unknown as AnyNode) : [];
	const { routines, values } = maker;
	return {
		source,
		steps,
		routines,
		variableOf: (value) => (value.node === "name" ? values.meanings.get(value) : undefined),
		colourOf: (value) => (value.node === "text" ? cssColour(value.value) : undefined),
		isBuiltIn: (name) => !routines.has(name),
		isChance: ({ name }) => name === "random",
		plainLine,
		commentLines: commentLines(source),
	};
}

class OutlineMaker {
	readonly routines = new Map<string, RoutineStep>();
	readonly values: ValueOutliner;
	private readonly source: string;
	/** Routines that are called from frame to frame. */
	private framed: ReadonlySet<string> = new Set();

	constructor(source: string) {
		this.source = source;
		this.values = new ValueOutliner(source);
	}

	program(tree: AnyNode): Step[] {
		this.framed = framedNames(tree);
		return this.block(tree.body as AnyNode[], new Names(undefined, true));
	}

	private place(node: AnyNode): SourceRange {
		return placeOf(this.source, node);
	}

	/** Statements of a block; its names are there from its beginning. */
	private block(nodes: readonly AnyNode[], names: Names): Step[] {
		for (const node of nodes) this.hoist(node, names);
		return nodes.flatMap((node) => this.statement(node, names));
	}

	private hoist(node: AnyNode, names: Names): void {
		if (node.type === "FunctionDeclaration" || node.type === "ClassDeclaration") {
			const id = node.id as AnyNode | null;
			if (id) names.declare(id.name as string, "let", "routine");
		} else if (node.type === "VariableDeclaration") this.declareAll(node, names, "let");
	}

	private declareAll(node: AnyNode, names: Names, role: Variable["role"]): void {
		const where = node.kind === "var" ? names.routine : names;
		for (const d of node.declarations as AnyNode[])
			for (const id of identifiersIn(d.id as AnyNode))
				where.declare(id.name as string, role, kindOf(d.init as AnyNode | null));
	}

	private statement(node: AnyNode, names: Names): Step[] {
		const place = this.place(node);
		const inner = (of: AnyNode | null | undefined) => (of ? this.body(of, new Names(names, false)) : []);
		const value = (of: AnyNode) => this.values.of(of, names);
		switch (node.type) {
			case "ExpressionStatement":
				return this.expression(node.expression as AnyNode, names, place);
			case "VariableDeclaration":
				return (node.declarations as AnyNode[]).flatMap((d) => this.declaration(d, names, this.place(d), place));
			case "FunctionDeclaration":
				return this.routine((node.id as AnyNode).name as string, node, names, place);
			case "ClassDeclaration":
				return ((node.body as AnyNode).body as AnyNode[]).flatMap((m) =>
					m.type === "MethodDefinition"
						? this.routine(String((m.key as AnyNode).name), m.value as AnyNode, names, this.place(m))
						: [],
				);
			case "ForStatement":
				return this.loop(node, names, place);
			case "ForOfStatement":
			case "ForInStatement": {
				const own = new Names(names, false);
				const left = node.left as AnyNode;
				if (left.type === "VariableDeclaration") this.declareAll(left, own, "loop");
				const [first] = identifiersIn(
					left.type === "VariableDeclaration" ? (((left.declarations as AnyNode[])[0] as AnyNode).id as AnyNode) : left,
				);
				return [
					{
						node: "each",
						variable: first && own.find(first.name as string),
						list: value(node.right as AnyNode),
						body: this.body(node.body as AnyNode, own),
						place,
					},
				];
			}
			case "WhileStatement":
			case "DoWhileStatement":
				return [{ node: "while", condition: value(node.test as AnyNode), body: inner(node.body as AnyNode), place }];
			case "IfStatement":
				return [this.condition(node, names, place)];
			case "SwitchStatement": {
				const of = value(node.discriminant as AnyNode);
				const cases = node.cases as AnyNode[];
				const branches = cases.flatMap((c) => {
					const test = c.test as AnyNode | null;
					if (!test) return [];
					const condition: Value = { node: "binary", sign: "==", left: of, right: value(test), place: this.place(c) };
					return [{ condition, body: this.block(c.consequent as AnyNode[], new Names(names, false)) }];
				});
				const last = cases.find((c) => !c.test);
				return [
					{
						node: "if",
						branches,
						...(last && { otherwise: this.block(last.consequent as AnyNode[], new Names(names, false)) }),
						place,
					},
				];
			}
			case "ReturnStatement": {
				const of = node.argument as AnyNode | null;
				return [{ node: "return", ...(of && { value: value(of) }), place }];
			}
			case "BreakStatement":
			case "ContinueStatement":
				return [{ node: "break", place }];
			case "BlockStatement":
				return this.body(node, new Names(names, false));
			case "LabeledStatement":
				return this.statement(node.body as AnyNode, names);
			case "TryStatement": {
				const handler = node.handler as AnyNode | null;
				return [
					...inner(node.block as AnyNode),
					...inner(handler?.body as AnyNode | undefined),
					...inner(node.finalizer as AnyNode | null),
				];
			}
			case "ThrowStatement":
				return [{ node: "do", call: value(node.argument as AnyNode), place }];
			default:
				return [];
		}
	}

	private body(node: AnyNode, names: Names): Step[] {
		return this.block(node.type === "BlockStatement" ? (node.body as AnyNode[]) : [node], names);
	}

	private condition(node: AnyNode, names: Names, place: SourceRange): Step {
		const branches: { condition: Value; body: Step[] }[] = [];
		let at: AnyNode | null = node;
		while (at?.type === "IfStatement") {
			branches.push({
				condition: this.values.of(at.test as AnyNode, names),
				body: this.body(at.consequent as AnyNode, new Names(names, false)),
			});
			at = at.alternate as AnyNode | null;
		}
		return { node: "if", branches, ...(at && { otherwise: this.body(at, new Names(names, false)) }), place };
	}

	/** A loop of three parts: one that counts, or else one that goes on while something holds. */
	private loop(node: AnyNode, names: Names, place: SourceRange): Step[] {
		const own = new Names(names, false);
		const [init, test, update] = [node.init, node.test, node.update] as (AnyNode | null)[];
		if (init?.type === "VariableDeclaration") this.declareAll(init, own, "loop");
		const counted = countedLoop(init, test, update);
		if (counted) {
			const { name, from, to, by, before } = counted;
			const step = by && this.values.of(by, own);
			return [
				{
					node: "for",
					variable: own.find(name),
					from: this.values.of(from, own),
					to: this.values.of(to, own),
					by: counted.down ? { node: "unary", sign: "-", value: step ?? one(place), place } : step,
					before,
					body: this.body(node.body as AnyNode, own),
					place,
				},
			];
		}
		const head = init
			? init.type === "VariableDeclaration"
				? this.statement(init, own)
				: this.expression(init, own, place)
			: [];
		const body = this.body(node.body as AnyNode, own);
		const tail = update ? this.expression(update, own, place) : [];
		const condition: Value = test ? this.values.of(test, own) : { node: "boolean", value: true, place };
		return [...head, { node: "while", condition, body: [...body, ...tail], place }];
	}

	private declaration(node: AnyNode, names: Names, at: SourceRange, place: SourceRange): Step[] {
		const [id, init] = [node.id as AnyNode, node.init as AnyNode | null];
		if (id.type === "Identifier" && init && isFunction(init))
			return this.routine(id.name as string, init, names, place);
		if (!init) return [];
		const value = this.values.of(init, names);
		return identifiersIn(id).map((one) => ({
			node: "let" as const,
			name: one.name as string,
			variable: names.find(one.name as string),
			value,
			place: at.line === place.line ? place : at,
		}));
	}

	private routine(name: string, node: AnyNode, names: Names, place: SourceRange): Step[] {
		const own = new Names(names, true);
		const parameters = (node.params as AnyNode[]).map((p) => {
			const plain = p.type === "AssignmentPattern" ? (p.left as AnyNode) : p;
			const [id] = identifiersIn(plain);
			for (const other of identifiersIn(plain)) own.declare(other.name as string, "value");
			return {
				variable: id && own.find(id.name as string),
				...(p.type === "AssignmentPattern" && { otherwise: this.values.of(p.right as AnyNode, names) }),
			};
		});
		const of = node.body as AnyNode;
		const body: Step[] =
			of.type === "BlockStatement"
				? this.block(of.body as AnyNode[], own)
				: [
						...this.expression(of, own, this.place(of)),
						{ node: "return", value: this.values.of(of, own), place: this.place(of) },
					];
		if (this.framed.has(name)) return [{ node: "frames", body, place }];
		const step: RoutineStep = { node: "routine", name, parameters, body, place };
		if (!this.routines.has(name)) this.routines.set(name, step);
		return [step];
	}

	/** An expression used as a statement. */
	private expression(node: AnyNode, names: Names, place: SourceRange): Step[] {
		switch (node.type) {
			case "AssignmentExpression":
				return this.assignment(node, names, place);
			case "UpdateExpression": {
				const of = node.argument as AnyNode;
				const value: Value = {
					node: "binary",
					sign: node.operator === "++" ? "+" : "-",
					left: this.values.of(of, names),
					right: one(place),
					place,
				};
				return [this.changed(of, value, names, place)];
			}
			case "CallExpression":
				return this.callStep(node, names, place);
			case "SequenceExpression":
				return (node.expressions as AnyNode[]).flatMap((e) => this.expression(e, names, this.place(e)));
			case "ConditionalExpression": {
				const [test, a, b] = [node.test, node.consequent, node.alternate] as [AnyNode, AnyNode, AnyNode];
				return [
					{
						node: "if",
						branches: [{ condition: this.values.of(test, names), body: this.expression(a, names, this.place(a)) }],
						otherwise: this.expression(b, names, this.place(b)),
						place,
					},
				];
			}
			case "LogicalExpression": {
				const right = node.right as AnyNode;
				return [
					{
						node: "if",
						branches: [
							{
								condition: this.values.of(node.left as AnyNode, names),
								body: this.expression(right, names, this.place(right)),
							},
						],
						place,
					},
				];
			}
			case "AwaitExpression":
				return this.expression(node.argument as AnyNode, names, place);
			default:
				return node.type === "Literal" ? [] : [{ node: "do", call: this.values.of(node, names), place }];
		}
	}

	/** A name, or something inside what a name holds, that gets another value. */
	private changed(of: AnyNode, value: Value, names: Names, place: SourceRange): Step {
		if (of.type === "Identifier") {
			const name = of.name as string;
			return { node: "set", name, variable: names.find(name), value, place };
		}
		const [root] = rootsOf(of);
		const indices =
			of.type === "MemberExpression" && of.computed ? [this.values.of(of.property as AnyNode, names)] : [];
		return { node: "put", variable: root && names.find(root.name as string), indices, value, place };
	}

	private assignment(node: AnyNode, names: Names, place: SourceRange): Step[] {
		const [left, right] = [node.left as AnyNode, node.right as AnyNode];
		const sign = SIGNS[String(node.operator).slice(0, -1)];
		const given = this.values.of(right, names);
		const value: Value = sign
			? { node: "binary", sign, left: this.values.of(left, names), right: given, place }
			: given;
		const name = nameOfMember(left);
		if (
			name !== undefined &&
			(name in SETTINGS || ((name === "width" || name === "height") && isCanvas(left.object as AnyNode)))
		)
			return [this.drawing(name, [{ value, use: name === "lineWidth" ? "size" : undefined }], place)];
		if (isFunction(right) && left.type === "Identifier") return this.routine(left.name as string, right, names, place);
		if (left.type === "ObjectPattern" || left.type === "ArrayPattern")
			return identifiersIn(left).map((id) => this.changed(id, value, names, place));
		return [this.changed(left, value, names, place)];
	}

	private drawing(head: string, values: readonly UsedValue[], place: SourceRange): Step {
		return { node: "draw", head, values, phrases: [], walks: head === "lineTo" || head === "moveTo", body: [], place };
	}

	private callStep(node: AnyNode, names: Names, place: SourceRange): Step[] {
		const callee = node.callee as AnyNode;
		const given = node.arguments as AnyNode[];
		const name = nameOfMember(callee);
		if (name !== undefined && CONTEXT_NAMES.includes(name)) {
			const uses = METHOD_OF.get(name)?.values ?? usesOf(name);
			return [
				this.drawing(
					name,
					given.map((v, i) => ({ value: this.values.of(v, names), use: uses[i]?.use })),
					place,
				),
			];
		}
		const [first] = given;
		if (name === "forEach" && first && isFunction(first)) {
			const own = new Names(names, true);
			const ids = (first.params as AnyNode[]).flatMap((p) => [...identifiersIn(p)]);
			for (const id of ids) own.declare(id.name as string, "loop");
			const [id] = ids;
			return [
				{
					node: "each",
					variable: id && own.find(id.name as string),
					list: this.values.of(callee.object as AnyNode, names),
					body: this.functionBody(first, own),
					place,
				},
			];
		}
		if (name !== undefined && CHANGES_LIST.has(name) && callee.type === "MemberExpression") {
			const [root] = rootsOf(callee.object as AnyNode);
			const variable = root && names.find(root.name as string);
			if (variable) {
				const values = given.map((v) => this.values.of(v, names));
				const value: Value = values.length === 1 ? (values[0] as Value) : { node: "list", items: values, place };
				return [{ node: "put", variable, indices: [], value, place }];
			}
		}
		// What is given to be called later belongs to the program itself.
		const later = given.filter(isFunction).flatMap((f) => this.functionBody(f, new Names(names, true)));
		const call = this.values.of(node, names);
		const called = name ?? (callee.type === "Identifier" ? (callee.name as string) : "");
		if (later.length > 0 && FRAMES.has(called))
			return [
				{ node: "do", call, place },
				{ node: "frames", body: later, place },
			];
		return [{ node: "do", call, place }, ...later];
	}

	private functionBody(node: AnyNode, names: Names): Step[] {
		for (const p of node.params as AnyNode[])
			for (const id of identifiersIn(p)) names.declare(id.name as string, "value");
		const body = node.body as AnyNode;
		return body.type === "BlockStatement"
			? this.block(body.body as AnyNode[], names)
			: this.expression(body, names, this.place(body));
	}
}

const one = (place: SourceRange): Value => ({ node: "number", value: 1, place });

/** The name that a chain of members begins with. */
function rootsOf(node: AnyNode): AnyNode[] {
	let at = node;
	while (at.type === "MemberExpression") at = at.object as AnyNode;
	return at.type === "Identifier" ? [at] : [];
}

function kindOf(init: AnyNode | null): string {
	if (!init) return "any";
	if (init.type === "Literal") {
		const held = typeof init.value;
		return held === "string" ? "text" : held === "number" || held === "boolean" ? held : "any";
	}
	if (init.type === "ArrayExpression") return "list";
	if (init.type === "TemplateLiteral") return "text";
	if (init.type === "UnaryExpression" && init.operator === "-") return "number";
	return init.type === "BinaryExpression" && "*-/%**".includes(init.operator as string) ? "number" : "any";
}

/** Names that are handed to be called from frame to frame. */
function framedNames(tree: AnyNode): Set<string> {
	const found = new Set<string>();
	const stack: AnyNode[] = [tree];
	while (stack.length > 0) {
		const node = stack.pop() as AnyNode;
		if (node.type === "CallExpression") {
			const callee = node.callee as AnyNode;
			const name = nameOfMember(callee) ?? (callee.type === "Identifier" ? (callee.name as string) : "");
			const [first] = node.arguments as AnyNode[];
			if (FRAMES.has(name) && first?.type === "Identifier") found.add(first.name as string);
		}
		stack.push(...childrenOf(node));
	}
	return found;
}

/** What the values of the other methods are for. */
function usesOf(name: string): readonly { readonly use?: "place" | "size" }[] {
	if (name === "roundRect")
		return [{ use: "place" }, { use: "place" }, { use: "size" }, { use: "size" }, { use: "size" }];
	return name === "fillText" || name === "strokeText" ? [{}, { use: "place" }, { use: "place" }, { use: "size" }] : [];
}
