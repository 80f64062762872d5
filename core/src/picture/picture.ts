import { formatColour } from "../colour/colour.ts";
import { ENTRY, type Gradient, type LineStyle, type Origin, type Style, turnedOver, upward } from "../tape/layout.ts";
import { areasOf, coordinate, coversAll, styleOf, type Tape } from "../tape/tape.ts";
import { PathPen, toPicture } from "./paths.ts";

/** Something painted, ready for SVG: coordinates are the picture's, y downwards, whatever the sheet's origin. */
export interface PictureShape {
	/** A path in SVG's notation; empty for text. */
	readonly d: string;
	readonly fill: string;
	readonly ink: string;
	readonly width: number;
	readonly lines: readonly number[];
	readonly text?: {
		readonly words: string;
		readonly x: number;
		readonly y: number;
		readonly size: number;
		readonly anchor: "start" | "middle" | "end";
		readonly turned: number;
		readonly mirrored?: true;
	};
	/** How the outline is drawn where it isn't plain. */
	readonly line?: LineStyle;
	/** The inside is decided by the even-odd rule. */
	readonly evenOdd?: true;
	/** Which of the picture's clips it is cut by. */
	readonly clip?: number;
	/** Which of the picture's gradients its inside, and its line, are painted with instead of their colours. */
	readonly fillGradient?: number;
	readonly inkGradient?: number;
	/** The inside lies over the line. */
	readonly inkUnder?: true;
}

/** A gradient in the picture's coordinates, its colours as codes. */
export interface PictureGradient extends Pick<Gradient, "kind" | "at" | "stretch"> {
	readonly stops: readonly (readonly [offset: number, colour: string])[];
}

/** A path outside which shapes are cut off, itself cut by another where it says so. */
export interface PictureClip {
	readonly d: string;
	readonly evenOdd?: true;
	readonly clip?: number;
}

/** A drawing as shapes to paint one after the other. */
export interface Picture {
	readonly width: number;
	readonly height: number;
	readonly origin: Origin;
	readonly paper: string;
	readonly shapes: readonly PictureShape[];
	readonly clips: readonly PictureClip[];
	/** Left out where there are none. */
	readonly gradients?: readonly PictureGradient[];
	/** How many shapes, the last ones, are left out because there are too many to paint. */
	readonly leftOut: number;
}

/** Shapes that a picture holds at most; a walk in one style is one shape. */
const MAX_SHAPES = 20_000;

const WALKED: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve]);
const PLACED: ReadonlySet<number | undefined> = new Set([
	ENTRY.line,
	ENTRY.rect,
	ENTRY.ellipse,
	ENTRY.polygon,
	ENTRY.polyline,
	ENTRY.arc,
	ENTRY.dot,
	ENTRY.path,
	ENTRY.text,
]);
/** Placed shapes that have no inside. */
const OPEN: ReadonlySet<number | undefined> = new Set([ENTRY.line, ENTRY.polyline]);

/** How a tape is painted. */
interface Painting {
	/** Whether every step is a shape of its own and what was covered is kept, for a replay. */
	readonly apart?: boolean;
	/** Letters of a walk's path after which it isn't written on; all of it by default. */
	readonly letters?: number;
}

/** Paints a tape into shapes, in the order in which they lie on one another. */
export class Painter {
	readonly shapes: PictureShape[] = [];
	/** The row with which each shape appears: an area's fill comes with its end, under what was walked in it. */
	readonly appears: number[] = [];
	/** Where the sheet was covered: by which row, how many shapes lie under it, and with what. */
	readonly covers: { readonly row: number; readonly under: number; readonly paper: string }[] = [];
	readonly clips: PictureClip[] = [];
	readonly gradients: PictureGradient[] = [];
	paper = "#ffffff";
	leftOut = 0;
	private readonly tape: Tape;
	private readonly apart: boolean;
	private row = 0;
	private readonly pen: PathPen;
	private readonly letters: number;
	private readonly clipNumbers = new Map<number, number>();
	private readonly gradientNumbers = new Map<Gradient, number>();
	private walk:
		| { style: number; path: string[]; letters: number; x: number; y: number; lines: Set<number> }
		| undefined;

	constructor(tape: Tape, { apart = false, letters = Number.POSITIVE_INFINITY }: Painting = {}) {
		this.tape = tape;
		this.apart = apart;
		this.letters = letters;
		this.pen = new PathPen(tape.sheet);
	}

	paint(): void {
		const { tape } = this;
		const areas = new Map<number, ReturnType<typeof areasOf>>();
		for (const area of areasOf(tape)) areas.set(area.under, [...(areas.get(area.under) ?? []), area]);
		for (let i = 0; i < tape.length; i++) {
			const kind = tape.kind[i];
			for (const area of areas.get(i) ?? []) {
				this.row = area.end;
				this.area(area);
			}
			this.row = i;
			if (WALKED.has(kind)) this.walked(i);
			else if (kind === ENTRY.clip) this.clip(i);
			else if (coversAll(kind)) {
				this.endWalk();
				const { fill } = styleOf(tape, i);
				this.paper = fill === -1 ? "#ffffff" : formatColour(fill);
				if (this.apart) this.covers.push({ row: i, under: this.shapes.length, paper: this.paper });
				else this.shapes.length = 0;
				this.leftOut = 0;
			} else if (PLACED.has(kind)) {
				this.endWalk();
				this.placed(i);
			}
		}
		this.endWalk();
	}

	private add(shape: PictureShape, style: Style): void {
		if (this.shapes.length >= MAX_SHAPES) {
			this.leftOut++;
			return;
		}
		const clip = style.clip === undefined ? undefined : this.clipNumbers.get(style.clip - 1);
		if (this.apart) this.appears.push(this.row);
		const paints = style.fillGradient || style.inkGradient || style.inkUnder ? this.paintsOf(shape, style) : undefined;
		this.shapes.push({
			...shape,
			...(style.line && { line: style.line }),
			...(clip !== undefined && { clip }),
			...paints,
		});
	}

	private paintsOf(
		{ fill, ink }: PictureShape,
		{ fillGradient, inkGradient, inkUnder }: Style,
	): Pick<PictureShape, "fillGradient" | "inkGradient" | "inkUnder"> {
		return {
			...(fillGradient && fill !== "none" && { fillGradient: this.gradient(fillGradient) }),
			...(inkGradient && ink !== "none" && { inkGradient: this.gradient(inkGradient) }),
			...(inkUnder && ink !== "none" && { inkUnder }),
		};
	}

	private gradient(gradient: Gradient): number {
		let number = this.gradientNumbers.get(gradient);
		if (number === undefined) {
			number = this.gradients.length;
			this.gradientNumbers.set(gradient, number);
			const { kind, at, stops, stretch } = gradient;
			const point = toPicture(this.tape.sheet);
			const [a, b, c, d, e, f] = at as [number, number, number, number, number, number];
			this.gradients.push({
				kind,
				at: kind === "linear" ? [...point(a, b), ...point(c, d)] : [...point(a, b), c, ...point(d, e), f],
				stops: stops.map(([offset, colour]) => [offset, formatColour(colour)] as const),
				...(stretch && { stretch: turnedOver(stretch, upward(this.tape.sheet.origin)) }),
			});
		}
		return number;
	}

	private walked(entry: number): void {
		const style = this.tape.style[entry] as number;
		const [x1, y1] = [coordinate(this.tape, entry, 0), coordinate(this.tape, entry, 1)];
		if (!this.walk || this.walk.style !== style) {
			this.endWalk();
			this.walk = { style, path: [], letters: 0, x: Number.NaN, y: Number.NaN, lines: new Set() };
		}
		const { walk } = this;
		if (walk.letters < this.letters) {
			if (walk.x !== x1 || walk.y !== y1) walk.path.push(`M${this.pen.pair(x1, y1)}`);
			const move = this.pen.move(this.tape, entry);
			walk.path.push(move);
			walk.letters += move.length;
		}
		walk.lines.add(this.tape.line[entry] as number);
		walk.x = coordinate(this.tape, entry, 2);
		walk.y = coordinate(this.tape, entry, 3);
		if (this.apart) this.endWalk();
	}

	private endWalk(): void {
		if (!this.walk) return;
		const style = this.tape.styles[this.walk.style] as Style;
		this.add(
			{
				d: this.walk.path.join(""),
				fill: "none",
				ink: formatColour(style.ink),
				width: style.width,
				lines: [...this.walk.lines],
			},
			style,
		);
		this.walk = undefined;
	}

	private area({ begin, end, moves }: ReturnType<typeof areasOf>[number]): void {
		const { tape, pen } = this;
		const style = styleOf(tape, end);
		if (style.fill === -1 || moves.length === 0) return;
		this.endWalk();
		const d = `M${pen.pair(coordinate(tape, begin, 0), coordinate(tape, begin, 1))}${moves.map((m) => pen.move(tape, m)).join("")}Z`;
		const lines = [tape.line[begin] as number, ...moves.map((m) => tape.line[m] as number)];
		this.add({ d, fill: formatColour(style.fill), ink: "none", width: 0, lines: [...new Set(lines)] }, style);
	}

	private placed(entry: number): void {
		const { tape, pen } = this;
		const style = styleOf(tape, entry);
		const { ink, width, fill } = style;
		const kind = tape.kind[entry];
		const lines = [tape.line[entry] as number];
		const none = { ink: "none", width: 0, lines };
		if (kind === ENTRY.text) return this.text(entry);
		if (kind === ENTRY.dot) {
			if (ink !== -1) this.add({ ...none, d: pen.placed(tape, entry), fill: formatColour(ink) }, style);
			return;
		}
		const inside = OPEN.has(kind) || (kind === ENTRY.arc && coordinate(tape, entry, 7) === 0) ? -1 : fill;
		if (ink === -1 && inside === -1) return;
		const evenOdd = kind === ENTRY.path && coordinate(tape, entry, 0) === 1;
		this.add(
			{
				d: pen.placed(tape, entry),
				fill: formatColour(inside),
				ink: formatColour(ink),
				width: ink === -1 ? 0 : width,
				lines,
				...(evenOdd && { evenOdd }),
			},
			style,
		);
	}

	private text(entry: number): void {
		const { tape } = this;
		const at = (i: number) => coordinate(tape, entry, i);
		const style = styleOf(tape, entry);
		const colour = style.fill === -1 ? style.ink : style.fill;
		if (colour === -1) return;
		const [x, y] = toPicture(tape.sheet)(at(0), at(1));
		const anchor = (["start", "middle", "end"] as const)[at(3)] ?? "start";
		const text = {
			words: tape.texts[at(5)] as string,
			x,
			y,
			size: at(2),
			anchor,
			turned: at(4),
			...(at(6) === 1 && { mirrored: true as const }),
		};
		this.add(
			{ d: "", fill: formatColour(colour), ink: "none", width: 0, lines: [tape.line[entry] as number], text },
			style,
		);
	}

	private clip(entry: number): void {
		const { tape } = this;
		const outer = styleOf(tape, entry).clip;
		const within = outer === undefined ? undefined : this.clipNumbers.get(outer - 1);
		this.clipNumbers.set(entry, this.clips.length);
		const evenOdd = coordinate(tape, entry, 0) === 1;
		this.clips.push({
			d: this.pen.placed(tape, entry),
			...(evenOdd && { evenOdd }),
			...(within !== undefined && { clip: within }),
		});
	}
}

/** What a tape shows at its end. @param letters of a walk's path after which it isn't written on */
export function pictureOf(tape: Tape, letters?: number): Picture {
	const painter = new Painter(tape, { letters });
	painter.paint();
	const { width, height, origin } = tape.sheet;
	return {
		width,
		height,
		origin,
		paper: painter.paper,
		shapes: painter.shapes,
		clips: painter.clips,
		...(painter.gradients.length > 0 && { gradients: painter.gradients }),
		leftOut: painter.leftOut,
	};
}
