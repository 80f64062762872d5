import { OP } from "./canvas-methods.ts";
import { HELPERS, PLACE } from "./prelude-names.ts";

/** The page round the canvas: elements, the console, time that is counted, chance from the seed, and the dates. */
export const PAGE = `
const nothing = () => undefined;
const started = [];
const WAITED = { load: 1, DOMContentLoaded: 1, pageshow: 1 };
function listen(type, listener) {
	if (WAITED["" + type] === 1) started[started.length] = listener;
	else unrecorded("event");
}
function element(name) {
	const own = { tagName: ("" + name).toUpperCase(), style: {}, textContent: "", innerHTML: "", value: "", id: "", className: "",
		children: [], addEventListener: listen, removeEventListener: nothing, setAttribute: nothing, getAttribute: () => null,
		appendChild: (child) => child, append: nothing, remove: nothing, focus: nothing,
		getBoundingClientRect: () => ({ x: 0, y: 0, left: 0, top: 0, right: 0, bottom: 0, width: 0, height: 0 }),
		classList: { add: nothing, remove: nothing, toggle: nothing, contains: () => false } };
	return own;
}
const canvasSize = { width: 300, height: 150 };
class HTMLCanvasElement {
	constructor() { if (${PLACE} !== -1) throw new TypeError("Illegal constructor"); }
	get width() { return canvasSize.width; }
	get height() { return canvasSize.height; }
	set width(value) { resize(value, canvasSize.height); }
	set height(value) { resize(canvasSize.width, value); }
	get clientWidth() { return canvasSize.width; }
	get clientHeight() { return canvasSize.height; }
	get offsetWidth() { return canvasSize.width; }
	get offsetHeight() { return canvasSize.height; }
	getContext(kind) { return kind === "2d" ? context : null; }
	getBoundingClientRect() { const { width, height } = canvasSize; return { x: 0, y: 0, left: 0, top: 0, right: width, bottom: height, width, height }; }
	toDataURL() { return "data:,"; }
	toBlob(done) { done(null); }
	setAttribute(name, value) { if (name === "width" || name === "height") this[name] = value; }
	getAttribute(name) { return name === "width" || name === "height" ? "" + canvasSize[name] : null; }
}
function resize(width, height) {
	const w = +width, h = +height;
	flush();
	const asked = [w >= 0 && w - w === 0 ? Math_floor(w) : 300, h >= 0 && h - h === 0 ? Math_floor(h) : 150];
	put(${OP.size}, asked[0], asked[1]);
	flush();
	canvasSize.width = hostAsk(4, 0, 0, 0); canvasSize.height = hostAsk(4, 1, 0, 0);
	clearedContext(context);
}
${PLACE} = -1;
const canvas = new HTMLCanvasElement();
const context = new CanvasRenderingContext2D(canvas);
${PLACE} = 0;
for (const [name, value] of Object.entries(element("canvas"))) if (!(name in canvas)) canvas[name] = value;
canvas.id = "canvas";

const isCanvas = (selector) => /^\\s*#|canvas/i.test("" + selector);
const document = element("document");
document.getElementById = (id) => canvas;
document.querySelector = (selector) => (isCanvas(selector) ? canvas : element("div"));
document.querySelectorAll = (selector) => (isCanvas(selector) ? [canvas] : []);
document.getElementsByTagName = (name) => (/^canvas$/i.test("" + name) ? [canvas] : []);
document.getElementsByClassName = () => [canvas];
document.createElement = (name) => (/^canvas$/i.test("" + name) ? canvas : element(name));
document.createTextNode = (text) => ({ textContent: "" + text });
document.body = element("body");
document.documentElement = element("html");
document.head = element("head");
document.readyState = "complete";

// A built-in that visits every index of a list can't be interrupted, so sparse lists of millions are refused.
for (const name of ["at", "concat", "copyWithin", "every", "fill", "filter", "find", "findIndex", "findLast", "findLastIndex",
	"flat", "flatMap", "forEach", "includes", "indexOf", "join", "lastIndexOf", "map", "reduce", "reduceRight", "reverse",
	"slice", "some", "sort", "splice", "shift", "unshift", "toString", "toReversed", "toSorted", "toSpliced", "with"]) {
	const own = Array.prototype[name];
	if (typeof own !== "function") continue;
	const guarded = { [name](...given) {
		if (this !== null && this !== undefined && this.length > 4000000) throw new RangeError("array too long");
		return apply(own, this, given);
	} }[name];
	Object.defineProperty(Array.prototype, name, { value: guarded, writable: true, enumerable: false, configurable: true });
}

// Words of values, as a page's console shows them.
function shown(value, deep) {
	if (typeof value === "string") return deep > 0 ? JSON.stringify(value) : value;
	if (typeof value === "function") return "function " + value.name;
	if (typeof value === "symbol") return "" + value.toString();
	if (typeof value !== "object" || value === null) return Object.is(value, -0) ? "-0" : "" + value;
	if (value instanceof Error) return value.name + ": " + value.message;
	if (deep > 2) return Array.isArray(value) ? "[…]" : "{…}";
	const parts = [];
	if (Array.isArray(value)) {
		for (let k = 0; k < value.length && k < 100; k++) parts[k] = shown(value[k], deep + 1);
		return "[" + parts.join(", ") + (value.length > 100 ? ", …" : "") + "]";
	}
	const keys = Object.keys(value);
	for (let k = 0; k < keys.length && k < 40; k++) parts[k] = keys[k] + ": " + shown(value[keys[k]], deep + 1);
	return "{ " + parts.join(", ") + (keys.length > 40 ? ", …" : "") + " }";
}
function say(...values) {
	let text = "";
	for (let k = 0; k < values.length; k++) text += (k ? " " : "") + shown(values[k], 0);
	put(${OP.message}, hostIntern(text.slice(0, 10001)));
}
const console = { log: say, info: say, warn: say, error: say, debug: say, table: say, dir: say, clear: nothing, group: say,
	groupEnd: nothing, time: nothing, timeEnd: nothing, trace: nothing, count: nothing,
	assert(holds, ...values) { if (!holds) say("Assertion failed:", ...values); } };

// Time is counted: it goes on from frame to frame only.
 let now = 0;
 let timers = [];
 let frames = [];
 let made = 0;
function later(callback, wait, every, given) {
	if (typeof callback !== "function") throw new TypeError("setTimeout: give a function, as in setTimeout(draw, 500)");
	const id = ++made;
	timers[timers.length] = { id, at: now + Math.max(every ? 1 : 0, +wait || 0), callback, given, every: every ? Math.max(1, +wait || 0) : 0 };
	if (timers.length > 10000) throw new RangeError("too many timers");
	return id;
}
const setTimeout = (callback, wait, ...given) => later(callback, wait, false, given);
const setInterval = (callback, wait, ...given) => later(callback, wait, true, given);
const clearTimer = (id) => { timers = timers.filter((t) => t.id !== id); };
const requestAnimationFrame = (callback) => {
	if (typeof callback !== "function") throw new TypeError("requestAnimationFrame: give a function, as in requestAnimationFrame(draw)");
	frames[frames.length] = { id: ++made, callback };
	return made;
};
const cancelAnimationFrame = (id) => { frames = frames.filter((f) => f.id !== id); };

// The same numbers for the same seed, on every machine (xoshiro128** 1.1, its state filled by splitmix32).
 let a = 0, b = 0, c = 0, d = 0;
function sow(seed) {
	let s = (seed ^ Math_floor(seed / 4294967296)) | 0;
	const split = () => {
		s = (s + 0x9e3779b9) | 0;
		let z = s ^ (s >>> 16);
		z = Math_imul(z, 0x21f0aaad); z ^= z >>> 15; z = Math_imul(z, 0x735a2d97);
		return z ^ (z >>> 15);
	};
	a = split(); b = split(); c = split(); d = split();
}
const Math_imul = Math.imul;
function next() {
	const five = Math_imul(b, 5);
	const result = Math_imul((five << 7) | (five >>> 25), 9) >>> 0;
	const t = b << 9;
	c ^= a; d ^= b; b ^= c; a ^= d; c ^= t; d = (d << 11) | (d >>> 21);
	return result;
}
Math.random = () => ((next() >>> 5) * 67108864 + (next() >>> 6)) / 9007199254740992;

// One moment for all: 1 January 2030, 12:00, in a zone without summer time.
const MOMENT = 1893499200000;
const RealDate = Date;
function FixedDate(...given) {
	if (!new.target) return new RealDate(MOMENT + now).toString();
	return Reflect.construct(RealDate, given.length === 0 ? [MOMENT + now] : given, new.target);
}
FixedDate.prototype = RealDate.prototype;
FixedDate.now = () => MOMENT + now;
FixedDate.parse = RealDate.parse;
FixedDate.UTC = RealDate.UTC;
RealDate.prototype.constructor = FixedDate;
RealDate.prototype.getTimezoneOffset = function () { return 0; };

${HELPERS.call} = (routine) => { put(${OP.call}, routine, 0); };
${HELPERS.callEnd} = () => { put(${OP.callEnd}, 0, 0); };
${HELPERS.watch} = (name, value) => { put(${OP.watch}, name, intern(shown(value, 0).slice(0, 201))); return value; };

 let answers = [];
 let answered = 0;
const define = (name, value) => Object.defineProperty(globalThis, name, { value, writable: true, enumerable: false, configurable: true });
for (const [name, value] of Object.entries({
	window: globalThis, self: globalThis, document, canvas, console, setTimeout, setInterval, clearTimeout: clearTimer,
	clearInterval: clearTimer, requestAnimationFrame, cancelAnimationFrame, Path2D, CanvasRenderingContext2D, CanvasGradient,
	CanvasPattern, HTMLCanvasElement, DOMMatrix, DOMPoint, Date: FixedDate, addEventListener: listen, removeEventListener: nothing,
	alert: (text) => say(text === undefined ? "" : text), confirm: () => true,
	prompt: (question, usual) => {
		if (question !== undefined) say(question);
		const answer = answered < answers.length ? answers[answered++] : usual === undefined ? null : "" + usual;
		return answer;
	},
	performance: { now: () => now, mark: nothing, measure: nothing }, devicePixelRatio: 1,
	navigator: { userAgent: "Mark Pen", language: "en-GB", languages: ["en-GB"], onLine: false },
	location: { href: "about:blank", hash: "", search: "", pathname: "blank" },
	queueMicrotask: (callback) => { Promise.resolve().then(callback); },
	Image: function Image() { unrecorded("drawImage"); return element("img"); },
	innerWidth: 0, innerHeight: 0, onload: null,
})) define(name, value);
`;
