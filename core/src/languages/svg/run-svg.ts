import { CLASS_LIMITS, type Limits, NEVER } from "../../limits/limits.ts";
import { DEFAULT_SHEET, type Sheet } from "../../tape/layout.ts";
import { TapeFull, TapeWriter } from "../../tape/writer.ts";
import { Lines } from "../lines.ts";
import type { Problem, SourceRange } from "../problem.ts";
import type { Run, RunOptions } from "../run.ts";
import type { SvgDocument, SvgElement } from "./document.ts";
import { SvgPainter } from "./paint-svg.ts";
import { lengthOf, viewBoxOf } from "./units.ts";

/** Elements that pass between two questions whether time is over. */
const STEPS_BETWEEN = 64;
const MAX_REMARKS = 100;

/** Thrown to end a run at the element that it has got to. */
class Ends extends Error {
	readonly code: string;
	readonly data: Problem["data"];
	constructor(code: string, data: Problem["data"]) {
		super(code);
		this.code = code;
		this.data = data;
	}
}

/** One drawing of a document. */
export class SvgRun {
	private readonly document: SvgDocument;
	private readonly options: RunOptions;
	private readonly limits: Limits;
	private readonly writer: TapeWriter;
	private readonly lines: Lines;
	private readonly remarks = new Map<string, Problem>();
	private readonly routines: string[] = [];
	private readonly room: number;
	private steps = 0;
	private spent = 0;
	private at: SvgElement;

	constructor(document: SvgDocument, options: RunOptions) {
		this.document = document;
		this.options = options;
		this.limits = options.limits ?? CLASS_LIMITS;
		this.writer = new TapeWriter(this.limits.entries);
		this.lines = new Lines(document.source);
		this.room = this.limits.cells / 4 + 8 * this.limits.entries;
		this.at = document.root;
	}

	run(): Run {
		const { sheet, problem: wrong } = this.sheetOf();
		const problem = wrong ?? this.paint(sheet);
		const { options } = this;
		return {
			tape: this.writer.finish(sheet, this.routines, { x: 0, y: 0, facing: 0, down: false }),
			ended: problem === undefined ? "whole" : problem.code === "limit-time" ? "clock" : "stopped",
			...(problem && { problem }),
			remarks: [...this.remarks.values()].sort((a, b) => a.place.line - b.place.line),
			steps: this.steps,
			frames: 0,
			...(options.watch && { watched: { changes: [], leftOut: 0 } }),
		};
	}

	private paint(sheet: Sheet): Problem | undefined {
		const { document, writer } = this;
		const painter = new SvgPainter(
			{
				document,
				writer,
				sheet,
				step: () => this.steps,
				enters: (element) => this.enters(element),
				spend: () => this.spend(),
				routine: (name) => this.routine(name),
				remark: (code, place, data) => this.remark(code, place, data),
				place: (from, to) => this.lines.place(from, to),
				ends: (code, data) => {
					throw new Ends(code, data);
				},
			},
			this.options.paper ?? 0xffffffff,
		);
		try {
			painter.paint();
			return undefined;
		} catch (error) {
			if (error instanceof Ends) return { code: error.code, place: this.at.place, data: error.data };
			if (error instanceof TapeFull)
				return { code: "limit-entries", place: this.at.place, data: { most: this.limits.entries } };
			throw error;
		}
	}

	/** The exercise's sheet, else one of the document's own size. */
	private sheetOf(): { sheet: Sheet; problem?: Problem } {
		const { root } = this.document;
		const given = this.options.sheet;
		const box = viewBoxOf(root.attributes.get("viewBox")?.value);
		const usual = given ?? box ?? DEFAULT_SHEET;
		const measures = { width: usual.width, height: usual.height, font: 16 };
		const own = (name: "width" | "height", along: "x" | "y") =>
			lengthOf(root.attributes.get(name)?.value ?? "100%", measures, along) ?? usual[name];
		const [width, height] = [own("width", "x"), own("height", "y")];
		if (given) {
			if (width !== given.width || height !== given.height) {
				const written = root.attributes.get(width === given.width ? "height" : "width");
				this.remark("sheet-overruled", written?.place ?? root.place, { ...given });
			}
			return { sheet: given };
		}
		const most = this.limits.sheet;
		if (!(width >= 1 && height >= 1 && width <= most && height <= most)) {
			const problem = { code: "svg-size", place: root.place, data: { width, height, most } };
			return { sheet: DEFAULT_SHEET, problem };
		}
		return { sheet: { width, height, origin: "top left" } };
	}

	private enters(element: SvgElement): void {
		this.at = element;
		this.steps++;
		if (this.steps + this.spent > this.limits.steps) throw new Ends("limit-steps", { most: this.limits.steps });
		if (this.writer.used > this.room) throw new Ends("limit-cells", { most: this.limits.cells });
		if (this.steps % STEPS_BETWEEN === 0 && (this.options.stop ?? NEVER)()) throw new Ends("limit-time", {});
	}

	private spend(): void {
		this.spent++;
		if (this.steps + this.spent > this.limits.steps) throw new Ends("limit-steps", { most: this.limits.steps });
		if (this.spent % 4096 === 0 && (this.options.stop ?? NEVER)()) throw new Ends("limit-time", {});
	}

	private routine(name: string): number {
		const known = this.routines.indexOf(name);
		return known >= 0 ? known : this.routines.push(name) - 1;
	}

	private remark(code: string, place: SourceRange, data: Problem["data"] = {}): void {
		if (this.remarks.size >= MAX_REMARKS) return;
		const key = `${code} ${place.line} ${data.name ?? data.word ?? ""}`;
		if (!this.remarks.has(key)) this.remarks.set(key, { code, place, data });
	}
}
