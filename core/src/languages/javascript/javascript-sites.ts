import type { Program as Tree } from "acorn";
import { NO_COLOUR } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { Lines } from "../lines.ts";
import { SiteLists } from "../site-lists.ts";
import type { ProgramSites, Role, Span, StatementSite, ValueSite } from "../sites.ts";
import {
	deedsOf,
	numberOf,
	OTHERS,
	ofSetting,
	otherAngles,
	phrasebook,
	rebracketed,
	roleOf,
	SWAPS,
} from "./canvas-deeds.ts";
import { CONTEXT_NAMES, METHODS, SETTINGS } from "./canvas-methods.ts";
import { type AnyNode, childrenOf, identifiersIn, isFunction, nameOfMember } from "./tree.ts";

const METHOD_OF: ReadonlyMap<string, (typeof METHODS)[number]> = new Map(METHODS.map((m) => [m.name, m]));

/** The sites of a program on a canvas. */
export function javaScriptSites(source: string, tree: Tree): ProgramSites {
	return new SiteFinder(source, tree as unknown as AnyNode).sites;
}

class SiteFinder {
	readonly sites: ProgramSites;
	private readonly source: string;
	private readonly lines: Lines;
	private readonly found = new SiteLists();
	private readonly parameters = new Map<string, readonly string[]>();
	private context = "ctx";
	/** Functions that are called again and again, frame by frame. */
	private readonly framed = new Set<string>();

	constructor(source: string, tree: AnyNode) {
		this.source = source;
		this.lines = new Lines(source);
		this.prepare(tree);
		this.block(tree.body as AnyNode[], { number: 0, names: [], end: source.length, indent: "" });
		this.sites = this.found.inOrder(source, phrasebook(this.context));
	}

	/** What the context is called, and what each routine is given. */
	private prepare(tree: AnyNode): void {
		const counts = new Map<string, number>();
		const stack: AnyNode[] = [tree];
		while (stack.length > 0) {
			const node = stack.pop() as AnyNode;
			const name = nameOfMember(node);
			const object = node.object as AnyNode | undefined;
			if (name !== undefined && CONTEXT_NAMES.includes(name) && object?.type === "Identifier")
				counts.set(object.name as string, (counts.get(object.name as string) ?? 0) + 1);
			if (node.type === "CallExpression") this.frames(node);
			const own = node.type === "VariableDeclarator" ? (node.init as AnyNode | null) : node;
			const id = node.id as AnyNode | null | undefined;
			if (own && (own.type === "FunctionDeclaration" || isFunction(own)) && id?.type === "Identifier")
				this.parameters.set(
					id.name as string,
					(own.params as AnyNode[]).map((p) => identifiersIn(p)[0]?.name as string),
				);
			stack.push(...childrenOf(node));
		}
		const [most] = [...counts].sort((a, b) => b[1] - a[1]);
		if (most) [this.context] = most;
	}

	/** A call that asks for frames names the function that draws them. */
	private frames(node: AnyNode): void {
		const callee = node.callee as AnyNode;
		const name = callee.type === "Identifier" ? (callee.name as string) : nameOfMember(callee);
		const [first] = node.arguments as AnyNode[];
		if ((name === "requestAnimationFrame" || name === "setInterval") && first?.type === "Identifier")
			this.framed.add(first.name as string);
	}

	private span(start: number, end: number): Span {
		return this.lines.span(start, end);
	}

	private block(
		nodes: readonly AnyNode[],
		of: { readonly number: number; readonly names: readonly string[]; readonly end: number; readonly indent: string },
	): void {
		const names = [...of.names];
		let before: number | undefined;
		let indent = of.indent;
		for (const node of nodes) {
			const index = this.statement(node, of.number, names);
			const site = this.found.statements[index] as StatementSite;
			indent = site.indent;
			this.found.gaps.push({ ...this.span(site.start, site.start), indent, block: of.number, before, after: index });
			before = index;
			if (node.type === "VariableDeclaration")
				for (const d of node.declarations as AnyNode[])
					for (const id of identifiersIn(d.id as AnyNode)) names.unshift(id.name as string);
		}
		this.found.gaps.push({ ...this.span(of.end, of.end), indent, block: of.number, before, after: undefined });
	}

	private statement(node: AnyNode, block: number, names: readonly string[]): number {
		const { source } = this;
		const index = this.found.statements.length;
		const first = this.lines.startOf(node.start);
		const last = this.lines.endOf(node.end);
		// A statement that has its lines to itself goes with them.
		const alone =
			source.slice(first, node.start).trim() === "" &&
			/^\s*(?:\/\/.*)?$/.test(source.slice(node.end, last).replace(/\n$/, ""));
		const { does, name } = deedsOf(node);
		const where = this.span(node.start, node.end);
		const text = source.slice(node.start, node.end).split("\n", 1)[0] as string;
		const [start, end] = alone ? [first, last] : [node.start, node.end];
		this.found.statements.push({
			start,
			end,
			line: where.line,
			column: where.column,
			index,
			does: new Set(
				does.includes("routine") && name !== undefined && this.framed.has(name) ? [...does, "frames"] : does,
			),
			text: text.trimEnd(),
			indent: /^[ \t]*/.exec(source.slice(first, node.start))?.[0] ?? "",
			block,
			lastLine: this.span(node.end, node.end).line,
			...(name !== undefined && { name }),
			otherKinds: [],
			room: [],
		});
		const isSimple =
			node.type === "ExpressionStatement" || node.type === "VariableDeclaration" || node.type === "ReturnStatement";
		if (isSimple)
			for (const deed of does)
				this.found.parts.push({ ...where, does: deed, statement: index, out: { start, end, text: "" } });
		this.inside(node, index, names);
		return index;
	}

	/** The values of a statement, and the blocks inside it. */
	private inside(node: AnyNode, index: number, names: readonly string[]): void {
		const at = { index, names };
		const body = (of: AnyNode | null | undefined, more: readonly string[] = []) => {
			if (!of) return;
			const nodes = of.type === "BlockStatement" ? (of.body as AnyNode[]) : [of];
			const end = of.type === "BlockStatement" ? this.blockEnd(of) : of.end;
			this.block(nodes, { number: index + 1, names: [...more, ...names], end, indent: "" });
		};
		switch (node.type) {
			case "ExpressionStatement":
				this.expression(node.expression as AnyNode, at);
				return;
			case "VariableDeclaration":
				for (const d of node.declarations as AnyNode[]) this.declarator(d, at, body);
				return;
			case "FunctionDeclaration":
				body(node.body as AnyNode, this.given(node));
				return;
			case "ReturnStatement":
				if (node.argument) this.value(node.argument as AnyNode, new Set(["other"]), at);
				return;
			case "IfStatement":
				this.value(node.test as AnyNode, new Set(["condition"]), at);
				body(node.consequent as AnyNode);
				body(node.alternate as AnyNode | null);
				return;
			case "WhileStatement":
			case "DoWhileStatement":
				this.value(node.test as AnyNode, new Set(["condition"]), at);
				body(node.body as AnyNode);
				return;
			case "ForStatement":
				this.counting(node, at, body);
				return;
			case "ForOfStatement":
			case "ForInStatement": {
				const left = node.left as AnyNode;
				const own =
					left.type === "VariableDeclaration"
						? (left.declarations as AnyNode[]).flatMap((d) => identifiersIn(d.id as AnyNode))
						: [];
				this.value(node.right as AnyNode, new Set(["other"]), at);
				body(
					node.body as AnyNode,
					own.map((id) => id.name as string),
				);
				return;
			}
			default:
				for (const child of childrenOf(node)) if (child.type === "BlockStatement") body(child);
		}
	}

	private given(node: AnyNode): string[] {
		return (node.params as AnyNode[]).flatMap((p) => identifiersIn(p).map((id) => id.name as string));
	}

	/** Before the line of a block's closing bracket, or before the bracket where it shares its line. */
	private blockEnd(block: AnyNode): number {
		const close = block.end - 1;
		const start = this.lines.startOf(close);
		return this.source.slice(start, close).trim() === "" ? start : close;
	}

	private declarator(d: AnyNode, at: At, body: (of: AnyNode, more: readonly string[]) => void): void {
		const [id, init] = [d.id as AnyNode, d.init as AnyNode | null];
		if (!init) return;
		if (isFunction(init)) {
			const of = init.body as AnyNode;
			if (of.type === "BlockStatement") body(of, this.given(init));
			return;
		}
		if (nameOfMember(init.callee as AnyNode | undefined) === "getContext") return;
		this.value(init, id.type === "Identifier" ? this.found.usesOf(id.name as string) : new Set(["other"]), at);
	}

	private counting(node: AnyNode, at: At, body: (of: AnyNode, more: readonly string[]) => void): void {
		const [init, test, update] = [node.init, node.test, node.update] as (AnyNode | null)[];
		const declared = init?.type === "VariableDeclaration" ? (init.declarations as AnyNode[]) : [];
		for (const d of declared) if (d.init) this.value(d.init as AnyNode, new Set(["from"]), at);
		if (test?.type === "BinaryExpression") {
			this.operator(test, at);
			this.value(test.right as AnyNode, new Set(["to", "count"]), at);
		} else if (test) this.value(test, new Set(["condition"]), at);
		if (update?.type === "AssignmentExpression") this.value(update.right as AnyNode, new Set(["by"]), at);
		body(
			node.body as AnyNode,
			declared.flatMap((d) => identifiersIn(d.id as AnyNode).map((id) => id.name as string)),
		);
	}

	private expression(node: AnyNode, at: At): void {
		if (node.type === "AssignmentExpression") {
			const left = node.left as AnyNode;
			const name = nameOfMember(left);
			this.swap(left, at);
			const roles: ReadonlySet<Role> =
				name !== undefined && name in SETTINGS
					? new Set([ofSetting(name)])
					: left.type === "Identifier"
						? this.found.usesOf(left.name as string)
						: new Set<Role>(["other"]);
			this.value(node.right as AnyNode, roles, at);
			return;
		}
		if (node.type === "CallExpression") {
			this.call(node, at);
			return;
		}
		for (const child of childrenOf(node)) this.value(child, new Set(["other"]), at);
	}

	private call(node: AnyNode, at: At): void {
		const callee = node.callee as AnyNode;
		const given = node.arguments as AnyNode[];
		const name = nameOfMember(callee);
		const method = name === undefined ? undefined : METHOD_OF.get(name);
		this.swap(callee, at);
		const sites = given.map((value, i) => {
			if (isFunction(value)) {
				const of = value.body as AnyNode;
				if (of.type === "BlockStatement")
					this.block(of.body as AnyNode[], {
						number: at.index + 1,
						names: [...this.given(value), ...at.names],
						end: this.blockEnd(of),
						indent: "",
					});
				return undefined;
			}
			const roles: ReadonlySet<Role> =
				callee.type === "Identifier"
					? this.found.usesOf(this.parameters.get(callee.name as string)?.[i] ?? "")
					: new Set([method?.values[i]?.role ?? roleOf(name, i)]);
			return this.value(value, roles, at, method?.values[i]?.angle);
		});
		const roles = given.map((_, i) => method?.values[i]?.role ?? roleOf(name, i));
		for (let i = 0; i + 1 < sites.length; i++) {
			const [first, second] = [sites[i], sites[i + 1]];
			const of =
				roles[i] === "x" && roles[i + 1] === "y"
					? "place"
					: roles[i] === "width" && roles[i + 1] === "height"
						? "size"
						: undefined;
			if (of && first && second) this.found.pairs.push({ of, statement: at.index, first, second });
		}
	}

	/** A name that has one of the other paint. */
	private swap(member: AnyNode, at: At): void {
		const name = nameOfMember(member);
		const property = member.property as AnyNode | undefined;
		if (name === undefined || !property || member.computed) return;
		for (const [fill, pen] of SWAPS) {
			if (name !== fill && name !== pen) continue;
			const [means, other] = name === fill ? (["fill", "pen"] as const) : (["pen", "fill"] as const);
			this.found.words.push({
				...this.span(property.start, property.end),
				means,
				statement: at.index,
				others: [{ means: other, text: other === "fill" ? fill : pen }],
			});
		}
	}

	private operator(node: AnyNode, at: At): void {
		const sign = node.operator as string;
		const [sort, ...others] = OTHERS[sign] ?? [];
		if (!sort) return;
		const from = (node.left as AnyNode).end;
		const start = this.source.indexOf(sign, from);
		if (start < 0 || start > (node.right as AnyNode).start) return;
		this.found.operators.push({
			...this.span(start, start + sign.length),
			text: sign,
			sort,
			statement: at.index,
			others,
		});
	}

	/** A value, with the numbers, names and operators in it. */
	private value(node: AnyNode, roles: ReadonlySet<Role>, { index, names }: At, isAngle = false): ValueSite {
		const text = this.source.slice(node.start, node.end);
		const radians = isAngle && !IN_DEGREES.test(text);
		const number = numberOf(node);
		const words = node.type === "Literal" && typeof node.value === "string" ? node.value : undefined;
		const colour = words === undefined ? undefined : cssColour(words);
		const site: ValueSite = {
			...this.span(node.start, node.end),
			roles,
			statement: index,
			text,
			...(number !== undefined && { number }),
			...(colour !== undefined && { colour: (colour & 255) === 0 ? NO_COLOUR : colour }),
			...(words !== undefined && colour === undefined && { words }),
			...(radians && { angles: otherAngles(text, number) }),
			rebracketed: () => rebracketed(this.source, node),
		};
		this.found.values.push(site);
		// Numbers of an angle in radians are none that degrees can be put instead of.
		this.within(node, radians ? OTHER : roles, { index, names }, true);
		return site;
	}

	private within(node: AnyNode, roles: ReadonlySet<Role>, at: At, whole: boolean): void {
		const number = numberOf(node);
		if (number !== undefined) {
			this.found.numbers.push({
				...this.span(node.start, node.end),
				value: number,
				roles,
				statement: at.index,
				whole,
				names: at.names,
			});
			return;
		}
		if (node.type === "Identifier") {
			const name = node.name as string;
			if (at.names.includes(name))
				this.found.names.push({
					...this.span(node.start, node.end),
					name,
					roles,
					statement: at.index,
					others: [...new Set(at.names)].filter((other) => other !== name).slice(0, 12),
				});
			return;
		}
		if (node.type === "BinaryExpression" || node.type === "LogicalExpression") this.operator(node, at);
		if (isFunction(node)) return;
		for (const child of childrenOf(node)) {
			if (node.type === "MemberExpression" && !node.computed && child === node.property) continue;
			this.within(child, roles, at, false);
		}
	}
}

const OTHER: ReadonlySet<Role> = new Set(["other"]);
/** An angle in degrees that is made one in radians. */
const IN_DEGREES = /\*\s*Math\.PI\s*\/\s*180\s*\)?$|\/\s*180\s*\)?\s*\*\s*Math\.PI\s*\)?$/;

/** The statement that a value is in, and the names that may be used there. */
interface At {
	readonly index: number;
	readonly names: readonly string[];
}
