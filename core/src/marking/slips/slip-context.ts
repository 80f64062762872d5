import type { Figure } from "../../figures/figure.ts";
import { leastCost } from "../../geometry/assignment.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { sheetBounds } from "../../tape/layout.ts";
import type { Aspect } from "../aspects.ts";
import { checkOf } from "../checks/index.ts";
import type { Marked } from "../judge.ts";
import { type CriterionOrGroup, innerOf } from "../marking-spec.ts";
import { sameColour } from "../paint-words.ts";
import { creditOf } from "../points.ts";
import type { ProgramRun, Scene } from "../scene.ts";

/** A wanted figure, as the model draws it, with what was taken for it. */
export interface Pair {
	readonly name: string;
	/** Which of its name, from 0. */
	readonly slot: number;
	readonly wanted: Figure;
	readonly found: Figure;
	/** Found only by its place or size: the marking didn't take it for the wanted one. */
	readonly loose: boolean;
}

/** Wanted figures of one name in the order in which the model draws them, with as many found ones in drawing order. */
export interface Row {
	readonly name: string;
	readonly wanted: readonly Figure[];
	readonly found: readonly Figure[];
}

/** All that slips look at: the program's run beside the model's, and what was missed. */
export class SlipContext {
	readonly own: ProgramRun;
	readonly model: ProgramRun;
	readonly scene: Scene;
	readonly modelScene: Scene;
	readonly pairs: readonly Pair[];
	/** Wanted figures for which nothing was found. */
	readonly gone: readonly { readonly name: string; readonly wanted: Figure }[];
	/** Figures that were taken for nothing. */
	readonly extra: readonly Figure[];
	/** Criteria that aren't met, and those that wait for them. */
	readonly missed: readonly {
		readonly id: string;
		readonly check: string;
		readonly aspects: readonly Aspect[];
		readonly names: readonly string[];
		readonly figures: readonly number[];
	}[];
	private readonly second: Scene | undefined;
	private readonly missedAspects: ReadonlySet<Aspect>;
	readonly position: number;
	readonly size: number;
	readonly angle: number;

	constructor(own: ProgramRun, model: ProgramRun, marked: Marked) {
		this.own = own;
		this.model = model;
		this.missed = marked.judged.flatMap((one) => {
			const { criterion, judgement, score } = one;
			// One that only waits for half of the points has nothing to explain.
			if (score.verdict === "met" || judgement.waits || creditOf(one) >= 1 - 1e-9) return [];
			const all = "check" in criterion && criterion.check !== undefined ? [criterion] : innerOf(criterion);
			return all.map((c) => ({
				id: criterion.id,
				check: c.check,
				aspects: checkOf(c.check).about(c),
				names: namesOf(c),
				figures: judgement.findings.flatMap((f) => (f.met ? [] : (f.figure ?? []))),
			}));
		});
		this.missedAspects = new Set(this.missed.flatMap((m) => m.aspects));
		// What moves is compared where it begins: later frames depend on all before.
		const moves = model.framesAsked > 0;
		this.scene = moves ? (own.at("first frame")[0]?.scene ?? own.scene) : own.scene;
		this.modelScene = moves ? (model.at("first frame")[0]?.scene ?? model.scene) : model.scene;
		const { position, size, angle } = own.spec.tolerances;
		[this.position, this.size, this.angle] = [Math.max(position, 0.5), Math.max(size, 0.5), Math.max(angle, 0.5)];
		// What the first frame doesn't draw yet, since its paint is set too late, the second may.
		this.second = moves ? own.at({ frame: 2 })[0]?.scene : undefined;
		const { pairs, gone, extra } = this.paired();
		[this.pairs, this.gone, this.extra] = [pairs, gone, extra];
	}

	/** Whether anything that isn't met is about one of some aspects. */
	isMissed(about: readonly Aspect[]): boolean {
		return about.some((a) => this.missedAspects.has(a));
	}

	/** Ids of the criteria that aren't met and speak of an aspect; of figures too, where some are named. */
	idsAbout(about: readonly Aspect[], figures: readonly number[]): string[] {
		const names = new Set(this.pairs.filter((p) => figures.includes(p.found.index)).map((p) => p.name));
		const fits = this.missed.filter(({ check, aspects, figures: own, names: of }) => {
			if (!aspects.some((a) => about.includes(a))) return false;
			if (check === "sheet" && aspects.includes("paper") && figures.length > 0) return false;
			if (figures.length === 0 || of.length === 0) return true;
			return own.some((f) => figures.includes(f)) || of.some((n) => names.has(n));
		});
		return [...new Set(fits.map((m) => m.id))];
	}

	private paired(): { pairs: Pair[]; gone: { name: string; wanted: Figure }[]; extra: Figure[] } {
		const pairs: Pair[] = [];
		const gone: { name: string; wanted: Figure }[] = [];
		const used = new Set<Figure>();
		for (const [name, { slots }] of this.modelScene.matches) {
			const foundIn = (scene: Scene | undefined) =>
				(scene?.matches.get(name)?.slots ?? []).filter((f) => f !== undefined);
			const first = foundIn(this.scene);
			const own = first.length === 0 ? foundIn(this.second) : first;
			const wanted = slots.filter((f) => f !== undefined);
			for (const f of own) used.add(f);
			this.assigned(wanted, own).forEach((found, slot) => {
				if (found) pairs.push({ name, slot, wanted: wanted[slot] as Figure, found, loose: false });
				else gone.push({ name, wanted: wanted[slot] as Figure });
			});
		}
		const extra = this.scene.drawing.figures.filter((f) => !used.has(f));
		const left = [...extra];
		const missing = gone.filter(({ name, wanted }, i) => {
			const at = left.findIndex((f) => this.couldBe(f, wanted));
			if (at < 0) return true;
			pairs.push({ name, slot: i, wanted, found: left.splice(at, 1)[0] as Figure, loose: true });
			return false;
		});
		// The only one of its kind that is left, on both sides, was meant, wherever it is.
		const kindOf = (f: Figure) => f.kinds[0];
		const lost = missing.filter(({ name, wanted }, i) => {
			const alike = left.filter((f) => kindOf(f) === kindOf(wanted));
			const [only] = alike;
			if (!only || alike.length > 1 || missing.filter((m) => kindOf(m.wanted) === kindOf(wanted)).length > 1)
				return true;
			left.splice(left.indexOf(only), 1);
			pairs.push({ name, slot: i, wanted, found: only, loose: true });
			return false;
		});
		return { pairs, gone: lost, extra: left };
	}

	/**
	 * For each wanted figure of a name the found one that is likest, each taken once; in drawing order where all are
	 * equally like.
	 */
	private assigned(wanted: readonly Figure[], found: readonly Figure[]): (Figure | undefined)[] {
		if (wanted.length <= 1 || wanted.length > 60) return wanted.map((_, i) => found[i]);
		const { width, height } = this.own.sheet;
		const across = distance(0, 0, width, height);
		const cost = (w: Figure, f: Figure, i: number, j: number) => {
			const place = distance(w.centre[0], w.centre[1], f.centre[0], f.centre[1]) / across;
			const size = (Math.abs(w.width - f.width) + Math.abs(w.height - f.height)) / across;
			const paint = (sameColour(w.fill, f.fill) ? 0 : 0.02) + (sameColour(w.outline, f.outline) ? 0 : 0.02);
			return place + size + paint + Math.abs(i - j) * 0.003;
		};
		const table = wanted.map((w, i) => [...found.map((f, j) => cost(w, f, i, j)), ...wanted.map(() => 10)]);
		return leastCost(table).map((column) => found[column]);
	}

	/** Whether a figure that wasn't taken could have been meant: it is where the wanted one is, in its size or paint. */
	private couldBe(found: Figure, wanted: Figure): boolean {
		const near = this.near(found.centre, wanted.centre, 2);
		const size =
			Math.abs(found.width - wanted.width) <= 2 * this.size && Math.abs(found.height - wanted.height) <= 2 * this.size;
		const paint = sameColour(found.fill, wanted.fill) && sameColour(found.outline, wanted.outline);
		const walked =
			wanted.closed &&
			found.turns.length > 0 &&
			paint &&
			(!found.closed || Math.abs(found.sides.length - wanted.sides.length) <= 1);
		return (near && (size || paint)) || (size && paint) || walked;
	}

	/** Names with several figures, each with what was found of them, both in drawing order. */
	rows(least: number): Row[] {
		const rows: Row[] = [];
		for (const [name, { slots }] of this.modelScene.matches) {
			const byIndex = (a: Figure, b: Figure) => a.index - b.index;
			const wanted = slots.filter((f) => f !== undefined).sort(byIndex);
			const found = (this.scene.matches.get(name)?.slots ?? []).filter((f) => f !== undefined).sort(byIndex);
			if (wanted.length >= least && found.length === wanted.length) rows.push({ name, wanted, found });
		}
		return rows;
	}

	/** Whether two points are one within the tolerance for places. */
	near(a: Point, b: Point, times = 1): boolean {
		return distance(a[0], a[1], b[0], b[1]) <= times * this.position;
	}

	isPlaced({ found, wanted }: Pick<Pair, "found" | "wanted">): boolean {
		return this.near(found.centre, wanted.centre);
	}

	isSized({ found, wanted }: Pick<Pair, "found" | "wanted">): boolean {
		return Math.abs(found.width - wanted.width) <= this.size && Math.abs(found.height - wanted.height) <= this.size;
	}

	/** Pairs of the right size in the wrong place. */
	get misplaced(): Pair[] {
		return this.pairs.filter((p) => this.isSized(p) && !this.isPlaced(p));
	}

	get sheet(): { readonly width: number; readonly height: number; readonly centred: boolean; readonly middle: Point } {
		const { width, height, origin } = this.own.sheet;
		const { left, right, low, high } = sheetBounds(this.own.sheet);
		return { width, height, centred: origin === "centre", middle: [(left + right) / 2, (low + high) / 2] };
	}

	/** The corner with the smallest x and y. */
	corner({ bounds }: Figure): Point {
		return [bounds.left, bounds.low];
	}
}

function namesOf(asked: CriterionOrGroup): string[] {
	const names: string[] = [];
	const walk = (value: unknown, key: string): void => {
		if (typeof value === "string" && ["of", "to", "from", "first", "then", "as", "not as"].includes(key))
			names.push(value);
		else if (Array.isArray(value)) for (const item of value) walk(item, key);
		else if (value !== null && typeof value === "object") for (const [k, v] of Object.entries(value)) walk(v, k);
	};
	for (const [key, value] of Object.entries(asked))
		if (["of", "to", "from", "first", "then", "as", "not as", "moves", "more than", "less than"].includes(key))
			walk(value, key);
	return names.filter((n) => n !== "everything" && n !== "run" && n !== "sheet" && n !== "each other");
}
