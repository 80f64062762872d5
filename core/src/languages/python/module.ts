import { FUNCTIONS } from "../nib/functions.ts";
import { MODULE_FUNCTIONS, signatureOf } from "./module-functions.ts";
import type { DoorFunction } from "./python-box.ts";

/** The module's functions in the order of its docs: drawing, then what gives values. */
export const MODULE: readonly DoorFunction[] = Object.freeze([
	...[...MODULE_FUNCTIONS.values()].map((f) => ({ name: f.name, signature: signatureOf(f), help: f.statement.help })),
	...["sin", "cos", "tan"].map((name) => ({
		name: `${name}_deg`,
		signature: "(angle, /)",
		help: FUNCTIONS.get(name)?.help ?? "",
	})),
	...["asin", "acos", "atan"].map((name) => ({
		name: `${name}_deg`,
		signature: "(n, /)",
		help: FUNCTIONS.get(name)?.help ?? "",
	})),
	{ name: "angle", signature: "(dx, dy, /)", help: FUNCTIONS.get("angle")?.help ?? "" },
	{ name: "rgb", signature: "(r, g=None, b=None, opacity=None, /)", help: FUNCTIONS.get("rgb")?.help ?? "" },
	{ name: "hsl", signature: "(h, s, l, opacity=None, /)", help: FUNCTIONS.get("hsl")?.help ?? "" },
]);

/** Names of the module that Python itself makes. */
const MADE = [
	"area",
	"picture",
	"each_frame",
	"last_frame",
	"frame",
	"row",
	"column",
	"layers",
	"turned",
	"enlarged",
	"mirrored",
	"choose",
	"chance",
];

/** Every name that `from markpen import *` brings. */
export const MODULE_NAMES: readonly string[] = Object.freeze([...MODULE.map((f) => f.name), ...MADE]);
