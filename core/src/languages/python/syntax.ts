import type { SyntaxNode } from "@lezer/common";
import { parser } from "@lezer/python";

interface Placed {
	readonly start: number;
	readonly end: number;
}

/** A value that a call is given. */
export interface GivenValue extends Placed {
	/** The name that it is given by. */
	readonly keyword?: { readonly name: string } & Placed;
	/** Whether it is a list that is given item by item, `*values`. */
	readonly spread: boolean;
	readonly value: Expression;
}

export type Expression =
	| (Placed & { readonly node: "number"; readonly value: number })
	| (Placed & { readonly node: "text"; readonly value: string })
	| (Placed & { readonly node: "constant"; readonly value: boolean | null })
	| (Placed & { readonly node: "name"; readonly name: string })
	| (Placed & { readonly node: "unary"; readonly sign: string; readonly value: Expression })
	| BinaryExpression
	| CallExpression
	| (Placed & { readonly node: "member"; readonly value: Expression; readonly name: string })
	| (Placed & { readonly node: "index"; readonly value: Expression; readonly index: Expression })
	| (Placed & {
			readonly node: "items";
			readonly brackets: "(" | "[" | "{" | "";
			readonly items: readonly Expression[];
	  })
	/** A list, or a generator, made by going through another. */
	| (Placed & { readonly node: "made"; readonly item: Expression; readonly parts: readonly Expression[] })
	| (Placed & { readonly node: "lambda"; readonly value: Expression })
	| (Placed & { readonly node: "other"; readonly parts: readonly Expression[] });

export type BinaryExpression = Placed & {
	readonly node: "binary";
	readonly sign: string;
	/** Where the sign is. */
	readonly at: Placed;
	readonly left: Expression;
	readonly right: Expression;
};

export type CallExpression = Placed & {
	readonly node: "call";
	readonly callee: Expression;
	readonly values: readonly GivenValue[];
};

export interface Parameter {
	readonly name: string;
	readonly otherwise?: Expression;
}

export interface Block extends Placed {
	readonly statements: readonly Statement[];
}

export type Statement = Placed &
	(
		| {
				readonly node: "function";
				readonly name: string;
				readonly parameters: readonly Parameter[];
				readonly decorators: readonly Expression[];
				readonly body: Block;
		  }
		| { readonly node: "class"; readonly name: string; readonly body: Block }
		| {
				readonly node: "for";
				readonly targets: readonly Expression[];
				readonly list: Expression;
				readonly body: Block;
				readonly otherwise: Block | undefined;
		  }
		| { readonly node: "while"; readonly test: Expression; readonly body: Block; readonly otherwise: Block | undefined }
		| {
				readonly node: "if";
				readonly branches: readonly { readonly test: Expression; readonly body: Block }[];
				readonly otherwise: Block | undefined;
		  }
		| {
				readonly node: "with";
				readonly values: readonly Expression[];
				readonly names: readonly string[];
				readonly body: Block;
		  }
		/** Of `try`, `match` and others: the blocks inside. */
		| {
				readonly node: "blocks";
				readonly word: string;
				readonly values: readonly Expression[];
				readonly bodies: readonly Block[];
		  }
		| {
				readonly node: "assign";
				readonly targets: readonly Expression[];
				/** The sign of `+=` and its like, without the equals sign. */
				readonly sign: string | undefined;
				readonly value: Expression | undefined;
		  }
		| { readonly node: "expression"; readonly value: Expression }
		| { readonly node: "return"; readonly value: Expression | undefined }
		| { readonly node: "import"; readonly names: readonly string[]; readonly module: string }
		| { readonly node: "simple"; readonly word: string; readonly values: readonly Expression[] }
	);

/** A source as a tree; what can't be read in it is left out. */
export function pythonTree(source: string): readonly Statement[] {
	return new TreeMaker(source).statements(parser.parse(source).topNode);
}

const WORDS: Readonly<Record<string, string>> = {
	BreakStatement: "break",
	ContinueStatement: "continue",
	PassStatement: "pass",
	RaiseStatement: "raise",
	DeleteStatement: "del",
	ScopeStatement: "global",
	AssertStatement: "assert",
	YieldStatement: "yield",
};

/** Signs and words that are no values. */
const isMark = (name: string) => !/^[A-Z]/.test(name) || /^(?:AssignOp|UpdateOp|TypeDef|Comment|At)$/.test(name);

class TreeMaker {
	private readonly source: string;

	constructor(source: string) {
		this.source = source;
	}

	private text(node: { readonly from: number; readonly to: number }): string {
		return this.source.slice(node.from, node.to);
	}

	statements(node: SyntaxNode): Statement[] {
		const found: Statement[] = [];
		for (const child of childrenOf(node)) {
			if (child.name === "StatementGroup") found.push(...this.statements(child));
			else {
				const made = this.statement(child);
				if (made) found.push(made);
			}
		}
		return found;
	}

	/** Where a node is, without the line breaks that it ends with. */
	private place(node: SyntaxNode): Placed {
		const text = this.text(node);
		return { start: node.from, end: node.from + text.trimEnd().length };
	}

	private block(node: SyntaxNode): Block {
		return { ...this.place(node), statements: this.statements(node) };
	}

	private statement(node: SyntaxNode, decorators: readonly Expression[] = []): Statement | undefined {
		const place = this.place(node);
		const parts = [...childrenOf(node)];
		const bodies = parts.filter((p) => p.name === "Body").map((p) => this.block(p));
		const empty: Block = { start: place.end, end: place.end, statements: [] };
		const [body = empty] = bodies;
		const values = (of: readonly SyntaxNode[]) =>
			of.filter((p) => !isMark(p.name) && p.name !== "Body").map((p) => this.value(p));
		switch (node.name) {
			case "FunctionDefinition": {
				const name = parts.find((p) => p.name === "VariableName");
				const list = parts.find((p) => p.name === "ParamList");
				const parameters = list ? this.parameters(list) : [];
				return { node: "function", name: name ? this.text(name) : "", parameters, decorators, body, ...place };
			}
			case "ClassDefinition": {
				const name = parts.find((p) => p.name === "VariableName");
				return { node: "class", name: name ? this.text(name) : "", body, ...place };
			}
			case "DecoratedStatement": {
				const made = parts.filter((p) => p.name === "Decorator").map((p) => this.decorator(p));
				const inner = parts.find((p) => p.name === "FunctionDefinition" || p.name === "ClassDefinition");
				const statement = inner && this.statement(inner, made);
				return statement && { ...statement, ...place };
			}
			case "ForStatement": {
				const at = parts.findIndex((p) => p.name === "in");
				const targets = values(parts.slice(0, at));
				const [list] = this.several(parts.slice(at + 1), place);
				return { node: "for", targets, list: list ?? nothing(place), body, otherwise: bodies[1], ...place };
			}
			case "WhileStatement":
				return { node: "while", test: values(parts)[0] ?? nothing(place), body, otherwise: bodies[1], ...place };
			case "IfStatement": {
				const tests = values(parts);
				const branches = tests.map((test, i) => ({ test, body: bodies[i] ?? empty }));
				return { node: "if", branches, otherwise: bodies[tests.length], ...place };
			}
			case "WithStatement": {
				const names = parts.flatMap((p, i) => (parts[i - 1]?.name === "as" ? [this.text(p)] : []));
				const given = values(parts.filter((_, i) => parts[i - 1]?.name !== "as"));
				return { node: "with", values: given, names, body, ...place };
			}
			case "TryStatement":
				return { node: "blocks", word: "try", values: values(parts), bodies, ...place };
			case "MatchStatement": {
				const inner = parts.find((p) => p.name === "MatchBody");
				const clauses = inner ? [...childrenOf(inner)].filter((p) => p.name === "MatchClause") : [];
				const cases = clauses.flatMap((c) =>
					[...childrenOf(c)].filter((p) => p.name === "Body").map((p) => this.block(p)),
				);
				return {
					node: "blocks",
					word: "match",
					values: values(parts.filter((p) => p !== inner)),
					bodies: cases,
					...place,
				};
			}
			case "AssignStatement": {
				const cuts = parts.flatMap((p, i) => (p.name === "AssignOp" ? [i] : []));
				const groups = [...cuts, parts.length].map((end, k) =>
					parts.slice(k === 0 ? 0 : (cuts[k - 1] as number) + 1, end),
				);
				const sides = groups.flatMap((g) => this.several(g, place));
				// A name with its type alone gets no value.
				const value = cuts.length > 0 ? sides.pop() : undefined;
				return { node: "assign", targets: sides, sign: undefined, value, ...place };
			}
			case "UpdateStatement": {
				const at = parts.findIndex((p) => p.name === "UpdateOp");
				const sign = this.text(parts[at] as SyntaxNode).slice(0, -1);
				const [value] = this.several(parts.slice(at + 1), place);
				return { node: "assign", targets: this.several(parts.slice(0, at), place), sign, value, ...place };
			}
			case "ExpressionStatement": {
				const [value] = this.several(parts, place);
				return value && { node: "expression", value, ...place };
			}
			case "ReturnStatement":
				return { node: "return", value: this.several(parts, place)[0], ...place };
			case "ImportStatement": {
				const at = parts.findIndex((p) => p.name === "import");
				const words = (of: readonly SyntaxNode[]) =>
					of.filter((p) => p.name === "VariableName" || p.name === "*").map((p) => this.text(p));
				const isFrom = parts[0]?.name === "from";
				const names = words(parts.slice(at + 1));
				const module = isFrom ? words(parts.slice(0, at)).join(".") : (names[0] ?? "");
				return { node: "import", names, module, ...place };
			}
			default: {
				const word = WORDS[node.name];
				return word === undefined ? undefined : { node: "simple", word, values: values(parts), ...place };
			}
		}
	}

	private decorator(node: SyntaxNode): Expression {
		const parts = [...childrenOf(node)].filter((p) => !isMark(p.name));
		const names = parts.filter((p) => p.name === "VariableName" || p.name === "PropertyName");
		const last = names.at(-1);
		const callee: Expression = last
			? { node: "name", name: this.text(last), start: last.from, end: last.to }
			: nothing(this.place(node));
		const list = parts.find((p) => p.name === "ArgList");
		return list ? { node: "call", callee, values: this.given(list), start: callee.start, end: list.to } : callee;
	}

	private parameters(list: SyntaxNode): Parameter[] {
		const found: Parameter[] = [];
		const parts = [...childrenOf(list)];
		parts.forEach((part, i) => {
			if (part.name !== "VariableName" || parts[i - 1]?.name === "AssignOp") return;
			const after = parts[i + 1]?.name === "TypeDef" ? i + 2 : i + 1;
			const otherwise = parts[after]?.name === "AssignOp" ? parts[after + 1] : undefined;
			found.push({ name: this.text(part), ...(otherwise && { otherwise: this.value(otherwise) }) });
		});
		return found;
	}

	/** Values with commas between them are one value of several items; a single one is itself. */
	private several(parts: readonly SyntaxNode[], place: Placed): Expression[] {
		const own = parts.filter((p) => (!isMark(p.name) || p.name === "*") && p.name !== "Body" && p.name !== "TypeDef");
		const items = own.filter((p) => p.name !== "*").map((p) => this.value(p));
		const isList = parts.some((p) => p.name === ",");
		if (!isList) return items.slice(0, 1);
		const [first, last] = [items[0] ?? place, items.at(-1) ?? place];
		return [{ node: "items", brackets: "", items, start: first.start, end: last.end }];
	}

	private value(node: SyntaxNode): Expression {
		const place = { start: node.from, end: node.to };
		const parts = [...childrenOf(node)];
		const inner = parts.filter((p) => !isMark(p.name));
		const values = () => inner.map((p) => this.value(p));
		switch (node.name) {
			case "Number":
				return { node: "number", value: numberOf(this.text(node)), ...place };
			case "String":
				return { node: "text", value: textOf(this.text(node)), ...place };
			case "ContinuedString":
				return { node: "text", value: inner.map((p) => textOf(this.text(p))).join(""), ...place };
			case "Boolean":
				return { node: "constant", value: this.text(node) === "True", ...place };
			case "None":
				return { node: "constant", value: null, ...place };
			case "VariableName":
				return { node: "name", name: this.text(node), ...place };
			case "ParenthesizedExpression":
				return inner[0] ? { ...this.value(inner[0]) } : nothing(place);
			case "UnaryExpression": {
				const sign = parts[0] ? this.text(parts[0]) : "";
				const of = inner.at(-1);
				return of ? { node: "unary", sign, value: this.value(of), ...place } : nothing(place);
			}
			case "BinaryExpression":
				return this.binary(parts, place);
			case "CallExpression": {
				const list = parts.find((p) => p.name === "ArgList");
				const callee = inner[0] && inner[0] !== list ? this.value(inner[0]) : nothing(place);
				return { node: "call", callee, values: list ? this.given(list) : [], ...place };
			}
			case "MemberExpression": {
				const of = inner[0] ? this.value(inner[0]) : nothing(place);
				const name = parts.find((p) => p.name === "PropertyName");
				if (name) return { node: "member", value: of, name: this.text(name), ...place };
				const [, ...rest] = inner;
				const index = rest.length === 1 && rest[0] ? this.value(rest[0]) : nothing(place);
				return { node: "index", value: of, index, ...place };
			}
			case "TupleExpression":
				return { node: "items", brackets: "(", items: values(), ...place };
			case "ArrayExpression":
				return { node: "items", brackets: "[", items: values(), ...place };
			case "SetExpression":
				return { node: "items", brackets: "{", items: values(), ...place };
			case "ArrayComprehensionExpression":
			case "ComprehensionExpression":
			case "SetComprehensionExpression":
			case "DictionaryComprehensionExpression": {
				const [item, ...rest] = values();
				return { node: "made", item: item ?? nothing(place), parts: rest, ...place };
			}
			case "LambdaExpression": {
				const of = inner.filter((p) => p.name !== "ParamList").at(-1);
				return { node: "lambda", value: of ? this.value(of) : nothing(place), ...place };
			}
			default:
				return { node: "other", parts: values(), ...place };
		}
	}

	private binary(parts: readonly SyntaxNode[], place: Placed): Expression {
		const own = parts.filter((p) => p.name !== "Comment");
		const [first, last] = [own[0], own.at(-1)];
		const marks = own.slice(1, -1);
		const [begin, end] = [marks[0], marks.at(-1)];
		if (!first || !last || !begin || !end) return nothing(place);
		const at = { start: begin.from, end: end.to };
		const sign = this.source.slice(at.start, at.end).replace(/\s+/g, " ");
		return { node: "binary", sign, at, left: this.value(first), right: this.value(last), ...place };
	}

	/** The values of a call. */
	private given(list: SyntaxNode): GivenValue[] {
		const found: GivenValue[] = [];
		const parts = [...childrenOf(list)];
		for (let i = 0; i < parts.length; i++) {
			const part = parts[i] as SyntaxNode;
			if (isMark(part.name)) continue;
			const spread = parts[i - 1]?.name === "*" || parts[i - 1]?.name === "**";
			const named = parts[i + 1]?.name === "AssignOp" ? parts[i + 2] : undefined;
			if (named) {
				const keyword = { name: this.text(part), start: part.from, end: part.to };
				found.push({ keyword, spread: false, value: this.value(named), start: part.from, end: named.to });
				i += 2;
			} else if (parts[i + 1]?.name === "for") {
				const rest = parts.slice(i).filter((p) => !isMark(p.name));
				const place = { start: part.from, end: (rest.at(-1) as SyntaxNode).to };
				const [item, ...more] = rest.map((p) => this.value(p));
				found.push({
					spread: false,
					value: { node: "made", item: item as Expression, parts: more, ...place },
					...place,
				});
				break;
			} else found.push({ spread, value: this.value(part), start: part.from, end: part.to });
		}
		return found;
	}
}

const nothing = ({ start, end }: Placed): Expression => ({ node: "other", parts: [], start, end });

function* childrenOf(node: SyntaxNode): Generator<SyntaxNode> {
	for (let child = node.firstChild; child; child = child.nextSibling) if (!child.type.isError) yield child;
}

function numberOf(text: string): number {
	const plain = text.replaceAll("_", "");
	return /j$/i.test(plain) ? Number.NaN : Number(plain);
}

/** The text between a literal's quote marks; of its escapes the commonest are read, others stay as they are written. */
function textOf(literal: string): string {
	const [prefix = ""] = /^[a-zA-Z]*/.exec(literal) ?? [];
	const body = inside(literal.slice(prefix.length));
	if (/r/i.test(prefix)) return body;
	return body.replace(/\\(\r?\n|.)/g, (whole, sign: string) => ESCAPES[sign] ?? (/\n$/.test(sign) ? "" : whole));
}

const inside = (quoted: string) => (/^("""|''')/.test(quoted) ? quoted.slice(3, -3) : quoted.slice(1, -1));

const ESCAPES: Readonly<Record<string, string>> = { n: "\n", t: "\t", "\\": "\\", '"': '"', "'": "'" };
