import type { Figure } from "../figures/figure.ts";
import { edited } from "../languages/edited.ts";
import type { NumberSite, ProgramSites, Role } from "../languages/sites.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { sheetBounds } from "../tape/layout.ts";
import { written } from "./edits.ts";
import type { Pair, Paired } from "./pairs.ts";

/** Input of a mend: the program's sites, its drawing and the model's, and the effect of small changes. */
export class Look {
	readonly sites: ProgramSites;
	readonly own: ProgramRun;
	readonly model: ProgramRun;
	readonly moments: readonly Paired[];
	/** Runs a changed program; undefined if it can't be read, or where no more runs are left. */
	private readonly again: (source: string) => ProgramRun | undefined;
	private readonly near: ReadonlySet<number>;
	private readonly known = new Map<number, readonly number[]>();

	constructor(
		sites: ProgramSites,
		of: {
			readonly own: ProgramRun;
			readonly model: ProgramRun;
			readonly moments: readonly Paired[];
			/** The statements on which what was missed depends, by index. */
			readonly near: ReadonlySet<number>;
			readonly again: (source: string) => ProgramRun | undefined;
		},
	) {
		this.sites = sites;
		this.own = of.own;
		this.model = of.model;
		this.moments = of.moments;
		this.near = of.near;
		this.again = of.again;
	}

	get pairs(): readonly Pair[] {
		return this.moments.flatMap((m) => m.pairs);
	}

	/** Wanted figures, those that weren't found too. */
	get wanted(): readonly Figure[] {
		return this.moments.flatMap((m) => [...m.pairs.map((p) => p.wanted), ...m.gone.map((g) => g.wanted)]);
	}

	/** By how much the wanted figures of one name differ from one to the next, in place and size, each once. */
	get steps(): number[] {
		const found = new Set<number>();
		for (const { slots } of this.model.scene.matches.values()) {
			const figures = slots.filter((f) => f !== undefined).sort((a, b) => a.index - b.index);
			figures.slice(1, 4).forEach((f, i) => {
				const before = figures[i] as Figure;
				const [x, y] = [0, 1].map((k) => (f.centre[k] as number) - (before.centre[k] as number));
				for (const by of [x as number, y as number, f.width - before.width, f.height - before.height])
					if (Math.abs(by) > 0.4) found.add(Math.round(by * 100) / 100);
			});
		}
		return [...found].slice(0, 6);
	}

	/** Corners of wanted figures that weren't found: a place that is written as a number may be one of them. */
	private get corners(): Figure["points"] {
		return this.moments.flatMap((m) => m.gone.flatMap((g) => g.wanted.points)).slice(0, 12);
	}

	get sheet(): { readonly left: number; readonly low: number; readonly right: number; readonly high: number } {
		return sheetBounds(this.own.sheet);
	}

	/** The wanted figures' colours for one use, each once, those that the found figures don't have first. */
	colours(role: Role): number[] {
		if (role === "paper colour") return [this.model.drawing.paper];
		const part = role === "fill colour" ? "fill" : "outline";
		const wrong = this.pairs.filter(({ wanted, found }) => wanted[part] !== found[part]).map((p) => p.wanted[part]);
		return [...new Set([...wrong, ...this.wanted.map((f) => f[part])])];
	}

	/** The numbers of the wanted figures for one use. */
	numbers(role: Role): number[] {
		const of = (pick: (figure: Figure) => readonly number[]) => this.wanted.flatMap(pick);
		switch (role) {
			case "x":
			case "y":
				return this.corners.map((point) => point[role === "x" ? 0 : 1]);
			case "turn":
				return of((f) => [...f.turns.map(Math.abs), ...f.angles.map((a) => 180 - a)]);
			case "length":
				return of((f) => f.sides);
			case "line width":
				return of((f) => [f.outlineWidth]);
			case "corners":
				return of((f) => [f.star?.points ?? f.points.length]);
			case "sweep":
				return of((f) => (f.bend ? [Math.abs(f.bend.sweep)] : []));
			case "radius":
				return of((f) => [f.width / 2]);
			case "diameter":
				return of((f) => [f.width]);
			case "width":
				return of((f) => [f.width]);
			case "height":
				return of((f) => (f.lettering ? [f.lettering.size] : [f.height]));
			case "rotation":
				return of((f) => [f.rotation]);
			case "count":
				return [
					...of((f) => [f.sides.length]),
					...[...this.model.scene.matches.values()].map(({ slots }) => slots.length),
				];
			default:
				return [];
		}
	}

	/**
	 * Values of a number that would give the wanted drawing, most likely first. The program runs with a slightly
	 * changed number, and the wanted change is extrapolated: one step of Newton's method, exact if the drawing depends
	 * linearly on the number.
	 */
	needed(site: NumberSite): readonly number[] {
		const known = this.known.get(site.start);
		if (known) return known;
		// Elsewhere the drawing doesn't depend on it in what was missed.
		const needed = this.near.has(site.statement) ? this.solve(site) : [];
		this.known.set(site.start, needed);
		return needed;
	}

	private solve({ start, end, value }: NumberSite): number[] {
		const by = stepFor(Math.abs(value));
		return this.solveFor((tried) => edited(this.sites.source, [{ start, end, text: written(tried) }]), value, by);
	}

	/**
	 * The same for a value that isn't in the program yet.
	 *
	 * @param write the program with a value in it; with `value` it draws what the program draws
	 * @param by how far the value is changed
	 */
	solveFor(write: (value: number) => string, value: number, by: number): number[] {
		const other = this.again(write(value + by));
		if (!other) return [];
		const votes = new Map<number, number>();
		for (const { scene, pairs } of this.moments) {
			const now = sceneLike(other, scene.drawing.figures.length, scene === this.own.scene ? undefined : frameOf(scene));
			if (!now) continue;
			for (const { found, wanted } of pairs) {
				const moved = now[found.index];
				if (!moved) continue;
				const [was, is, due] = [measures(found), measures(moved), measures(wanted)];
				was.forEach((before, i) => {
					const change = ((is[i] as number) - before) / by;
					const off = (due[i] as number) - before;
					if (Math.abs(change) < 1e-4 || Math.abs(off) < 0.4 || !Number.isFinite(off)) return;
					const needs = Math.round((value + off / change) * 1e3) / 1e3;
					votes.set(needs, (votes.get(needs) ?? 0) + 1);
				});
			}
		}
		return merged(votes).slice(0, 4);
	}
}

function stepFor(size: number): number {
	if (size >= 10) return 1;
	return size >= 1 ? 0.25 : 0.01;
}

/** What of a figure may depend on a number. */
function measures(f: Figure): number[] {
	const { left, right, low, high } = f.bounds;
	const line = [f.outline === -1 ? 0 : f.outlineWidth, f.lettering?.size ?? 0];
	return [left, right, low, high, f.centre[0], f.centre[1], f.width, f.height, f.perimeter, f.rotation, ...line];
}

const frameOf = ({ drawing, tape }: Paired["scene"]): number =>
	tape.frame[drawing.figures.at(-1)?.entries[0] ?? 0] ?? 1;

/** The figures of another run at the same moment, where there are as many. */
function sceneLike(run: ProgramRun, many: number, frame: number | undefined): readonly Figure[] | undefined {
	const scene = frame === undefined ? run.scene : run.at({ frame })[0]?.scene;
	return scene && scene.drawing.figures.length === many ? scene.drawing.figures : undefined;
}

/** The values voted for, most votes first; of values that are nearly the same the roundest. */
function merged(votes: ReadonlyMap<number, number>): number[] {
	const groups: { value: number; votes: number }[] = [];
	for (const [value, count] of [...votes].sort((a, b) => b[1] - a[1] || a[0] - b[0])) {
		const near = groups.find((g) => Math.abs(g.value - value) <= Math.max(0.6, Math.abs(value) * 0.004));
		if (!near) groups.push({ value, votes: count });
		else {
			near.votes += count;
			if (roundness(value) > roundness(near.value)) near.value = value;
		}
	}
	return groups.sort((a, b) => b.votes - a.votes).map(({ value }) => nearestRound(value));
}

/** How round a number is: the places that end in zeros, by fives and tens. */
export function roundness(value: number): number {
	for (const [level, unit] of [100, 50, 10, 5, 1, 0.5, 0.25].entries())
		if (Math.abs(value / unit - Math.round(value / unit)) < 1e-6) return 7 - level;
	return 0;
}

/** A number that comes from measuring, as a person would have written it. */
function nearestRound(value: number): number {
	const whole = Math.round(value);
	if (Math.abs(value - whole) <= Math.min(0.3, Math.abs(value) * 0.004)) return whole;
	return Math.round(value * 100) / 100;
}
