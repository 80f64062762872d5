import type { Program as Tree } from "acorn";
import MagicString from "magic-string";
import type { Given } from "../given.ts";
import type { SourceRange } from "../problem.ts";
import { CONTEXT_NAMES, METHODS } from "./canvas-methods.ts";
import { HELPERS, PLACE } from "./prelude-names.ts";
import { placeOf } from "./read-javascript.ts";
import { type AnyNode, childrenOf, nameOfMember } from "./tree.ts";

/** A program made ready to run: it says where it is, and its routines say when they begin and end. */
export interface Instrumented {
	readonly code: string;
	/** Places by the numbers that the program sets. */
	readonly places: readonly SourceRange[];
	/** Names of the routines, by the numbers that their calls have. */
	readonly routines: readonly string[];
}

/** Methods that are recorded, or whose place matters for a remark. */
const RECORDED: ReadonlySet<string> = new Set([
	...METHODS.map((m) => m.name),
	...CONTEXT_NAMES,
	"addPath",
	"drawImage",
	"putImageData",
	"getImageData",
	"createImageData",
	"createPattern",
	"log",
	"requestAnimationFrame",
]);

const STATEMENTS: ReadonlySet<string> = new Set([
	"ExpressionStatement",
	"VariableDeclaration",
	"IfStatement",
	"ForStatement",
	"ForOfStatement",
	"ForInStatement",
	"WhileStatement",
	"DoWhileStatement",
	"ReturnStatement",
	"ThrowStatement",
	"SwitchStatement",
	"TryStatement",
	"BreakStatement",
	"ContinueStatement",
]);

const LOOPS: ReadonlySet<string> = new Set([
	"ForStatement",
	"ForOfStatement",
	"ForInStatement",
	"WhileStatement",
	"DoWhileStatement",
]);

/** A name that a program gives a routine: of its declaration, or of the name that it is kept under. */
export function routineName(node: AnyNode, parent: AnyNode | undefined): string | undefined {
	if (node.type === "FunctionDeclaration") return (node.id as AnyNode | null)?.name as string | undefined;
	if (node.type !== "FunctionExpression" && node.type !== "ArrowFunctionExpression") return undefined;
	if (parent?.type === "VariableDeclarator" && parent.init === node) {
		const id = parent.id as AnyNode;
		return id.type === "Identifier" ? (id.name as string) : undefined;
	}
	if ((parent?.type === "MethodDefinition" || parent?.type === "Property") && parent.value === node) {
		const key = parent.key as AnyNode;
		return key.type === "Identifier" && !parent.computed ? (key.name as string) : undefined;
	}
	return undefined;
}

/** Settings that override a program's own. */
export interface Changes {
	readonly given?: Given | undefined;
	readonly watch?: readonly string[] | undefined;
}

/** The declarations at top level whose values can be given: their names and first values. */
export function topDeclarations(tree: Tree): { readonly name: string; readonly init: AnyNode }[] {
	return (tree.body as unknown as AnyNode[]).flatMap((node) =>
		node.type !== "VariableDeclaration"
			? []
			: (node.declarations as AnyNode[]).flatMap((d) => {
					const [id, init] = [d.id as AnyNode, d.init as AnyNode | null];
					return id.type === "Identifier" && init ? [{ name: id.name as string, init }] : [];
				}),
	);
}

/** Makes a program say where it is before each statement and at each call that is recorded. */
export function instrument(source: string, tree: Tree, { given = {}, watch = [] }: Changes = {}): Instrumented {
	return new Instrumenter(source, watch).make(tree, given);
}

class Instrumenter {
	private readonly source: string;
	private readonly out: MagicString;
	private readonly places: SourceRange[] = [{ line: 1, column: 1, length: 1 }];
	private readonly routines: string[] = [];
	private readonly watch: readonly string[];

	constructor(source: string, watch: readonly string[]) {
		this.source = source;
		this.watch = watch;
		this.out = new MagicString(source);
	}

	make(tree: Tree, given: Given): Instrumented {
		for (const { name, init } of topDeclarations(tree)) {
			const value = given[name];
			if (value !== undefined) this.out.update(init.start, init.end, JSON.stringify(value));
		}
		const gone = new Set(Object.keys(given));
		for (const node of tree.body as unknown as AnyNode[]) this.statement(node, tree as unknown as AnyNode, gone);
		return { code: this.out.toString(), places: this.places, routines: this.routines };
	}

	/** The number of a node's place. */
	private at(node: AnyNode): number {
		this.places.push(placeOf(this.source, node));
		return this.places.length - 1;
	}

	/** @param gone top-level names whose values are overridden */
	private statement(node: AnyNode, parent: AnyNode, gone: ReadonlySet<string> = new Set()): void {
		const isDirective = node.type === "ExpressionStatement" && typeof node.directive === "string";
		if (STATEMENTS.has(node.type) && !isDirective && !isLoopHead(node, parent)) this.before(node, parent);
		if (node.type === "VariableDeclaration") this.declarations(node, gone);
		else this.visit(node, parent);
	}

	/** Sets the place before a statement; a single statement without a block gets one. */
	private before(node: AnyNode, parent: AnyNode): void {
		const set = `${PLACE}=${this.at(node)};`;
		const inList =
			parent.type === "Program" ||
			parent.type === "BlockStatement" ||
			parent.type === "StaticBlock" ||
			parent.type === "SwitchCase";
		if (inList) this.out.appendLeft(node.start, set);
		else if (parent.type !== "LabeledStatement") {
			this.out.appendLeft(node.start, `{${set}`);
			this.out.prependRight(node.end, "}");
		}
	}

	private visit(node: AnyNode, parent: AnyNode | undefined): void {
		switch (node.type) {
			case "VariableDeclaration":
				this.declarations(node);
				return;
			case "CallExpression":
				this.call(node);
				return;
			case "AssignmentExpression":
				this.assignment(node);
				return;
			case "UpdateExpression":
				this.update(node, parent);
				return;
			case "FunctionDeclaration":
			case "FunctionExpression":
			case "ArrowFunctionExpression":
				this.routine(node, parent);
				break;
			case "WhileStatement":
			case "DoWhileStatement":
				this.condition(node.test as AnyNode);
				break;
			case "ForStatement":
				this.condition(node.test as AnyNode | null);
				break;
		}
		for (const child of childrenOf(node)) {
			if (STATEMENTS.has(child.type) || child.type === "LabeledStatement") this.statement(child, node);
			else this.visit(child, node);
		}
	}

	private declarations(node: AnyNode, gone: ReadonlySet<string> = new Set()): void {
		for (const d of node.declarations as AnyNode[]) {
			const [id, init] = [d.id as AnyNode, d.init as AnyNode | null];
			if (id.type !== "Identifier") this.visit(id, d);
			if (!init) continue;
			if (!(id.type === "Identifier" && gone.has(id.name as string))) this.visit(init, d);
			if (id.type === "Identifier") this.watched(id.name as string, init);
		}
	}

	/** A value that a watched name is given. */
	private watched(name: string, value: AnyNode): void {
		const number = this.watch.indexOf(name);
		if (number < 0) return;
		this.out.appendLeft(value.start, `${HELPERS.watch}(${number},`);
		this.out.prependRight(value.end, ")");
	}

	private condition(test: AnyNode | null): void {
		if (!test || !hasCall(test)) return;
		this.out.appendLeft(test.start, `(${PLACE}=${this.at(test)},`);
		this.out.prependRight(test.end, ")");
	}

	private routine(node: AnyNode, parent: AnyNode | undefined): void {
		const body = node.body as AnyNode;
		const name = routineName(node, parent);
		if (name === undefined || body.type !== "BlockStatement" || node.generator || node.async) return;
		this.routines.push(name);
		const [call, end] = [`${HELPERS.call}(${this.routines.length - 1});try{`, `}finally{${HELPERS.callEnd}()}`];
		if (body.end === body.start + 2) {
			this.out.appendLeft(body.start + 1, `${call}${end}`);
			return;
		}
		const first = (body.body as AnyNode[]).filter((s) => typeof s.directive === "string").at(-1);
		this.out.appendRight(first?.end ?? body.start + 1, call);
		this.out.appendLeft(body.end - 1, end);
	}

	/** Sets the place as the last thing before a recorded call: after its values are computed. */
	private call(node: AnyNode): void {
		const callee = node.callee as AnyNode;
		const given = node.arguments as AnyNode[];
		const name = nameOfMember(callee);
		if (name !== undefined && RECORDED.has(name) && callee.type === "MemberExpression") {
			const last = given.at(-1);
			if (last) this.placed(last.type === "SpreadElement" ? (last.argument as AnyNode) : last, node);
			else if (!node.optional) {
				const object = callee.object as AnyNode;
				if (object.type === "Identifier") {
					this.out.appendLeft(object.start, `(${PLACE}=${this.at(node)},`);
					this.out.prependRight(object.end, ")");
				}
			}
		}
		this.visit(callee, node);
		for (const value of given) this.visit(value, node);
	}

	/** A value, after which the place is set. */
	private placed(value: AnyNode, of: AnyNode): void {
		const set = `${PLACE}=${this.at(of)}`;
		if (hasCall(value)) {
			const { temporary } = HELPERS;
			this.out.appendLeft(value.start, `(${temporary}=`);
			this.out.prependRight(value.end, `,${set},${temporary})`);
		} else {
			this.out.appendLeft(value.start, `(${set},`);
			this.out.prependRight(value.end, ")");
		}
	}

	private assignment(node: AnyNode): void {
		const [left, right] = [node.left as AnyNode, node.right as AnyNode];
		const name = nameOfMember(left);
		if (name !== undefined && RECORDED.has(name)) this.placed(right, node);
		if (left.type === "Identifier") {
			const own = left.name as string;
			const number = this.watch.indexOf(own);
			if (number >= 0 && node.operator === "=") this.watched(own, right);
			else if (number >= 0) {
				this.out.appendLeft(node.start, "(");
				this.out.prependRight(node.end, `,${HELPERS.watch}(${number},${own}))`);
			}
		} else this.visit(left, node);
		this.visit(right, node);
	}

	private update(node: AnyNode, parent: AnyNode | undefined): void {
		const argument = node.argument as AnyNode;
		if (argument.type !== "Identifier") {
			this.visit(argument, node);
			return;
		}
		const name = argument.name as string;
		const number = this.watch.indexOf(name);
		const unused =
			parent?.type === "ExpressionStatement" || (parent?.type === "ForStatement" && parent.update === node);
		if (number < 0 || (!node.prefix && !unused)) return;
		this.out.appendLeft(node.start, "(");
		this.out.prependRight(node.end, `,${HELPERS.watch}(${number},${name}))`);
	}
}

/** Whether a declaration is the head of a loop, where no statement can come before it. */
function isLoopHead(node: AnyNode, parent: AnyNode): boolean {
	return LOOPS.has(parent.type) && (parent.init === node || parent.left === node);
}

function hasCall(node: AnyNode): boolean {
	const stack: AnyNode[] = [node];
	while (stack.length > 0) {
		const one = stack.pop() as AnyNode;
		if (one.type === "CallExpression" || one.type === "NewExpression" || one.type === "TaggedTemplateExpression")
			return true;
		if (one.type === "YieldExpression" || one.type === "AwaitExpression") return true;
		if (/Function/.test(one.type)) continue;
		stack.push(...childrenOf(one));
	}
	return false;
}
