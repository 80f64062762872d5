import { IDENTITY, type Matrix, times, translation } from "../../geometry/matrix.ts";
import type { PathBounds } from "../vector/path-bounds.ts";
import { VectorPath } from "../vector/vector-path.ts";
import type { VectorTape } from "../vector/vector-tape.ts";
import type { Cascade, Declarations } from "./cascade.ts";
import { elementsIn, referenceOf, type SvgElement } from "./document.ts";
import { shapePath } from "./shape-paths.ts";
import { shapeValues } from "./shape-values.ts";
import type { Surroundings, SvgHost } from "./svg-host.ts";
import { urlId } from "./svg-style.ts";
import { lengthOf, transformOf } from "./units.ts";

/**
 * What cuts off elements: `clip-path`, and the edges of nested drawings. Each is recorded once where it lies the same.
 */
export class Clips {
	private readonly host: SvgHost;
	private readonly cascade: Cascade;
	private readonly tape: VectorTape;
	private readonly known = new Map<string, number>();
	private readonly open = new Set<SvgElement>();

	constructor(host: SvgHost, cascade: Cascade, tape: VectorTape) {
		this.host = host;
		this.cascade = cascade;
		this.tape = tape;
	}

	/**
	 * An element's clip inside the clip around it: its row, plus one.
	 *
	 * @param bounds the element's box, if it has one
	 */
	of(
		declared: Declarations,
		own: Omit<Surroundings, "style" | "opacity">,
		bounds: () => PathBounds | undefined,
	): number | undefined {
		const { host } = this;
		const written = declared.get("clip-path");
		if (!written || written.value === "none") return own.clip;
		const id = urlId(written.value);
		const clip = id === undefined ? undefined : host.document.ids.get(id);
		const place = host.place(written.from, written.to);
		if (id === undefined) return own.clip;
		if (clip?.name !== "clipPath") {
			host.remark("svg-id-unknown", place, { id });
			return own.clip;
		}
		const inBox = clip.attributes.get("clipPathUnits")?.value === "objectBoundingBox";
		const box = inBox ? bounds() : undefined;
		if (inBox && !box) {
			host.remark("svg-attribute-not-taken", clip.attributes.get("clipPathUnits")?.place ?? clip.place, {
				name: "clipPathUnits",
			});
			return own.clip;
		}
		const base = box ? times(own.map, { a: box.width, b: 0, c: 0, d: box.height, e: box.x, f: box.y }) : own.map;
		if (this.open.has(clip)) return own.clip;
		this.open.add(clip);
		// A clip may itself be cut by another.
		const within = this.of(this.cascade.of(clip), own, bounds);
		this.open.delete(clip);
		return this.recorded(clip, { ...own, map: base, clip: within }, () => this.pathOf(clip, { ...own, map: base }));
	}

	/** The edges of a nested drawing. */
	box(element: SvgElement, own: Surroundings, width: number, height: number): number {
		return this.recorded(element, own, () => {
			const path = new VectorPath();
			path.rect(own.map, 0, 0, width, height);
			return { path, evenOdd: false };
		});
	}

	private recorded(
		element: SvgElement,
		{ map, clip }: Pick<Surroundings, "map" | "clip">,
		made: () => { path: VectorPath; evenOdd: boolean },
	): number {
		const { a, b, c, d, e, f } = map;
		const key = [element.start, a, b, c, d, e, f, clip ?? 0].join(" ");
		const known = this.known.get(key);
		if (known !== undefined) return known;
		const { path, evenOdd } = made();
		const row = this.tape.clip(path, {
			line: element.place.line,
			step: this.host.step(),
			evenOdd,
			within: clip,
		});
		this.known.set(key, row);
		return row;
	}

	/** The shapes of a clip as one path. */
	private pathOf(
		clip: SvgElement,
		{ map, measures }: Pick<Surroundings, "map" | "measures">,
	): { path: VectorPath; evenOdd: boolean } {
		const path = new VectorPath();
		let evenOdd = false;
		const own = this.transformed(clip, map, measures);
		for (const child of elementsIn(clip)) {
			this.host.enters(child);
			const written = referenceOf(child)?.value.trim().slice(1);
			const shape = child.name === "use" ? this.host.document.ids.get(written ?? "") : child;
			if (!shape || this.cascade.of(child).get("display")?.value === "none") continue;
			const at = (name: string, along: "x" | "y") =>
				lengthOf(child.attributes.get(name)?.value ?? "0", measures, along) ?? 0;
			let laid = this.transformed(child, own, measures);
			if (shape !== child)
				laid = this.transformed(shape, times(laid, translation(at("x", "x"), at("y", "y"))), measures);
			const declared = this.cascade.of(shape);
			const made = shapePath(shape.name, laid, shapeValues(shape, declared, measures));
			const rule = declared.get("clip-rule") ?? this.cascade.of(clip).get("clip-rule");
			if (rule?.value === "evenodd") evenOdd = true;
			if (made && shape.name !== "line") path.append(IDENTITY, made);
			else if (shape.name === "text")
				this.host.remark("svg-element-not-taken", shape.place, { name: "text", where: "clipPath" });
		}
		return { path, evenOdd };
	}

	private transformed(element: SvgElement, map: Matrix, measures: Surroundings["measures"]): Matrix {
		const written = this.cascade.of(element).get("transform");
		const own = written && transformOf(written.value, measures);
		return own ? times(map, own) : map;
	}
}
