import { canvasColour, cssColour } from "../../colour/css-colour.ts";
import {
	type DownArc,
	enlargement,
	IDENTITY,
	inverse,
	type Matrix,
	rotation,
	scaling,
	times,
	translation,
} from "../../geometry/matrix.ts";
import { ENTRY, type Gradient, type LineStyle, type Sheet } from "../../tape/layout.ts";
import { ASCENT, DESCENT, textWidth } from "../../tape/lettering.ts";
import type { TapeWriter } from "../../tape/writer.ts";
import { fontSize } from "../vector/font.ts";
import { isInside } from "../vector/hitting.ts";
import { laidLine } from "../vector/line-style.ts";
import { svgPath } from "../vector/svg-path.ts";
import { faded, laidGradient, meanColour, type VectorGradient, type VectorPaint } from "../vector/vector-paint.ts";
import { type Radius, VectorPath } from "../vector/vector-path.ts";
import { coversSheet, VectorTape } from "../vector/vector-tape.ts";
import { LINE_CAPS, LINE_JOINS, METHODS, OP, TEXT_ALIGNS, TEXT_BASELINES } from "./canvas-methods.ts";
import { BASELINES, type CanvasState, USUAL_STATE } from "./canvas-state.ts";
import { CanvasWatch, type Note } from "./canvas-watch.ts";

/** Degrees of an angle in radians; whole where they are meant to be: 2 * Math.PI is 360. */
function degrees(radians: number): number {
	const angle = (radians * 180) / Math.PI;
	const whole = Math.round(angle * 1e6) / 1e6;
	return Math.abs(angle - whole) < 1e-9 * Math.max(1, Math.abs(angle)) ? whole : angle;
}

/** Where a call was made: source line, and the run's step. */
export interface CallPlace {
	readonly line: number;
	readonly step: number;
}

/** Pieces that one path may have, so that a program can't draw the same long path again and again for nothing. */
const MAX_PIECES = 100_000;
/** Paths, and gradients, that a program may have made and still use. */
const MAX_MADE = 20_000;

const OPS = Object.fromEntries(METHODS.map(({ name, op }) => [name, op])) as Readonly<Record<string, number>>;

/** Where the recorder reports remarks. */
export interface CanvasWitness {
	/** A path that is drawn where nothing was ever added to it, a style set after its mark, and so on. */
	readonly note: Note;
}

/** A canvas's drawing context that records what it draws on a tape. Numbers that reach it are finite. */
export class CanvasRecorder {
	/** Where sub-paths that were never drawn began: the line of the first, or 0. */
	undrawn = 0;
	private state: CanvasState = { ...USUAL_STATE };
	private readonly saved: CanvasState[] = [];
	private readonly path = new VectorPath();
	private readonly paths = new Map<number, VectorPath>();
	private readonly gradients = new Map<
		number,
		{ kind: "linear" | "radial" | "conic"; at: number[]; stops: [number, number][] }
	>();
	private laid: { of: VectorPath; version: number; map: Matrix; path: VectorPath } | undefined;
	private lastRect: { map: Matrix; x: number; y: number; w: number; h: number; path: VectorPath } | undefined;
	private tape: VectorTape;
	private sheet: Sheet;
	private readonly writer: TapeWriter;
	private readonly paper: number;
	private readonly witness: CanvasWitness;
	private readonly watch: CanvasWatch;
	private paperNow: number;

	constructor(writer: TapeWriter, sheet: Sheet, paper: number, witness: CanvasWitness) {
		this.writer = writer;
		this.sheet = sheet;
		this.tape = new VectorTape(writer, sheet);
		this.paper = paper;
		this.paperNow = paper;
		this.witness = witness;
		this.watch = new CanvasWatch(witness.note);
	}

	/** Carries out one recorded call. @param at where its values begin in the log */
	carryOut(
		op: number,
		target: number,
		log: Float64Array,
		at: number,
		texts: readonly string[],
		place: CallPlace,
	): void {
		const v = (i: number) => log[at + i] as number;
		const text = (i: number) => texts[v(i)] ?? "";
		switch (op) {
			case OPS.save:
				if (this.saved.length < 10_000) this.saved.push({ ...this.state });
				this.watch.save(place.line);
				return;
			case OPS.restore:
				this.watch.restore(place.line);
				this.state = this.saved.pop() ?? this.state;
				return;
			case OPS.reset:
				this.reset(place);
				return;
			case OPS.translate:
				this.transform(translation(v(0), v(1)), place);
				return;
			case OPS.rotate:
				this.transform(rotation(degrees(v(0))), place);
				return;
			case OPS.scale:
				this.transform(scaling(v(0), v(1)), place);
				return;
			case OPS.transform:
				this.transform({ a: v(0), b: v(1), c: v(2), d: v(3), e: v(4), f: v(5) }, place);
				return;
			case OP.setTransform:
				this.state.map = { a: v(0), b: v(1), c: v(2), d: v(3), e: v(4), f: v(5) };
				return;
			case OPS.resetTransform:
				this.state.map = IDENTITY;
				return;
			case OPS.clearRect:
				this.clearRect(v(0), v(1), v(2), v(3), place);
				return;
			case OPS.fillRect:
			case OPS.strokeRect:
				this.rect(v(0), v(1), v(2), v(3), op === OPS.fillRect, place);
				return;
			case OPS.beginPath:
				if (this.undrawn > 0) this.witness.note("path-not-drawn", this.undrawn);
				this.undrawn = 0;
				this.path.clear();
				this.watch.begin();
				return;
			case OP.fill:
			case OP.stroke:
				if (v(1) === 0) this.watch.draw(this.path, op === OP.fill ? "fill" : "stroke", place.line);
				this.draw(this.laidOf(v(1), op), op === OP.fill, place, v(0) === 1);
				return;
			case OP.clip: {
				const clip = this.tape.clip(this.laidOf(v(1), op), { ...place, evenOdd: v(0) === 1, within: this.state.clip });
				this.state.clip = clip;
				return;
			}
			case OP.fillText:
			case OP.strokeText:
				this.text(text(0), v(1), v(2), v(3), op === OP.fillText, place);
				return;
			case OP.newPath:
				this.newPath(target, v(0), v(1) >= 0 ? text(1) : undefined, place);
				return;
			case OP.addPath: {
				const [own, other] = [this.paths.get(target), this.paths.get(v(0))];
				const map = { a: v(1), b: v(2), c: v(3), d: v(4), e: v(5), f: v(6) };
				if (own && other && own.size + other.size <= MAX_PIECES)
					own.append(map, other === own ? other.mapped(IDENTITY) : other);
				return;
			}
			case OP.fillStyle:
				this.watch.set("fillStyle", place.line);
				this.state.fill = this.paintOf(v(0), v(1), texts, place);
				return;
			case OP.strokeStyle:
				this.watch.set("strokeStyle", place.line);
				this.state.stroke = this.paintOf(v(0), v(1), texts, place);
				return;
			case OP.lineWidth:
				this.watch.set("lineWidth", place.line);
				this.state.width = v(0);
				return;
			case OP.lineCap:
				this.line({ cap: LINE_CAPS[v(0)] ?? "butt" });
				return;
			case OP.lineJoin:
				this.line({ join: LINE_JOINS[v(0)] ?? "miter" });
				return;
			case OP.miterLimit:
				this.line({ miter: v(0) });
				return;
			case OP.lineDashOffset:
				this.line({ dashOffset: v(0) });
				return;
			case OP.setLineDash:
				this.line({ dash: Array.from({ length: v(0) }, (_, i) => v(1 + i)) });
				return;
			case OP.globalAlpha:
				this.state.alpha = v(0);
				return;
			case OP.font:
				this.state.size = fontSize(text(0)) ?? this.state.size;
				return;
			case OP.textAlign:
				this.state.align = TEXT_ALIGNS[v(0)] ?? "start";
				return;
			case OP.textBaseline:
				this.state.baseline = TEXT_BASELINES[v(0)] ?? "alphabetic";
				return;
			case OP.linearGradient:
				this.newGradient(target, "linear", [v(0), v(1), v(2), v(3)]);
				return;
			case OP.radialGradient:
				this.newGradient(target, "radial", [v(0), v(1), v(2), v(3), v(4), v(5)]);
				return;
			case OP.conicGradient:
				this.newGradient(target, "conic", [v(0), v(1), v(2)]);
				return;
			case OP.colorStop:
				this.stop(target, v(0), cssColour(text(1)) ?? 0);
				return;
			default:
				this.addToPath(op, target, v, place);
		}
	}

	/** Answers what a program asks of its drawing: see the prelude's `ask`. */
	ask(what: number, a: number, b: number, c: number, d: number, texts: readonly string[]): number {
		const { map, size } = this.state;
		if (what === 0) return [map.a, map.b, map.c, map.d, map.e, map.f][a] ?? 0;
		if (what === 3) {
			const width = textWidth(texts[a] ?? "", size);
			return [width, 0, width, ASCENT * size, DESCENT * size][b] ?? 0;
		}
		if (what === 4) return a === 0 ? this.sheet.width : this.sheet.height;
		const path = d === 0 ? this.path : (this.paths.get(d) ?? new VectorPath()).mapped(map);
		return isInside(path, a, b, c === 1, what === 2 ? (this.state.width * enlargement(map)) / 2 : undefined) ? 1 : 0;
	}

	/** The end of the run, or of a frame: a path that was never drawn gets a remark. */
	finish(): void {
		if (this.undrawn > 0) this.witness.note("path-not-drawn", this.undrawn);
		this.undrawn = 0;
		this.watch.finish();
	}

	/** A frame begins. */
	frame(): void {
		this.watch.frame(this.state.map);
	}

	/** Gives the canvas another size, before anything is drawn. */
	resize(sheet: Sheet): void {
		this.sheet = sheet;
		this.tape = new VectorTape(this.writer, sheet);
	}

	/** Empties the canvas and puts everything back, as setting its size does. */
	reset(place: CallPlace): void {
		this.state = { ...USUAL_STATE };
		this.saved.length = 0;
		this.path.clear();
		this.undrawn = 0;
		if (this.writer.length > 0) this.empty(place);
	}

	private empty({ line, step }: CallPlace): void {
		this.writer.use(-1, 0, this.paper);
		this.writer.add(this.paperNow === this.paper ? ENTRY.wipe : ENTRY.paper, line, step);
		this.paperNow = this.paper;
	}

	private transform(map: Matrix, { line }: CallPlace): void {
		this.watch.transform(line);
		this.state.map = times(this.state.map, map);
	}

	private line(change: Partial<LineStyle>): void {
		this.state.line = { ...this.state.line, ...change };
	}

	private pathOf(id: number): VectorPath {
		return id === 0 ? this.path : (this.paths.get(id) ?? new VectorPath());
	}

	/** A path as it is drawn now: the context's own lies already, others are put through the transforms that hold. */
	private laidOf(id: number, op: number): VectorPath {
		const of = this.pathOf(id);
		if (id === 0) {
			this.undrawn = 0;
			return of;
		}
		const { map } = this.state;
		const { laid } = this;
		// The same path under the same transforms is the same again, so that its fill and its line meet.
		if (laid && laid.of === of && laid.version === of.version && laid.map === map && op !== OP.clip) return laid.path;
		const path = of.mapped(map);
		this.laid = { of, version: of.version, map, path };
		return path;
	}

	private newGradient(id: number, kind: "linear" | "radial" | "conic", at: number[]): void {
		if (this.gradients.size >= MAX_MADE) this.gradients.clear();
		this.gradients.set(id, { kind, at, stops: [] });
	}

	private newPath(id: number, from: number, d: string | undefined, { line }: CallPlace): void {
		const path = new VectorPath();
		if (from !== 0) path.append(IDENTITY, this.pathOf(from));
		else if (d !== undefined) {
			const read = svgPath(d);
			path.append(IDENTITY, read.path);
			if (!read.whole) this.witness.note("path-text-wrong", line, { text: d.slice(0, 60) });
		}
		if (this.paths.size >= MAX_MADE) this.paths.clear();
		this.paths.set(id, path);
	}

	private stop(id: number, offset: number, colour: number): void {
		const stops = this.gradients.get(id)?.stops;
		if (!stops || stops.length >= 100) return;
		const after = stops.findIndex(([at]) => at > offset);
		stops.splice(after < 0 ? stops.length : after, 0, [offset, colour]);
	}

	private paintOf(kind: number, id: number, texts: readonly string[], { line }: CallPlace): VectorPaint {
		if (kind === 0) return cssColour(texts[id] ?? "") ?? 0x000000ff;
		const gradient = this.gradients.get(id);
		if (!gradient) return 0x000000ff;
		if (gradient.kind !== "conic") return gradient as VectorGradient;
		this.witness.note("not-recorded", line, { name: "createConicGradient" });
		return { kind: "linear", at: [0, 0, 0, 0], stops: gradient.stops };
	}

	/** A paint as a colour, with its gradient where it is one; a gradient without stops paints nothing. */
	private paint(paint: VectorPaint): { colour: number; gradient?: Gradient } {
		const { alpha, map } = this.state;
		if (typeof paint === "number") return { colour: faded(paint, alpha) };
		if (paint.stops.length === 0) return { colour: -1 };
		const colour = faded(meanColour(paint.stops), alpha);
		if (paint.stops.length === 1) return { colour };
		const gradient = laidGradient(paint, map, alpha);
		return gradient ? { colour, gradient } : { colour: -1 };
	}

	private addToPath(op: number, target: number, v: (i: number) => number, place: CallPlace): void {
		const own = target === 0;
		const path = own ? this.path : this.paths.get(target);
		if (!path) return;
		if (path.size > MAX_PIECES) return;
		const { map } = own ? this.state : { map: IDENTITY };
		if (own && this.undrawn === 0 && op !== OPS.moveTo && op !== OPS.closePath) this.undrawn = place.line;
		switch (op) {
			case OPS.closePath:
				path.close();
				return;
			case OPS.moveTo:
				path.move(map, v(0), v(1));
				return;
			case OPS.lineTo:
				path.line(map, v(0), v(1));
				return;
			case OPS.quadraticCurveTo:
				path.quadratic(map, v(0), v(1), v(2), v(3));
				return;
			case OPS.bezierCurveTo:
				path.cubic(map, [v(0), v(1)], [v(2), v(3)], [v(4), v(5)]);
				return;
			case OPS.arcTo:
				path.corner(map, inverse(map) ?? IDENTITY, [v(0), v(1)], [v(2), v(3)], v(4));
				return;
			case OPS.rect:
				path.rect(map, v(0), v(1), v(2), v(3));
				return;
			case OP.roundRect: {
				const radii = [0, 1, 2, 3].map((i): Radius => [v(4 + 2 * i), v(5 + 2 * i)]);
				path.roundRect(map, v(0), v(1), v(2), v(3), radii);
				return;
			}
			case OPS.arc: {
				this.angles(v(3), v(4), place);
				const oval: Omit<DownArc, "start" | "sweep"> = { x: v(0), y: v(1), rx: v(2), ry: v(2), turned: 0 };
				path.turn(map, oval, degrees(v(3)), degrees(v(4)), v(5) === 1);
				return;
			}
			case OPS.ellipse: {
				this.angles(v(5), v(6), place);
				const oval = { x: v(0), y: v(1), rx: v(2), ry: v(3), turned: degrees(v(4)) };
				path.turn(map, oval, degrees(v(5)), degrees(v(6)), v(7) === 1);
				return;
			}
		}
	}

	/** Whether angles look like degrees: whole, and far beyond a few turns. */
	private angles(from: number, to: number, { line }: CallPlace): void {
		if ([from, to].some((a) => Math.abs(a) >= 30 && a === Math.round(a)))
			this.witness.note("angle-in-degrees", line, { angle: Math.abs(to) >= 30 ? to : from });
	}

	private rect(x: number, y: number, w: number, h: number, fills: boolean, place: CallPlace): void {
		const { map } = this.state;
		if (fills && (w === 0 || h === 0)) return;
		const { lastRect: last } = this;
		const isSame = last && last.map === map && last.x === x && last.y === y && last.w === w && last.h === h;
		const path = isSame ? last.path : new VectorPath();
		if (!isSame) {
			path.rect(map, x, y, w, h);
			this.lastRect = { map, x, y, w, h, path };
		}
		this.draw(path, fills, place, false);
	}

	private clearRect(x: number, y: number, w: number, h: number, place: CallPlace): void {
		if (w === 0 || h === 0) return;
		const path = new VectorPath();
		path.rect(this.state.map, x, y, w, h);
		if (this.coversAll(path)) return this.empty(place);
		this.witness.note("part-emptied", place.line);
		this.tape.draw(path, { fill: this.paper, ink: -1, width: 0, clip: this.state.clip }, place);
	}

	private coversAll(path: VectorPath): boolean {
		return this.state.clip === undefined && coversSheet(path, this.sheet);
	}

	/** Fills a path as it lies, or draws its line. */
	private draw(laid: VectorPath, fills: boolean, { line, step }: CallPlace, evenOdd: boolean): void {
		const { state } = this;
		if (fills) this.watch.use("fillStyle");
		else this.watch.use("strokeStyle", "lineWidth");
		if (!laid.hasPieces) this.witness.note("nothing-in-path", line, { name: fills ? "fill" : "stroke" });
		if (!laid.hasPieces) return;
		const { colour, gradient } = this.paint(fills ? state.fill : state.stroke);
		if (colour === -1 || (colour & 255) === 0) return;
		if (fills && !gradient && (colour & 255) === 255 && this.coversAll(laid)) {
			this.writer.use(-1, 0, colour);
			this.writer.add(ENTRY.paper, line, step);
			this.paperNow = colour;
			return;
		}
		this.tape.draw(
			laid,
			fills
				? { fill: colour, ink: -1, width: 0, clip: state.clip, fillGradient: gradient }
				: {
						fill: -1,
						ink: colour,
						width: state.width * enlargement(state.map),
						line: laidLine(state.line, enlargement(state.map)),
						clip: state.clip,
						inkGradient: gradient,
					},
			{ line, step, evenOdd },
		);
		if (this.tape.far) this.witness.note("drawn-too-far", line);
		this.tape.far = false;
	}

	private text(words: string, x: number, y: number, most: number, fills: boolean, place: CallPlace): void {
		const { state } = this;
		this.watch.use(fills ? "fillStyle" : "strokeStyle");
		const { colour } = this.paint(fills ? state.fill : state.stroke);
		const clean = words.replace(/[\t\n\f\r]/g, " ");
		if (clean === "" || colour === -1 || (colour & 255) === 0) return;
		const width = textWidth(clean, state.size);
		const shrink = most >= 0 && width > most ? most / width : 1;
		if (shrink <= 0) return;
		const drawn = this.tape.text(
			clean,
			{
				map: state.map,
				x,
				y: y + BASELINES[state.baseline] * state.size,
				size: state.size * shrink,
				align: ALIGNED[state.align],
			},
			fills
				? { fill: colour, ink: -1, width: 0, clip: state.clip }
				: { fill: -1, ink: colour, width: state.width, clip: state.clip },
			place,
		);
		if (!drawn) this.witness.note("drawn-too-far", place.line);
	}
}

/** Alignments as the tape numbers them. */
const ALIGNED = { start: 0, left: 0, center: 1, end: 2, right: 2 } as const;

/** A colour as canvases give it back; an empty text for what is none. */
export function normalColour(text: string): string {
	const colour = cssColour(text);
	return colour === undefined ? "" : canvasColour(colour);
}
