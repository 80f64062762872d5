import { LINE_CAPS, LINE_JOINS, METHODS, OP, TEXT_ALIGNS, TEXT_BASELINES, UNRECORDED } from "./canvas-methods.ts";
import { HELPERS, PLACE } from "./prelude-names.ts";
import { PAGE } from "./prelude-page.ts";

/** Doubles that are gathered before the host is asked to take them. */
export const LOG_LENGTH = 16_384;
/** What the log holds at first, so that it can be found in memory. */
export const LOG_MARK: readonly number[] = Object.freeze(
	[1, 2, 3, 4, 5, 6, 7, 8].map((n) => n * 1.2345678901e-7 + 98_765.4321),
);
/** The longest record, in doubles. */
const LONGEST = 80;
/** Numbers of a dash pattern that are kept. */
const MAX_DASHES = 32;

const INDEX_OF = (words: readonly string[]) => JSON.stringify(Object.fromEntries(words.map((word, i) => [word, i])));

/** A method that takes numbers, written out: a call is a few stores into the log. */
function methodSource({ name, op, values, least, ofPath }: (typeof METHODS)[number], target: string): string {
	if (target === "this.#id" && !ofPath) return "";
	const names = values.map((_, i) => `v${i}`);
	const numbers = values.map(({ name: value }, i) =>
		value === "anticlockwise" ? `v${i} = v${i} ? 1 : 0;` : `v${i} = +v${i};`,
	);
	const finite =
		names.length === 0
			? ""
			: `if (!(${names.map((v) => `${v} - ${v}`).join(" + ")} === 0)) return ignored(${JSON.stringify(name)});`;
	const count =
		least === 0 ? "" : `if (arguments.length < ${least}) tooFew(${JSON.stringify(name)}, ${least}, arguments.length);`;
	const before = { save: "this.#save();", restore: "this.#restore();", reset: "this.#reset();" }[name as "save"] ?? "";
	const negative = { arc: "v2", ellipse: "Math_min(v2, v3)", arcTo: "v4" }[name as "arc"];
	const radius = negative ? `if (${negative} < 0) negativeRadius(${JSON.stringify(name)}, ${negative});` : "";
	return `${name}(${names.join(", ")}) {
		${count} ${numbers.join(" ")} ${finite} ${radius} ${before}
		const i = log[0];
		log[i] = ${op}; log[i + 1] = ${PLACE}; log[i + 2] = ${target};
		${names.map((v, k) => `log[i + ${k + 3}] = ${v};`).join(" ")}
		if ((log[0] = i + ${names.length + 3}) > last) flush();
	}`;
}

const numberSetting = (name: string, op: number, fits: string) => `
	get ${name}() { return this.#state.${name}; }
	set ${name}(value) { const v = +value; if (!(v - v === 0) || !(${fits})) return; this.#state.${name} = v; put(${op}, v); }`;

const wordSetting = (name: string, op: number, words: readonly string[]) => `
	get ${name}() { return this.#state.${name}; }
	set ${name}(value) { const i = ${INDEX_OF(words)}["" + value]; if (i === undefined) return; this.#state.${name} = "" + value; put(${op}, i); }`;

const paintSetting = (name: string, op: number) => `
	get ${name}() { return this.#state.${name}; }
	set ${name}(value) {
		if (value instanceof CanvasGradient) { this.#state.${name} = value; put(${op}, 1, gradientId(value)); return; }
		if (value instanceof CanvasPattern) { unrecorded("createPattern"); return; }
		const text = normalColour("" + value);
		if (text === undefined) { log2(${OP.ignored}, intern(${JSON.stringify(name)} + " " + value)); return; }
		this.#state.${name} = text; put(${op}, 0, intern(text));
	}`;

/**
 * What is there for a program: the canvas with its context, a page around it, time that is counted, and chance from
 * the seed. It is evaluated once in a fresh sandbox, which is then kept as it is. \`host\` has the few functions that
 * leave the sandbox; everything drawn goes into \`log\`, which the host reads from memory: log[0] is where it ends.
 */
export const PRELUDE = `
 let ${PLACE} = 0, ${HELPERS.temporary}, ${HELPERS.call}, ${HELPERS.callEnd}, ${HELPERS.watch};
(function (host) {
"use strict";
const { abs: Math_abs, min: Math_min, floor: Math_floor } = Math;
const hostIntern = host.intern, hostFlush = host.flush, hostColour = host.colour, hostAsk = host.ask, hostFont = host.font;
const log = new Float64Array(${LOG_LENGTH});
/** What is gathered goes to the host once the log ends beyond this: at once where it is 0. */
 let last = ${LOG_LENGTH - LONGEST};
${LOG_MARK.map((mark, i) => `log[${i}] = ${mark};`).join(" ")}
function flush() { hostFlush(); log[0] = 1; }
function put(op, a, b) {
	const i = log[0];
	log[i] = op; log[i + 1] = ${PLACE}; log[i + 2] = 0; log[i + 3] = a; log[i + 4] = b === undefined ? 0 : b;
	if ((log[0] = i + 5) > last) flush();
}
function log2(op, a) { put(op, a, 0); }
const ids = Object.create(null);
 let interned = 0;
function intern(text) {
	let id = ids[text];
	if (id === undefined) { id = hostIntern(text); ids[text] = id; }
	return id;
}
function unrecorded(name) { put(${OP.unrecorded}, ${INDEX_OF(UNRECORDED)}[name], 0); }
function ignored(name) { put(${OP.ignored}, intern(name), 0); }
function tooFew(name, least, found) {
	throw new TypeError(name + ": " + least + " arguments required, but only " + found + " present");
}
function negativeRadius(name, value) { throw new RangeError(name + ": the radius " + value + " is negative"); }
const colours = Object.create(null);
function normalColour(text) {
	let known = colours[text];
	if (known === undefined) { known = hostColour(text); known = known === "" ? null : known; colours[text] = known; }
	return known === null ? undefined : known;
}
 let objects = 0;
const gradientIds = new WeakMap();
const hiddenGet = WeakMap.prototype.get, hiddenSet = WeakMap.prototype.set, apply = Reflect.apply;
function gradientId(gradient) { return apply(hiddenGet, gradientIds, [gradient]); }
class CanvasGradient {
	constructor() { if (${PLACE} !== -1) throw new TypeError("Illegal constructor"); }
	addColorStop(offset, colour) {
		if (arguments.length < 2) tooFew("addColorStop", 2, arguments.length);
		const at = +offset;
		if (!(at >= 0 && at <= 1)) throw new RangeError("addColorStop: the offset " + offset + " is not between 0 and 1");
		const text = normalColour("" + colour);
		if (text === undefined) throw new SyntaxError("addColorStop: " + colour + " is no colour");
		const i = log[0];
		log[i] = ${OP.colorStop}; log[i + 1] = ${PLACE}; log[i + 2] = gradientId(this); log[i + 3] = at; log[i + 4] = intern(text);
		if ((log[0] = i + 5) > last) flush();
	}
}
class CanvasPattern { setTransform() {} }
function newGradient(op, values) {
	for (let k = 0; k < values.length; k++) {
		values[k] = +values[k];
		if (!(values[k] - values[k] === 0)) throw new TypeError("createGradient: a value is no number");
	}
	const before = ${PLACE}; ${PLACE} = -1; const gradient = new CanvasGradient(); ${PLACE} = before;
	const id = ++objects;
	apply(hiddenSet, gradientIds, [gradient, id]);
	const i = log[0];
	log[i] = op; log[i + 1] = ${PLACE}; log[i + 2] = id;
	for (let k = 0; k < values.length; k++) log[i + 3 + k] = values[k];
	if ((log[0] = i + 3 + values.length) > last) flush();
	return gradient;
}
function matrixOf(given, name) {
	if (given === undefined || given === null) return [1, 0, 0, 1, 0, 0];
	if (typeof given !== "object") throw new TypeError(name + ": this is no matrix");
	const of = (short, long, usual) => { const v = given[short] !== undefined ? given[short] : given[long]; return v === undefined ? usual : +v; };
	return [of("a", "m11", 1), of("b", "m12", 0), of("c", "m21", 0), of("d", "m22", 1), of("e", "m41", 0), of("f", "m42", 0)];
}
class DOMPoint { constructor(x = 0, y = 0, z = 0, w = 1) { this.x = x; this.y = y; this.z = z; this.w = w; } }
class DOMMatrix {
	constructor(init) {
		const v = init && init.length === 6 ? init : [1, 0, 0, 1, 0, 0];
		this.a = v[0]; this.b = v[1]; this.c = v[2]; this.d = v[3]; this.e = v[4]; this.f = v[5];
	}
	multiply(o) {
		return new DOMMatrix([this.a * o.a + this.c * o.b, this.b * o.a + this.d * o.b, this.a * o.c + this.c * o.d,
			this.b * o.c + this.d * o.d, this.a * o.e + this.c * o.f + this.e, this.b * o.e + this.d * o.f + this.f]);
	}
	translate(x = 0, y = 0) { return this.multiply(new DOMMatrix([1, 0, 0, 1, x, y])); }
	scale(x = 1, y = x) { return this.multiply(new DOMMatrix([x, 0, 0, y, 0, 0])); }
	rotate(degrees = 0) { const r = degrees * Math.PI / 180, c = Math.cos(r), s = Math.sin(r); return this.multiply(new DOMMatrix([c, s, -s, c, 0, 0])); }
	transformPoint(p) { return new DOMPoint(this.a * p.x + this.c * p.y + this.e, this.b * p.x + this.d * p.y + this.f); }
}
function radiiOf(given, name) {
	const list = given === undefined ? [0] : typeof given === "object" && given !== null && typeof given.length === "number" ? given : [given];
	if (list.length < 1 || list.length > 4) throw new RangeError(name + ": give one to four radii");
	const all = [];
	for (let k = 0; k < list.length; k++) {
		const r = list[k];
		const pair = typeof r === "object" && r !== null ? [+(r.x === undefined ? 0 : r.x), +(r.y === undefined ? 0 : r.y)] : [+r, +r];
		if (pair[0] < 0 || pair[1] < 0) negativeRadius(name, pair[0] < 0 ? pair[0] : pair[1]);
		all[k] = pair;
	}
	const [a, b = a, c = a, d = b] = all;
	return [a[0], a[1], b[0], b[1], c[0], c[1], d[0], d[1]];
}
function roundRect(target, given, count, x, y, w, h, radii) {
	if (count < 4) tooFew("roundRect", 4, count);
	const v = [+x, +y, +w, +h, ...radiiOf(radii, "roundRect")];
	for (let k = 0; k < 12; k++) if (!(v[k] - v[k] === 0)) return ignored("roundRect");
	const i = log[0];
	log[i] = ${OP.roundRect}; log[i + 1] = ${PLACE}; log[i + 2] = target;
	for (let k = 0; k < 12; k++) log[i + 3 + k] = v[k];
	if ((log[0] = i + 15) > last) flush();
}
class Path2D {
	#id;
	constructor(from) {
		this.#id = ++objects;
		const path = from instanceof Path2D ? from.#id : 0;
		const text = path === 0 && from !== undefined ? intern("" + from) : -1;
		const i = log[0];
		log[i] = ${OP.newPath}; log[i + 1] = ${PLACE}; log[i + 2] = this.#id; log[i + 3] = path; log[i + 4] = text;
		if ((log[0] = i + 5) > last) flush();
	}
	addPath(path, given) {
		if (!(path instanceof Path2D)) throw new TypeError("addPath: give a Path2D");
		const m = matrixOf(given, "addPath");
		const i = log[0];
		log[i] = ${OP.addPath}; log[i + 1] = ${PLACE}; log[i + 2] = this.#id; log[i + 3] = path.#id;
		for (let k = 0; k < 6; k++) log[i + 4 + k] = m[k];
		if ((log[0] = i + 10) > last) flush();
	}
	roundRect(x, y, w, h, radii) { roundRect(this.#id, this, arguments.length, x, y, w, h, radii); }
	${METHODS.map((m) => methodSource(m, "this.#id")).join("\n")}
	static id(path) { return path.#id; }
}
const pathId = Path2D.id;
delete Path2D.id;
function usual() {
	return { fillStyle: "#000000", strokeStyle: "#000000", lineWidth: 1, lineCap: "butt", lineJoin: "miter", miterLimit: 10,
		lineDashOffset: 0, globalAlpha: 1, font: "10px sans-serif", textAlign: "start", textBaseline: "alphabetic", dash: [],
		filter: "none", shadowBlur: 0, shadowColor: "rgba(0, 0, 0, 0)", shadowOffsetX: 0, shadowOffsetY: 0,
		globalCompositeOperation: "source-over", imageSmoothingEnabled: true, direction: "inherit" };
}
function ruleAndPath(a, b, name) {
	const path = a instanceof Path2D ? pathId(a) : 0;
	const rule = path ? b : a;
	if (rule !== undefined && rule !== "nonzero" && rule !== "evenodd") throw new TypeError(name + ': the rule is "nonzero" or "evenodd"');
	return [rule === "evenodd" ? 1 : 0, path];
}
function emptyImage(width, height) {
	const w = Math_min(64, Math_abs(+width) | 0), h = Math_min(64, Math_abs(+height) | 0);
	return { width: w, height: h, data: new Uint8ClampedArray(w * h * 4) };
}
class CanvasRenderingContext2D {
	#state = usual();
	#saved = [];
	#depth = 0;
	constructor(canvas) { if (${PLACE} !== -1) throw new TypeError("Illegal constructor"); this.#canvas = canvas; }
	#canvas;
	get canvas() { return this.#canvas; }
	#save() { this.#saved[this.#depth++] = { ...this.#state }; }
	#restore() { if (this.#depth > 0) this.#state = this.#saved[--this.#depth]; }
	#reset() { this.#state = usual(); this.#depth = 0; this.#saved = []; }
	static cleared(context) { context.#reset(); }
	getContextAttributes() { return { alpha: true, colorSpace: "srgb", desynchronized: false, willReadFrequently: false }; }
	isContextLost() { return false; }
	${METHODS.map((m) => methodSource(m, "0")).join("\n")}
	roundRect(x, y, w, h, radii) { roundRect(0, this, arguments.length, x, y, w, h, radii); }
	fill(a, b) { const v = ruleAndPath(a, b, "fill"); put(${OP.fill}, v[0], v[1]); }
	clip(a, b) { const v = ruleAndPath(a, b, "clip"); put(${OP.clip}, v[0], v[1]); }
	stroke(a) {
		if (a !== undefined && !(a instanceof Path2D)) throw new TypeError("stroke: give a Path2D, or nothing");
		put(${OP.stroke}, 0, a === undefined ? 0 : pathId(a));
	}
	setTransform(a, b, c, d, e, f) {
		const v = typeof a === "object" || a === undefined ? matrixOf(a, "setTransform") : [+a, +b, +c, +d, +e, +f];
		if (typeof a !== "object" && a !== undefined && arguments.length < 6) tooFew("setTransform", 6, arguments.length);
		for (let k = 0; k < 6; k++) if (!(v[k] - v[k] === 0)) return ignored("setTransform");
		const i = log[0];
		log[i] = ${OP.setTransform}; log[i + 1] = ${PLACE}; log[i + 2] = 0;
		for (let k = 0; k < 6; k++) log[i + 3 + k] = v[k];
		if ((log[0] = i + 9) > last) flush();
	}
	getTransform() { flush(); return new DOMMatrix([0, 1, 2, 3, 4, 5].map((k) => hostAsk(0, k, 0, 0))); }
	isPointInPath(a, b, c, d) {
		flush();
		return a instanceof Path2D ? hostAsk(1, +b, +c, d === "evenodd" ? 1 : 0, pathId(a)) === 1 : hostAsk(1, +a, +b, c === "evenodd" ? 1 : 0, 0) === 1;
	}
	isPointInStroke(a, b, c) {
		flush();
		return a instanceof Path2D ? hostAsk(2, +b, +c, 0, pathId(a)) === 1 : hostAsk(2, +a, +b, 0, 0) === 1;
	}
	measureText(text) {
		flush();
		const id = intern("" + text);
		const at = (k) => hostAsk(3, id, k, 0);
		return { width: at(0), actualBoundingBoxLeft: at(1), actualBoundingBoxRight: at(2), actualBoundingBoxAscent: at(3),
			actualBoundingBoxDescent: at(4), fontBoundingBoxAscent: at(3), fontBoundingBoxDescent: at(4), emHeightAscent: at(3), emHeightDescent: at(4) };
	}
	#text(op, name, count, text, x, y, most) {
		if (count < 3) tooFew(name, 3, count);
		const v = [+x, +y, most === undefined ? -1 : +most];
		if (!(v[0] - v[0] + (v[1] - v[1]) + (v[2] - v[2]) === 0)) return ignored(name);
		const i = log[0];
		log[i] = op; log[i + 1] = ${PLACE}; log[i + 2] = 0; log[i + 3] = intern("" + text); log[i + 4] = v[0]; log[i + 5] = v[1]; log[i + 6] = v[2];
		if ((log[0] = i + 7) > last) flush();
	}
	fillText(text, x, y, most) { this.#text(${OP.fillText}, "fillText", arguments.length, text, x, y, most); }
	strokeText(text, x, y, most) { this.#text(${OP.strokeText}, "strokeText", arguments.length, text, x, y, most); }
	setLineDash(list) {
		if (arguments.length < 1) tooFew("setLineDash", 1, 0);
		if (typeof list !== "object" || list === null) throw new TypeError("setLineDash: give a list of numbers");
		const v = [];
		for (const n of list) { const d = +n; if (!(d >= 0 && d - d === 0)) return; v[v.length] = d; if (v.length > ${MAX_DASHES}) break; }
		const all = v.length % 2 === 1 ? [...v, ...v] : v;
		this.#state.dash = all;
		const i = log[0];
		log[i] = ${OP.setLineDash}; log[i + 1] = ${PLACE}; log[i + 2] = 0; log[i + 3] = all.length;
		for (let k = 0; k < all.length; k++) log[i + 4 + k] = all[k];
		if ((log[0] = i + 4 + all.length) > last) flush();
	}
	getLineDash() { return [...this.#state.dash]; }
	createLinearGradient(x0, y0, x1, y1) {
		if (arguments.length < 4) tooFew("createLinearGradient", 4, arguments.length);
		return newGradient(${OP.linearGradient}, [x0, y0, x1, y1]);
	}
	createRadialGradient(x0, y0, r0, x1, y1, r1) {
		if (arguments.length < 6) tooFew("createRadialGradient", 6, arguments.length);
		if (+r0 < 0 || +r1 < 0) negativeRadius("createRadialGradient", +r0 < 0 ? +r0 : +r1);
		return newGradient(${OP.radialGradient}, [x0, y0, r0, x1, y1, r1]);
	}
	createConicGradient(angle, x, y) {
		if (arguments.length < 3) tooFew("createConicGradient", 3, arguments.length);
		return newGradient(${OP.conicGradient}, [angle, x, y]);
	}
	createPattern() { unrecorded("createPattern"); return new CanvasPattern(); }
	drawImage() { unrecorded("drawImage"); }
	putImageData() { unrecorded("putImageData"); }
	getImageData(x, y, w, h) { unrecorded("getImageData"); return emptyImage(w, h); }
	createImageData(w, h) { unrecorded("createImageData"); return typeof w === "object" && w ? emptyImage(w.width, w.height) : emptyImage(w, h); }
	drawFocusIfNeeded() {}
	${numberSetting("lineWidth", OP.lineWidth, "v > 0")}
	${numberSetting("miterLimit", OP.miterLimit, "v > 0")}
	${numberSetting("lineDashOffset", OP.lineDashOffset, "true")}
	${numberSetting("globalAlpha", OP.globalAlpha, "v >= 0 && v <= 1")}
	${wordSetting("lineCap", OP.lineCap, LINE_CAPS)}
	${wordSetting("lineJoin", OP.lineJoin, LINE_JOINS)}
	${wordSetting("textAlign", OP.textAlign, TEXT_ALIGNS)}
	${wordSetting("textBaseline", OP.textBaseline, TEXT_BASELINES)}
	${paintSetting("fillStyle", OP.fillStyle)}
	${paintSetting("strokeStyle", OP.strokeStyle)}
	get font() { return this.#state.font; }
	set font(value) { const text = "" + value; if (hostFont(text) !== 1) { log2(${OP.ignored}, intern("font " + text)); return; } this.#state.font = text; put(${OP.font}, intern(text)); }
	${["filter", "shadowBlur", "shadowColor", "shadowOffsetX", "shadowOffsetY", "globalCompositeOperation"]
		.map(
			(name) => `get ${name}() { return this.#state.${name}; }
	set ${name}(value) { if (value === this.#state.${name}) return; this.#state.${name} = value; unrecorded("${name}"); }`,
		)
		.join("\n")}
	get imageSmoothingEnabled() { return this.#state.imageSmoothingEnabled; }
	set imageSmoothingEnabled(value) { this.#state.imageSmoothingEnabled = !!value; }
	get direction() { return this.#state.direction; }
	set direction(value) { this.#state.direction = "" + value; }
}
const clearedContext = CanvasRenderingContext2D.cleared;
delete CanvasRenderingContext2D.cleared;

${PAGE}
return {
	log,
	/** Gets ready for a run. */
	begin(seed, width, height, given, atOnce) {
		log[0] = 1;
		if (atOnce) last = 0;
		sow(seed); canvasSize.width = width; canvasSize.height = height;
		globalThis.innerWidth = width; globalThis.innerHeight = height;
		answers = JSON.parse(given);
	},
	/** What a page calls once it is there. */
	start() {
		const own = globalThis.onload;
		for (let k = 0; k < started.length; k++) {
			const listener = started[k];
			if (typeof listener === "function") listener({ type: "load", target: document });
			else if (listener && typeof listener.handleEvent === "function") listener.handleEvent({ type: "load" });
		}
		started.length = 0;
		if (typeof own === "function") { globalThis.onload = null; own({ type: "load" }); }
	},
	/** Whether anything waits for a later frame. */
	waits() { return frames.length + timers.length; },
	/** Goes on to a moment, in milliseconds: runs what is due by then, then what waits for the frame. */
	tick(time) {
		for (let turns = 0; turns < 100000; turns++) {
			let first = -1;
			for (let k = 0; k < timers.length; k++) if (timers[k].at <= time && (first < 0 || timers[k].at < timers[first].at)) first = k;
			if (first < 0) break;
			const timer = timers[first];
			now = Math.max(now, timer.at);
			if (timer.every > 0) timer.at += timer.every;
			else timers = timers.filter((t) => t !== timer);
			timer.callback(...timer.given);
		}
		now = time;
		const due = frames;
		frames = [];
		for (let k = 0; k < due.length; k++) due[k].callback(time);
	},
	/** The place that the program has got to. */
	place() { return ${PLACE}; },
};
})`;
