import { NO_COLOUR, type Rgba } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { determinant, enlargement, IDENTITY, type Matrix, times, translation } from "../../geometry/matrix.ts";
import { ENTRY, type Gradient } from "../../tape/layout.ts";
import { nearest } from "../nearest.ts";
import { laidLine } from "../vector/line-style.ts";
import { boundsOfPath, type PathBounds } from "../vector/path-bounds.ts";
import { faded, laidGradient, meanColour } from "../vector/vector-paint.ts";
import type { VectorPath } from "../vector/vector-path.ts";
import { coversSheet, VectorTape } from "../vector/vector-tape.ts";
import { Cascade, type Declarations } from "./cascade.ts";
import { Clips } from "./clips.ts";
import { elementsIn, referenceOf, type SvgElement } from "./document.ts";
import { gradientOf } from "./gradients.ts";
import { PROPERTIES, PROPERTIES_NOT_TAKEN, WITHOUT_EFFECT } from "./properties.ts";
import { remarkProperty, remarkValue } from "./remarks.ts";
import { shapePath } from "./shape-paths.ts";
import { shapeValues } from "./shape-values.ts";
import { ELEMENT_OF } from "./svg-elements.ts";
import type { Surroundings, SvgHost } from "./svg-host.ts";
import { type SvgPaint, type SvgStyle, styleFrom, USUAL_STYLE } from "./svg-style.ts";
import { laidText, type TextPlaces } from "./text-layout.ts";
import {
	about,
	laidViewBox,
	lengthOf,
	type Measures,
	numbersOf,
	shareOf,
	transformOf,
	type ViewBox,
	viewBoxOf,
} from "./units.ts";

/** Elements whose children are painted as they are. */
const GROUPS: ReadonlySet<string> = new Set(["g", "a"]);

/** Paints a document onto a tape. */
export class SvgPainter {
	private readonly host: SvgHost;
	private readonly cascade: Cascade;
	private readonly tape: VectorTape;
	private readonly clips: Clips;
	private readonly paper: Rgba;

	constructor(host: SvgHost, paper: Rgba) {
		this.host = host;
		this.paper = paper;
		this.tape = new VectorTape(host.writer, host.sheet);
		this.cascade = new Cascade(
			host.document,
			(code, from, to, word) => host.remark(code, host.place(from, to), { word }),
			(element, declared) => remarkValue(host, element, declared),
			host.spend,
		);
		this.clips = new Clips(host, this.cascade, this.tape);
	}

	paint(): void {
		const { root } = this.host.document;
		const { width, height } = this.host.sheet;
		this.host.enters(root);
		const declared = this.cascade.of(root);
		const background = declared.get("background-color") ?? declared.get("background");
		const colour = background && cssColour(background.value);
		if (colour !== undefined && (colour & 255) === 255 && colour !== this.paper) this.cover(root, colour);
		const usual: Surroundings = {
			map: IDENTITY,
			style: USUAL_STYLE,
			measures: { width, height, font: 16 },
			opacity: 1,
			clip: undefined,
			users: [],
		};
		const box = viewBoxOf(root.attributes.get("viewBox")?.value);
		const ratio = root.attributes.get("preserveAspectRatio")?.value;
		const inside: Surroundings = {
			...usual,
			...(box && { map: laidViewBox(box, { width, height }, ratio) }),
			measures: { ...(box ?? { width, height }), font: 16 },
		};
		if (declared.get("display")?.value === "none") return;
		const opacity = opacityOf(declared);
		this.children(root, { ...inside, style: this.styleOf(declared, inside), opacity });
	}

	private cover({ place }: SvgElement, colour: Rgba): void {
		const { writer } = this.host;
		writer.use(-1, 0, colour);
		writer.add(ENTRY.paper, place.line, this.host.step());
	}

	private children(element: SvgElement, around: Surroundings): void {
		for (const child of elementsIn(element)) this.element(child, around);
	}

	private element(element: SvgElement, around: Surroundings): void {
		const { host } = this;
		const spec = ELEMENT_OF.get(element.name);
		const isGroup = GROUPS.has(element.name);
		const isUsed = element.name === "svg" || element.name === "use";
		if (!isGroup && !isUsed && !spec?.draws) return;
		host.enters(element);
		const declared = this.cascade.of(element);
		if (declared.get("display")?.value === "none") return;
		const own = this.surroundingsIn(element, declared, around);
		if (!own) return;
		switch (element.name) {
			case "g":
			case "a":
				this.group(element, own, around);
				return;
			case "svg":
				this.viewport(element, element, own);
				return;
			case "use":
				this.use(element, own);
				return;
			case "text":
				this.text(element, own);
				return;
			case "tspan":
				return;
			default:
				this.shape(element, own, declared);
		}
	}

	/** What holds inside an element; undefined if nothing of it can be seen. */
	private surroundingsIn(element: SvgElement, declared: Declarations, around: Surroundings): Surroundings | undefined {
		if (declared.size === 0) return around;
		const style = this.styleOf(declared, around);
		const measures = style.font === around.measures.font ? around.measures : { ...around.measures, font: style.font };
		const map = declared.has("transform") ? this.transformed(element, declared, { ...around, measures }) : around.map;
		if (map !== around.map && !(Math.abs(determinant(map)) > 0 && Number.isFinite(map.e) && Number.isFinite(map.f)))
			return undefined;
		const clip = declared.has("clip-path")
			? this.clips.of(declared, { ...around, map, measures }, () => this.boundsOf(element, measures))
			: around.clip;
		return { ...around, style, measures, map, clip, opacity: around.opacity * opacityOf(declared) };
	}

	private styleOf(declared: Declarations, { style, measures }: Surroundings): SvgStyle {
		let inherits = false;
		for (const { property, from, to } of declared.values()) {
			if (PROPERTIES[property]?.inherited) inherits = true;
			else if (PROPERTIES_NOT_TAKEN.has(property))
				this.host.remark("svg-property-not-taken", this.host.place(from - property.length, to), { name: property });
			else if (!(property in PROPERTIES) && !WITHOUT_EFFECT.has(property) && !property.startsWith("-"))
				remarkProperty(this.host, property, this.host.place(from - property.length, to));
		}
		if (!inherits) return style;
		return styleFrom(style, (property) => declared.get(property)?.value, measures);
	}

	private transformed(element: SvgElement, declared: Declarations, { map, measures }: Surroundings): Matrix {
		const written = declared.get("transform");
		if (!written) return map;
		const own = transformOf(written.value, measures);
		if (!own) return map;
		const origin = declared.get("transform-origin");
		if (!origin) return times(map, own);
		const box = declared.get("transform-box")?.value === "fill-box" ? this.boundsOf(element, measures) : undefined;
		const [x, y] = originOf(origin.value, box ?? { x: 0, y: 0, ...measures }, measures.font);
		return times(map, about(own, x, y));
	}

	/** The box of a shape in its own coordinates; undefined for what isn't a shape. */
	private boundsOf(element: SvgElement, measures: Measures): PathBounds | undefined {
		const path = shapePath(element.name, IDENTITY, shapeValues(element, this.cascade.of(element), measures));
		return path && boundsOfPath(path);
	}

	private group(element: SvgElement, own: Surroundings, around: Surroundings): void {
		const { writer } = this.host;
		const before = writer.length;
		this.children(element, own);
		if (own.opacity < around.opacity && writer.length > before + 1)
			this.host.remark("svg-opacity-group", element.place, { name: element.name });
	}

	/** A nested drawing, or a symbol, in a viewport of its own. @param sized the element that says how large it is */
	private viewport(element: SvgElement, sized: SvgElement, own: Surroundings): void {
		const { measures } = own;
		const value = (name: string, along: "x" | "y", usual: string) =>
			lengthOf(sized.attributes.get(name)?.value ?? element.attributes.get(name)?.value ?? usual, measures, along) ?? 0;
		const [width, height] = [value("width", "x", "100%"), value("height", "y", "100%")];
		if (!(width > 0 && height > 0)) return;
		// What uses it has moved it by its own x, y already.
		const isOwn = sized === element;
		const [x, y] = isOwn ? [value("x", "x", "0"), value("y", "y", "0")] : [0, 0];
		const box: ViewBox | undefined = viewBoxOf(element.attributes.get("viewBox")?.value);
		const map = times(own.map, translation(x, y));
		const isOpen = this.cascade.of(element).get("overflow")?.value === "visible";
		const clip = isOpen ? own.clip : this.clips.box(element, { ...own, map }, width, height);
		const laid = box
			? times(map, laidViewBox(box, { width, height }, element.attributes.get("preserveAspectRatio")?.value))
			: map;
		const inside = { ...(box ?? { width, height }), font: measures.font };
		this.children(element, { ...own, map: laid, clip, measures: inside });
	}

	private use(element: SvgElement, own: Surroundings): void {
		const { host } = this;
		const written = referenceOf(element);
		const id = written?.value.trim();
		if (!written || !id?.startsWith("#")) {
			host.remark("svg-use-where", written?.place ?? element.place, { value: id ?? "" });
			return;
		}
		const name = id.slice(1);
		const target = host.document.ids.get(name);
		if (!target) {
			this.unknownId(name, written.place);
			return;
		}
		if (own.users.includes(element) || encloses(target, element)) {
			host.remark("svg-use-itself", written.place, { id: name });
			return;
		}
		if (own.users.length >= MOST_USERS)
			host.ends("svg-use-deep", { most: MOST_USERS, first: own.users[0]?.place.line ?? 1 });
		const { measures } = own;
		const at = (of: string, along: "x" | "y") =>
			lengthOf(element.attributes.get(of)?.value ?? "0", measures, along) ?? 0;
		const map = times(own.map, translation(at("x", "x"), at("y", "y")));
		const inside = { ...own, map, users: [...own.users, element] };
		const { writer } = host;
		const before = writer.call;
		writer.add1(ENTRY.callBegin, element.place.line, host.step(), host.routine(name));
		writer.call = writer.length;
		this.used(target, element, inside);
		writer.add(ENTRY.callEnd, element.place.line, host.step());
		writer.call = before;
	}

	/** What is used, in the place of what uses it. */
	private used(target: SvgElement, element: SvgElement, inside: Surroundings): void {
		if (target.name !== "symbol" && target.name !== "svg") {
			this.element(target, inside);
			return;
		}
		this.host.enters(target);
		const declared = this.cascade.of(target);
		const own = this.surroundingsIn(target, declared, inside);
		if (own && declared.get("display")?.value !== "none") this.viewport(target, element, own);
	}

	private unknownId(id: string, place: Parameters<SvgHost["remark"]>[1]): void {
		const near = nearest(id, this.host.document.ids.keys());
		this.host.remark("svg-id-unknown", place, { id, ...(near !== undefined && { near }) });
	}

	private shape(element: SvgElement, own: Surroundings, declared: Declarations): void {
		const { host } = this;
		const { style, map, measures } = own;
		const path = shapePath(element.name, map, shapeValues(element, declared, measures, host));
		if (!path) {
			host.remark("nothing-to-see", element.place, { why: "size" });
			return;
		}
		if (!style.isVisible) return;
		const isLine = element.name === "line";
		const fill = isLine ? UNPAINTED : this.paintFor(style.fill, style.fillOpacity, element, own);
		const ink = style.width > 0 ? this.paintFor(style.stroke, style.strokeOpacity, element, own) : UNPAINTED;
		if (fill.colour === NO_COLOUR && ink.colour === NO_COLOUR) {
			if (own.opacity > 0) host.remark(isLine ? "svg-line-unseen" : "nothing-to-see", element.place, { why: "paint" });
			return;
		}
		const { line } = element.place;
		const step = host.step();
		const isPlain = ink.colour === NO_COLOUR && !fill.gradient && (fill.colour & 255) === 255;
		if (isPlain && own.clip === undefined && coversSheet(path, host.sheet)) {
			this.cover(element, fill.colour);
			return;
		}
		const scale = declared.get("vector-effect")?.value === "non-scaling-stroke" ? 1 : enlargement(map);
		this.tape.draw(
			path,
			{
				fill: fill.colour,
				fillGradient: fill.gradient,
				ink: ink.colour,
				inkGradient: ink.gradient,
				width: ink.colour === NO_COLOUR ? 0 : style.width * scale,
				line: ink.colour === NO_COLOUR ? undefined : laidLine(style.line, scale),
				clip: own.clip,
				...(style.lineFirst && fill.colour !== NO_COLOUR && ink.colour !== NO_COLOUR && { inkUnder: true }),
			},
			{ line, step, evenOdd: style.evenOdd },
		);
		if (this.tape.far) host.remark("drawn-too-far", element.place);
		else this.lookBeside(element, path, style.width * scale);
		this.tape.far = false;
	}

	/** A remark where a shape lies beside the sheet altogether. */
	private lookBeside(element: SvgElement, path: VectorPath, width: number): void {
		const box = boundsOfPath(path);
		if (!box) return;
		const { sheet } = this.host;
		const isBeside =
			box.x + box.width < -width ||
			box.y + box.height < -width ||
			box.x > sheet.width + width ||
			box.y > sheet.height + width;
		if (isBeside) this.host.remark("nothing-to-see", element.place, { why: "sheet" });
	}

	/** A paint as a colour, with its gradient where it is one. */
	private paintFor(
		paint: SvgPaint,
		share: number,
		element: SvgElement,
		own: Surroundings,
	): { colour: Rgba; gradient?: Gradient | undefined } {
		const alpha = share * own.opacity;
		switch (paint.kind) {
			case "none":
				return UNPAINTED;
			case "colour":
				return seen(faded(paint.colour, alpha));
			case "current":
				return seen(faded(own.style.color, alpha));
			default: {
				const { host, cascade } = this;
				const found = gradientOf(
					paint.id,
					{
						document: host.document,
						cascade,
						measures: own.measures,
						bounds: () => this.boundsOf(element, own.measures),
						note: (of, name) =>
							host.remark("svg-attribute-not-taken", of.attributes.get(name)?.place ?? of.place, { name }),
					},
					own.style,
				);
				if (!found) {
					const target = host.document.ids.get(paint.id);
					if (!target) this.unknownId(paint.id, element.place);
					return this.paintFor(paint.otherwise, share, element, own);
				}
				if ("colour" in found) return seen(faded(found.colour, alpha));
				const gradient = laidGradient(found.gradient, times(own.map, found.map), alpha);
				return gradient ? { colour: faded(meanColour(found.gradient.stops), alpha), gradient } : UNPAINTED;
			}
		}
	}

	private text(element: SvgElement, own: Surroundings): void {
		const { host } = this;
		const pieces = laidText(element, (part) =>
			part === element ? this.textPlaces(element, own) : this.innerPlaces(part, own, element),
		);
		for (const { words, x, y, element: of, style, opacity } of pieces) {
			if (!style.isVisible || style.font <= 0) continue;
			const around = { ...own, style, opacity };
			const fill = this.paintFor(style.fill, style.fillOpacity, of, around);
			const ink = fill.colour === NO_COLOUR ? this.paintFor(style.stroke, style.strokeOpacity, of, around) : UNPAINTED;
			if (fill.colour === NO_COLOUR && ink.colour === NO_COLOUR) continue;
			const drawn = this.tape.text(
				words,
				{ map: own.map, x, y: y + style.baseline * style.font, size: style.font, align: 0 },
				{ fill: fill.colour, ink: ink.colour, width: ink.colour === NO_COLOUR ? 0 : style.width, clip: own.clip },
				{ line: of.place.line, step: host.step() },
			);
			if (!drawn) host.remark("drawn-too-far", of.place);
		}
	}

	/** The places and the style of a part of a text, with what it has from those around it. */
	private innerPlaces(part: SvgElement, own: Surroundings, text: SvgElement): TextPlaces | undefined {
		const chain: SvgElement[] = [];
		for (let at: SvgElement | undefined = part; at && at !== text; at = at.parent) chain.unshift(at);
		let around = own;
		for (const of of chain) {
			const declared = this.cascade.of(of);
			if (declared.get("display")?.value === "none") return undefined;
			const style = this.styleOf(declared, around);
			around = { ...around, style, opacity: around.opacity * opacityOf(declared) };
		}
		this.host.enters(part);
		return this.textPlaces(part, around);
	}

	private textPlaces(element: SvgElement, { style, opacity, measures }: Surroundings): TextPlaces {
		const own = { ...measures, font: style.font };
		const list = (name: string, along: "x" | "y"): readonly number[] => {
			const written = element.attributes.get(name)?.value;
			if (written === undefined) return [];
			const { numbers, whole } = numbersOf(written);
			if (whole) return numbers.slice(0, MOST_LETTERS);
			const one = lengthOf(written, own, along);
			return one === undefined ? [] : [one];
		};
		const first = element.name === "text";
		const [x, y] = [list("x", "x"), list("y", "y")];
		return {
			style,
			opacity,
			x: first && x.length === 0 ? [0] : x,
			y: first && y.length === 0 ? [0] : y,
			dx: list("dx", "x"),
			dy: list("dy", "y"),
		};
	}
}

/** Elements that use one another, one inside the other. */
const MOST_USERS = 60;
/** Letters of a text that have places of their own. */
const MOST_LETTERS = 1_000;
const UNPAINTED: { colour: Rgba; gradient?: Gradient | undefined } = { colour: NO_COLOUR };

const seen = (colour: Rgba): { colour: Rgba } => ((colour & 255) === 0 ? UNPAINTED : { colour });

function opacityOf(declared: Declarations): number {
	const written = declared.get("opacity");
	const share = written ? (shareOf(written.value) ?? 1) : 1;
	return Math.max(0, Math.min(1, share));
}

function encloses(outer: SvgElement, inner: SvgElement): boolean {
	for (let at: SvgElement | undefined = inner; at; at = at.parent) if (at === outer) return true;
	return false;
}

/** The point that a transform is done about, as `transform-origin` says (CSS Transforms 1). */
function originOf(text: string, box: PathBounds, font: number): [number, number] {
	const words = text.trim().toLowerCase().split(/\s+/);
	const down = ["top", "bottom"].includes(words[0] as string) || ["left", "right"].includes(words[1] as string);
	const [across = "center", along = "center"] = down ? [words[1], words[0]] : words;
	const share: Readonly<Record<string, string>> = {
		left: "0%",
		top: "0%",
		center: "50%",
		right: "100%",
		bottom: "100%",
	};
	const measures = { width: box.width, height: box.height, font };
	return [
		box.x + (lengthOf(share[across] ?? across, measures, "x") ?? 0),
		box.y + (lengthOf(share[along] ?? along, measures, "y") ?? 0),
	];
}
