import { type Arc, rimPoint } from "../geometry/arc.ts";
import type { Point } from "../geometry/points.ts";
import { ENTRY, type Sheet, upward } from "../tape/layout.ts";
import { PATH, pathSteps } from "../tape/path.ts";
import { coordinate, endOf, type Tape } from "../tape/tape.ts";

/** Beyond this many hundredths whole numbers no longer divide exactly. */
const EXACT = 0x8000_0000;

/** A number to two decimals at most: long walks have millions, and their digits are whole numbers' own. */
function round(value: number): string {
	const hundredths = Math.round(value * 100);
	if (!(hundredths < EXACT && hundredths > -EXACT)) return String(hundredths / 100);
	const size = hundredths < 0 ? -hundredths : hundredths;
	const [whole, rest] = [Math.trunc(size / 100), size % 100];
	const sign = hundredths < 0 ? "-" : "";
	if (rest === 0) return `${sign}${whole}`;
	return rest % 10 === 0 ? `${sign}${whole}.${rest / 10}` : `${sign}${whole}.${rest < 10 ? "0" : ""}${rest}`;
}

/** From the sheet's coordinates to the picture's, in which y grows downwards. */
export function toPicture(sheet: Sheet): (x: number, y: number) => Point {
	const { width, height, origin } = sheet;
	if (origin === "centre") return (x, y) => [x + width / 2, height / 2 - y];
	if (origin === "bottom left") return (x, y) => [x, height - y];
	return (x, y) => [x, y];
}

/** Degrees that one SVG arc spans at most: short ones keep their form when their ends are rounded. */
const ARC_PIECE = 120;

/** Writes paths of the sheet in SVG's notation. */
export class PathPen {
	private readonly at: (x: number, y: number) => Point;
	private readonly up: 1 | -1;

	constructor(sheet: Sheet) {
		this.at = toPicture(sheet);
		this.up = upward(sheet.origin);
	}

	pair(x: number, y: number): string {
		const [px, py] = this.at(x, y);
		return `${round(px)} ${round(py)}`;
	}

	through(points: readonly Point[], closed: boolean): string {
		return `${points.map(([x, y], i) => `${i === 0 ? "M" : "L"}${this.pair(x, y)}`).join("")}${closed ? "Z" : ""}`;
	}

	/** An arc from where the path is. A whole turn or more is a turn. */
	arc(arc: Arc): string {
		const sweep = Math.max(-360, Math.min(360, arc.sweep));
		const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / ARC_PIECE - 1e-9));
		const radii = `${round(arc.rx)} ${round(arc.ry)} ${round(-arc.turned)}`;
		let d = "";
		for (let i = 1; i <= pieces; i++)
			d += `A${radii} 0 ${sweep < 0 ? 1 : 0} ${this.pair(...rimPoint(arc, arc.start + (sweep * i) / pieces, this.up))}`;
		return d;
	}

	oval(arc: Arc): string {
		return `M${this.pair(...rimPoint(arc, 0, this.up))}${this.arc({ ...arc, start: 0, sweep: 360 })}Z`;
	}

	rect(x: number, y: number, w: number, h: number, r: number, turned: number): string {
		const side = rimPoint({ x: 0, y: 0, rx: w / 2, ry: 0, turned }, 0, this.up);
		const rise = rimPoint({ x: 0, y: 0, rx: h / 2, ry: 0, turned: turned + 90 }, 0, this.up);
		// Shares of the half sides, from the middle: to the right, and up as seen.
		const at = (u: number, v: number) => this.pair(x + u * side[0] + v * rise[0], y + u * side[1] + v * rise[1]);
		if (r === 0) return `M${at(-1, 1)}L${at(1, 1)}L${at(1, -1)}L${at(-1, -1)}Z`;
		const [a, b] = [1 - (2 * r) / w, 1 - (2 * r) / h];
		const corner = `A${round(r)} ${round(r)} 0 0 1 `;
		return `M${at(-a, 1)}L${at(a, 1)}${corner}${at(1, b)}L${at(1, -b)}${corner}${at(a, -1)}L${at(-a, -1)}${corner}${at(-1, -b)}L${at(-1, b)}${corner}${at(-a, 1)}Z`;
	}

	/** A move of the pen, from where the path is. */
	move(tape: Tape, entry: number): string {
		const at = (i: number) => coordinate(tape, entry, i);
		const kind = tape.kind[entry];
		if (kind === ENTRY.segment || kind === ENTRY.travel) return `L${this.pair(at(2), at(3))}`;
		return this.arc({ x: at(4), y: at(5), rx: at(6), ry: at(6), turned: 0, start: at(7), sweep: at(8) });
	}

	/** The outline of a placed entry. */
	placed(tape: Tape, entry: number): string {
		const at = (i: number) => coordinate(tape, entry, i);
		switch (tape.kind[entry]) {
			case ENTRY.line:
				return `M${this.pair(at(0), at(1))}L${this.pair(at(2), at(3))}`;
			case ENTRY.rect:
				return this.rect(at(0), at(1), at(2), at(3), at(4), at(5));
			case ENTRY.ellipse:
				return this.oval({ x: at(0), y: at(1), rx: at(2), ry: at(3), turned: at(4), start: 0, sweep: 360 });
			case ENTRY.dot:
				return this.oval({ x: at(0), y: at(1), rx: at(2) / 2, ry: at(2) / 2, turned: 0, start: 0, sweep: 360 });
			case ENTRY.arc: {
				const arc = { x: at(0), y: at(1), rx: at(2), ry: at(3), turned: at(4), start: at(5), sweep: at(6) };
				const start = this.pair(...rimPoint(arc, arc.start, this.up));
				return at(7) === 1
					? `M${this.pair(arc.x, arc.y)}L${start}${this.arc(arc)}Z`
					: `M${start}${this.arc(arc)}${at(7) === 2 ? "Z" : ""}`;
			}
			case ENTRY.polygon:
			case ENTRY.polyline: {
				const points: Point[] = [];
				for (let i = tape.at[entry] as number; i < endOf(tape, entry); i += 2)
					points.push([tape.coords[i] as number, tape.coords[i + 1] as number]);
				return this.through(points, tape.kind[entry] === ENTRY.polygon);
			}
			default:
				return this.path(tape, entry);
		}
	}

	private path(tape: Tape, entry: number): string {
		const letters: Readonly<Record<number, string>> = {
			[PATH.move]: "M",
			[PATH.line]: "L",
			[PATH.quadratic]: "Q",
			[PATH.cubic]: "C",
			[PATH.close]: "Z",
		};
		const steps = pathSteps(tape.coords, tape.at[entry] as number, endOf(tape, entry))?.steps ?? [];
		return steps
			.map(({ kind, at }) => {
				const [x, y, rx, ry, turned, start, sweep] = at as [number, number, number, number, number, number, number];
				if (kind === PATH.arc) return this.arc({ x, y, rx, ry, turned, start, sweep });
				const pairs: string[] = [];
				for (let i = 0; i < at.length; i += 2) pairs.push(this.pair(at[i] as number, at[i + 1] as number));
				return `${letters[kind]}${pairs.join(" ")}`;
			})
			.join("");
	}
}
