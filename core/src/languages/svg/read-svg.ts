import { SaxesParser, type SaxesTagPlain } from "saxes";
import type { Limits } from "../../limits/limits.ts";
import { Lines } from "../lines.ts";
import { nearest } from "../nearest.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { tooLarge } from "../source-size.ts";
import type { SvgAttribute, SvgDocument, SvgElement, SvgText } from "./document.ts";
import { unreadable } from "./reading-problem.ts";

/** Elements inside one another that are read. */
const MAX_DEPTH = 100;

/** Thrown inside the parser's calls to end the reading. */
class Ends extends Error {
	readonly problem: Problem;
	constructor(problem: Problem) {
		super(problem.code);
		this.problem = problem;
	}
}

export type Reading =
	| { readonly ok: true; readonly document: SvgDocument }
	| { readonly ok: false; readonly problem: Problem; readonly commentLines: readonly number[] };

/** An element that is being read. */
interface Open {
	name: string;
	attributes: Map<string, SvgAttribute>;
	children: (SvgElement | SvgText)[];
	parent: SvgElement | undefined;
	before: SvgElement | undefined;
	/** The last element inside it so far. */
	latest: SvgElement | undefined;
	start: number;
	tagEnd: number;
	closeStart: number;
	end: number;
	isEmpty: boolean;
	place: SvgElement["place"];
}

/**
 * Reads an SVG document into its elements, with the place of each attribute. Entities aren't expanded and nothing from
 * outside is read. The first thing that is wrong ends it.
 */
export function readSvg(source: string, limits: Limits): Reading {
	const large = tooLarge(source, limits);
	return large ? { ok: false, problem: large, commentLines: [] } : new SvgReader(source).read();
}

class SvgReader {
	private readonly source: string;
	private readonly lines: Lines;
	private readonly parser = new SaxesParser({ xmlns: false });
	private readonly open: Open[] = [];
	private readonly elements: SvgElement[] = [];
	private readonly ids = new Map<string, SvgElement>();
	private readonly comments: number[] = [];
	private root: SvgElement | undefined;
	/** Where the tag that is being read begins; -1 between tags. */
	private tagStart = -1;
	/** Where text after the last tag or comment begins. */
	private textStart = 0;

	constructor(source: string) {
		this.source = source;
		this.lines = new Lines(source);
	}

	read(): Reading {
		const { parser } = this;
		parser.on("error", (error) => this.fails(error.message));
		parser.on("opentagstart", () => {
			this.tagStart = this.source.lastIndexOf("<", parser.position - 1);
		});
		parser.on("opentag", (tag) => this.opens(tag));
		parser.on("closetag", (tag) => this.closes(tag));
		parser.on("text", (text) => this.text(text, this.textStart, parser.position - 1));
		parser.on("cdata", (text) => {
			const end = parser.position - "]]>".length;
			this.text(text, this.source.lastIndexOf("<![CDATA[", end - 1) + "<![CDATA[".length, end);
			this.textStart = parser.position;
		});
		parser.on("comment", (text) => this.comment(text));
		parser.on("processinginstruction", () => {
			this.textStart = parser.position;
		});
		try {
			parser.write(this.source).close();
		} catch (error) {
			if (!(error instanceof Ends)) throw error;
			return { ok: false, problem: error.problem, commentLines: this.comments };
		}
		const { root, source, elements, ids } = this;
		if (root?.name !== "svg") {
			const place = root?.place ?? { line: 1, column: 1, length: 1 };
			const problem = { code: root ? "svg-root" : "svg-empty", place, data: { name: root?.name ?? "" } };
			return { ok: false, problem, commentLines: this.comments };
		}
		return { ok: true, document: { source, root, elements, ids, commentLines: this.comments } };
	}

	private opens(tag: SaxesTagPlain): void {
		const { parser, open, tagStart: start } = this;
		if (open.length >= MAX_DEPTH)
			throw new Ends({
				code: "svg-nesting",
				place: this.lines.place(start, start + tag.name.length + 1),
				data: { most: MAX_DEPTH },
			});
		const tagEnd = parser.position;
		const around = open.at(-1);
		const element: Open = {
			name: tag.name,
			attributes: this.attributesOf(tag, start + 1 + tag.name.length, tagEnd),
			children: [],
			parent: around,
			before: around?.latest,
			latest: undefined,
			start,
			tagEnd,
			closeStart: tagEnd,
			end: tagEnd,
			isEmpty: tag.isSelfClosing,
			place: this.lines.place(start, start + 1 + tag.name.length),
		};
		if (around) {
			around.children.push(element);
			around.latest = element;
		}
		this.root ??= element;
		this.elements.push(element);
		const id = element.attributes.get("id")?.value;
		if (id !== undefined && !this.ids.has(id)) this.ids.set(id, element);
		open.push(element);
		this.tagStart = -1;
		this.textStart = tagEnd;
	}

	private attributesOf(tag: SaxesTagPlain, from: number, to: number): Map<string, SvgAttribute> {
		const attributes = new Map<string, SvgAttribute>();
		const text = this.source.slice(from, to);
		for (const found of text.matchAll(/([^\s=/>"']+)\s*=\s*("[^"]*"|'[^']*')/g)) {
			const [whole, name, quoted] = found as unknown as [string, string, string];
			const start = from + found.index;
			const end = start + whole.length;
			const value = tag.attributes[name] ?? "";
			attributes.set(
				name,
				new Attribute(name, value, { start, from: end - quoted.length + 1, to: end - 1 }, this.lines),
			);
		}
		return attributes;
	}

	private closes(tag: SaxesTagPlain): void {
		const { parser, source, open } = this;
		const end = parser.position;
		const closeStart = tag.isSelfClosing ? end : source.lastIndexOf("</", end - 1);
		if (!tag.isSelfClosing) this.compareNames(closeStart, end);
		const element = open.pop();
		if (element) [element.closeStart, element.end] = [closeStart, end];
		this.textStart = end;
	}

	/** A closing tag has to close the element that was opened last. */
	private compareNames(start: number, end: number): void {
		const top = this.open.at(-1) as Open;
		const name = this.source.slice(start + 2, end - 1).trim();
		if (name === top.name) return;
		const place = this.lines.place(start, end);
		const near = nearest(name, [top.name]);
		if (this.open.some((o) => o.name === name)) throw new Ends(this.neverClosed(top));
		if (near !== undefined)
			throw new Ends({
				code: "svg-close-name",
				place,
				data: { name, open: top.name },
				fix: { place, text: `</${top.name}>` },
			});
		throw new Ends({ code: "svg-tag-extra", place, data: { name } });
	}

	/** An element without an end: where nothing is inside, its one tag should close itself. */
	private neverClosed({ name, place, tagEnd, children }: Open): Problem {
		const fix = children.every((c) => "text" in c && c.text.trim() === "") || SHAPES.has(name);
		const at = this.lines.place(tagEnd - 1, tagEnd);
		return {
			code: "svg-tag-open",
			place,
			data: { name, inside: SHAPES.has(name) ? "no" : "yes" },
			...(fix && { fix: { place: at, text: "/>" } }),
		};
	}

	private text(text: string, start: number, end: number): void {
		const element = this.open.at(-1);
		if (element && text !== "") element.children.push({ text, start, end });
	}

	private comment(text: string): void {
		const start = this.source.lastIndexOf("<!--", this.parser.position - 1);
		const first = this.lines.lineAt(start);
		text.split(/\r\n|\r|\n/).forEach((line, i) => {
			if (/[\p{L}\d]/u.test(line)) this.comments.push(first + i);
		});
		this.textStart = this.parser.position;
	}

	private fails(message: string): never {
		const { source, lines, parser, tagStart } = this;
		const last = this.open.at(-1);
		throw new Ends(
			unreadable(message.replace(/^\d+:\d+: /, ""), {
				source,
				lines,
				at: Math.max(0, parser.position - 1),
				tagStart,
				neverClosed: last && (() => this.neverClosed(last)),
			}),
		);
	}
}

/** An attribute, whose place is computed where it is asked for. */
class Attribute implements SvgAttribute {
	readonly name: string;
	readonly value: string;
	readonly start: number;
	readonly from: number;
	readonly to: number;
	private readonly lines: Lines;

	constructor(name: string, value: string, at: Pick<SvgAttribute, "start" | "from" | "to">, lines: Lines) {
		this.name = name;
		this.value = value;
		this.start = at.start;
		this.from = at.from;
		this.to = at.to;
		this.lines = lines;
	}

	get place(): SourceRange {
		return this.lines.place(this.start, this.to + 1);
	}
}

/** Elements that hold nothing to be drawn. */
const SHAPES: ReadonlySet<string> = new Set("rect circle ellipse line polyline polygon path use stop image".split(" "));
