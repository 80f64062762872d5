import { NO_COLOUR } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { Lines } from "../lines.ts";
import { deedOfPhrase, deedsOfStatement } from "../nib/sites/roles.ts";
import { rebracketedText } from "../rebracketed-text.ts";
import { SiteLists } from "../site-lists.ts";
import type { Deed, Edit, Meaning, ProgramSites, Role, Span, StatementSite, ValueSite } from "../sites.ts";
import { calledName, type DrawingCall, type DrawnValue, drawingCall } from "./drawing-call.ts";
import { numberOf, partsOf, targetNames } from "./expressions.ts";
import { keywordOf, type ModuleFunction } from "./module-functions.ts";
import { otherKinds } from "./other-kinds.ts";
import { ownFunctions, specialOf } from "./python-outline.ts";
import { OTHER_WORDS, OTHERS, WRITE } from "./python-phrasebook.ts";
import type { BinaryExpression, Block, CallExpression, Expression, Statement } from "./syntax.ts";

/** The sites of a program in Python. */
export function pythonSites(source: string, statements: readonly Statement[]): ProgramSites {
	return new SiteFinder(source, statements).sites;
}

/** Where a value is: its statement, and the names that are there. */
interface At {
	readonly index: number;
	readonly names: readonly string[];
}

const OTHER: ReadonlySet<Role> = new Set(["other"]);

class SiteFinder {
	readonly sites: ProgramSites;
	private readonly source: string;
	private readonly lines: Lines;
	private readonly found = new SiteLists();
	private readonly parameters = new Map<string, readonly string[]>();
	private readonly own: ReadonlySet<string>;
	/** Names that have a value already, so that another one changes it. */
	private readonly declared = new Set<string>();

	constructor(source: string, statements: readonly Statement[]) {
		this.source = source;
		this.lines = new Lines(source);
		this.own = ownFunctions(statements);
		this.prepare(statements);
		this.block(statements, { number: 0, names: [], end: source.length, indent: "" });
		this.sites = this.found.inOrder(source, WRITE);
	}

	private prepare(statements: readonly Statement[]): void {
		for (const statement of statements)
			if (statement.node === "function")
				this.parameters.set(
					statement.name,
					statement.parameters.map((p) => p.name),
				);
	}

	private span(start: number, end: number): Span {
		return this.lines.span(start, end);
	}

	private text({ start, end }: { readonly start: number; readonly end: number }): string {
		return this.source.slice(start, end);
	}

	private block(
		statements: readonly Statement[],
		of: { readonly number: number; readonly names: readonly string[]; readonly end: number; readonly indent: string },
	): void {
		const names = [...of.names];
		let before: number | undefined;
		let [indent, end] = [of.indent, of.end];
		for (const statement of statements) {
			const index = this.statement(statement, of.number, names);
			const site = this.found.statements[index] as StatementSite;
			({ indent } = site);
			end = site.end;
			this.found.gaps.push({ ...this.span(site.start, site.start), indent, block: of.number, before, after: index });
			before = index;
			for (const name of namesOf(statement)) if (!names.includes(name)) names.unshift(name);
		}
		this.found.gaps.push({ ...this.span(end, end), indent, block: of.number, before, after: undefined });
	}

	private statement(statement: Statement, block: number, names: readonly string[]): number {
		const { source } = this;
		const index = this.found.statements.length;
		const first = this.lines.startOf(statement.start);
		const last = this.lines.endOf(Math.max(statement.start, statement.end - 1));
		// A statement that has its lines to itself goes with them.
		const alone =
			source.slice(first, statement.start).trim() === "" &&
			/^[ \t]*(?:#.*)?$/.test(source.slice(statement.end, last).replace(/\r?\n$/, ""));
		const [start, end] = alone ? [first, last] : [statement.start, statement.end];
		const where = this.span(statement.start, statement.end);
		const drawn =
			statement.node === "expression" && statement.value.node === "call"
				? drawingCall(statement.value, this.own)
				: undefined;
		const { does, name } = this.deedsOf(statement, drawn);
		const call = statement.node === "expression" && statement.value.node === "call" ? statement.value : undefined;
		const site: StatementSite = {
			start,
			end,
			line: where.line,
			column: where.column,
			index,
			does,
			text: (this.text(statement).split("\n", 1)[0] as string).trimEnd(),
			indent: /^[ \t]*/.exec(source.slice(first, statement.start))?.[0] ?? "",
			block,
			lastLine: this.span(Math.max(statement.start, statement.end - 1), statement.end).line,
			...(name !== undefined && { name }),
			...this.countingOf(statement),
			otherKinds: drawn ? otherKinds(drawn, (of) => this.text(of)) : [],
			room: drawn && call ? this.roomOf(drawn, call) : [],
		};
		this.found.statements.push(site);
		this.partsOf(site, drawn, call, statement);
		this.inside(statement, drawn, { index, names });
		return index;
	}

	private deedsOf(
		statement: Statement,
		drawn: DrawingCall | undefined,
	): { readonly does: ReadonlySet<Deed>; readonly name?: string } {
		if (drawn)
			return {
				does: deedsOfStatement(
					drawn.f.statement,
					drawn.phrases.map((p) => p.word),
				),
			};
		switch (statement.node) {
			case "function": {
				const special = specialOf(statement);
				return { does: new Set<Deed>([special ? special.is : "routine"]), name: statement.name };
			}
			case "for":
			case "while":
				return { does: new Set<Deed>(["loop"]) };
			case "if":
				return { does: new Set<Deed>(["condition"]) };
			case "with":
				return { does: new Set<Deed>([/^with\s+area\b/.test(this.text(statement)) ? "area" : "other"]) };
			case "assign": {
				const [target] = statement.targets;
				if (target?.node !== "name") return { does: new Set<Deed>(["other"]) };
				const isNew = statement.sign === undefined && !this.declared.has(target.name);
				this.declared.add(target.name);
				return { does: new Set<Deed>([isNew ? "declare" : "assign"]), name: target.name };
			}
			case "expression": {
				const name = statement.value.node === "call" ? calledName(statement.value) : undefined;
				return name === undefined
					? { does: new Set<Deed>(["other"]) }
					: { does: new Set<Deed>([this.own.has(name) ? "call" : "other"]), name };
			}
			default:
				return { does: new Set<Deed>(["other"]) };
		}
	}

	/** What makes a loop that only repeats one that counts under a name. */
	private countingOf(statement: Statement): Pick<StatementSite, "counting"> {
		if (statement.node !== "for" || statement.list.node !== "call" || calledName(statement.list) !== "range") return {};
		const [target] = statement.targets;
		if (statement.list.values.length !== 1 || target?.node !== "name" || target.name !== "_") return {};
		const { start, end } = target;
		return { counting: (name) => ({ start, end, text: name }) };
	}

	/** What a call that sets the pen could set too. */
	private roomOf({ f, phrases }: DrawingCall, call: CallExpression): StatementSite["room"] {
		if (f.statement.head !== "pen") return [];
		const at = call.end - 1;
		const lead = call.values.length > 0 ? ", " : "";
		return (
			[
				["pen colour", "colour"],
				["pen width", "width"],
			] as const
		)
			.filter(([, word]) => f.keywords.some((k) => k.word === word) && !phrases.some((p) => p.word === word))
			.map(([does, word]) => ({
				does,
				take: (value: string): Edit => ({ start: at, end: at, text: `${lead}${word}=${value}` }),
			}));
	}

	private partsOf(
		site: StatementSite,
		drawn: DrawingCall | undefined,
		call: CallExpression | undefined,
		statement: Statement,
	): void {
		const isSimple = statement.node === "expression" || statement.node === "assign" || statement.node === "return";
		if (!isSimple) return;
		const where = this.span(statement.start, statement.end);
		const out: Edit = { start: site.start, end: site.end, text: "" };
		const named = drawn && call && drawn.f.statement.head === "pen" ? drawn.phrases.filter((p) => p.at) : [];
		const only = named.length + (drawn?.f.fixed.length ?? 0) <= 1;
		if (!drawn || !call || only) {
			for (const does of site.does) this.found.parts.push({ ...where, does, statement: site.index, out });
			return;
		}
		for (const word of drawn.f.fixed) {
			const does = deedOfPhrase(drawn.f.statement, word);
			// Without its own word the call still sets the pen: pen_down(width=3) becomes pen(width=3).
			const { start, end } = call.callee;
			if (does) this.found.parts.push({ ...where, does, statement: site.index, out: { start, end, text: "pen" } });
		}
		for (const phrase of named) {
			const does = deedOfPhrase(drawn.f.statement, phrase.word);
			const i = call.values.findIndex((v) => v.keyword?.start === phrase.at?.start);
			const value = call.values[i];
			if (!does || !value) continue;
			const [before, after] = [call.values[i - 1], call.values[i + 1]];
			const [from, to] = before ? [before.end, value.end] : [value.start, after ? after.start : value.end];
			this.found.parts.push({
				...this.span(value.start, value.end),
				does,
				statement: site.index,
				out: { start: from, end: to, text: "" },
			});
		}
	}

	/** The values of a statement, and the blocks inside it. */
	private inside(statement: Statement, drawn: DrawingCall | undefined, at: At): void {
		const body = (of: Block | undefined, more: readonly string[] = []) => {
			if (!of) return;
			this.block(of.statements, { number: at.index + 1, names: [...more, ...at.names], end: of.end, indent: "" });
		};
		switch (statement.node) {
			case "function":
				return body(
					statement.body,
					statement.parameters.map((p) => p.name),
				);
			case "class":
			case "with":
				return body(statement.body);
			case "for": {
				const own = statement.targets.flatMap((t) => targetNames(t));
				this.range(statement.list, at);
				body(statement.body, own);
				return body(statement.otherwise);
			}
			case "while":
				this.value(statement.test, new Set(["condition"]), at);
				body(statement.body);
				return body(statement.otherwise);
			case "if":
				for (const branch of statement.branches) {
					this.value(branch.test, new Set(["condition"]), at);
					body(branch.body);
				}
				return body(statement.otherwise);
			case "blocks":
				for (const of of statement.bodies) body(of);
				return;
			case "assign": {
				const [target] = statement.targets;
				const roles = target?.node === "name" ? this.found.usesOf(target.name) : OTHER;
				if (statement.value && statement.value.node !== "lambda") this.value(statement.value, roles, at);
				return;
			}
			case "expression":
				if (drawn && statement.value.node === "call") return this.drawing(drawn, statement.value, at);
				if (statement.value.node === "call") return this.call(statement.value, at);
				return;
			case "return":
				if (statement.value) this.value(statement.value, OTHER, at);
				return;
			default:
				return;
		}
	}

	/** The bounds of a loop that counts; any other list that is iterated over. */
	private range(list: Expression, at: At): void {
		if (list.node !== "call" || calledName(list) !== "range") {
			this.value(list, OTHER, at);
			return;
		}
		const given = list.values.map((v) => v.value);
		const roles: readonly (readonly Role[])[] =
			given.length === 1 ? [["to", "count"]] : [["from"], ["to", "count"], ["by"]];
		given.forEach((value, i) => {
			this.value(value, new Set(roles[i] ?? ["other"]), at);
		});
	}

	private call(call: CallExpression, at: At): void {
		const name = calledName(call);
		const parameters = name === undefined ? [] : (this.parameters.get(name) ?? []);
		const isOwn = name !== undefined && this.own.has(name);
		const sites = call.values.map(({ keyword, value }, i) => {
			const parameter = keyword?.name ?? parameters[i] ?? "";
			return this.value(value, isOwn ? this.found.usesOf(parameter) : OTHER, at);
		});
		for (let i = 0; i + 1 < sites.length; i++) {
			const [first, second] = [sites[i], sites[i + 1]];
			if (!isOwn || !first || !second) continue;
			const names = [parameters[i], parameters[i + 1]].join();
			if (names === "x,y") this.found.pairs.push({ of: "place", statement: at.index, first, second });
			if (/^(?:w|width),(?:h|height)$/.test(names))
				this.found.pairs.push({ of: "size", statement: at.index, first, second });
		}
	}

	private drawing({ f, values, phrases }: DrawingCall, call: CallExpression, at: At): void {
		this.directionOf(f, call, at);
		this.headOfPaint(f.name, phrases, call, at);
		this.slots(values, at);
		const used = (word: string) => phrases.some((p) => p.word === word);
		for (const { word, at: keyword, values: given, whole } of phrases) {
			const spec = f.statement.phrases.find((p) => p.word === word);
			if (keyword) {
				const others = (OTHER_WORDS.find((all) => all.includes(word as Meaning)) ?? []).filter(
					(other) => other !== word && f.keywords.some((k) => k.word === other) && !used(other),
				);
				if (others.length > 0)
					this.found.words.push({
						...this.span(keyword.start, keyword.end),
						means: word as Meaning,
						statement: at.index,
						others: others.map((means) => ({ means, text: keywordOf(means) })),
					});
			}
			if (spec?.points) this.points(given, at);
			else if (whole && given.length === 1 && (spec?.values.length ?? 1) > 1)
				// A pair under one name is for both.
				this.value(whole, new Set(pairRoles(given[0] as DrawnValue)), at);
			else this.slots(given, at);
		}
	}

	private directionOf({ name, direction, statement }: ModuleFunction, call: CallExpression, at: At): void {
		const words = statement.direction;
		if (direction === undefined || !words) return;
		const word = words[direction] as string;
		const end = call.callee.end;
		const others = words.filter((other) => other !== word);
		if (word !== "left" && word !== "right") return;
		if (!this.source.slice(call.callee.start, end).endsWith(name)) return;
		this.found.words.push({
			...this.span(end - word.length, end),
			means: word,
			statement: at.index,
			others: others.map((text) => ({ means: text as Meaning, text })),
		});
	}

	/** `fill(` where `pen(colour=` could be, or the other way round. */
	private headOfPaint(name: string, phrases: DrawingCall["phrases"], call: CallExpression, at: At): void {
		const [value] = call.values;
		if (call.values.length !== 1 || !value) return;
		const isFill = name === "fill";
		if (!isFill && (name !== "pen" || phrases[0]?.word !== "colour")) return;
		const site = { ...this.span(call.callee.start, value.value.start), statement: at.index };
		this.found.words.push({
			...site,
			means: isFill ? "fill" : "pen",
			others: isFill ? [{ means: "pen", text: "pen(colour=" }] : [{ means: "fill", text: "fill(" }],
		});
	}

	private points(given: readonly DrawnValue[], at: At): void {
		for (const { value } of given)
			if (value.node === "items" && value.items.length === 2)
				this.slots(
					value.items.map((v, i) => ({
						value: v,
						use: "place" as const,
						role: i === 0 ? ("x" as const) : ("y" as const),
					})),
					at,
				);
			else this.value(value, OTHER, at);
	}

	private slots(given: readonly DrawnValue[], at: At): void {
		const sites = given.map(({ value, role }) => this.value(value, new Set([role]), at));
		const [first, second] = sites;
		if (sites.length !== 2 || !first || !second) return;
		const of = first.roles.has("x") ? "place" : first.roles.has("width") ? "size" : undefined;
		if (of) this.found.pairs.push({ of, statement: at.index, first, second });
	}

	/** A value, with the numbers, names and operators in it. */
	private value(of: Expression, roles: ReadonlySet<Role>, at: At): ValueSite {
		const text = this.text(of);
		const number = numberOf(of);
		const words = of.node === "text" ? of.value : undefined;
		const colour = words === undefined ? undefined : cssColour(words);
		const site: ValueSite = {
			...this.span(of.start, of.end),
			roles,
			statement: at.index,
			text,
			...(number !== undefined && { number }),
			...(colour !== undefined && { colour: (colour & 255) === 0 ? NO_COLOUR : colour }),
			...(words !== undefined && colour === undefined && { words }),
			rebracketed: () => (of.node === "binary" ? rebracketedText(text) : []),
		};
		this.found.values.push(site);
		this.within(of, roles, at, true);
		return site;
	}

	private within(of: Expression, roles: ReadonlySet<Role>, at: At, whole: boolean): void {
		const number = numberOf(of);
		if (number !== undefined) {
			const { names } = at;
			this.found.numbers.push({
				...this.span(of.start, of.end),
				value: number,
				roles,
				statement: at.index,
				whole,
				names,
			});
			return;
		}
		if (of.node === "name") {
			if (at.names.includes(of.name))
				this.found.names.push({
					...this.span(of.start, of.end),
					name: of.name,
					roles,
					statement: at.index,
					others: [...new Set(at.names)].filter((other) => other !== of.name).slice(0, 12),
				});
			return;
		}
		if (of.node === "binary") this.operator(of, at);
		for (const part of partsOf(of)) this.within(part, roles, at, false);
	}

	private operator({ sign, at: place }: BinaryExpression, at: At): void {
		const [sort, ...others] = OTHERS[sign] ?? [];
		if (!sort) return;
		this.found.operators.push({
			...this.span(place.start, place.end),
			text: sign,
			sort,
			statement: at.index,
			others,
		});
	}
}

/** The two roles of a pair that is kept under one name. */
const pairRoles = ({ role }: DrawnValue): Role[] => (role === "width" ? ["width", "height"] : ["x", "y"]);

/** The names that a statement makes for those after it. */
function namesOf(statement: Statement): string[] {
	if (statement.node === "assign") return statement.targets.flatMap(targetNames);
	return statement.node === "function" && specialOf(statement)?.is === "picture" ? [statement.name] : [];
}
