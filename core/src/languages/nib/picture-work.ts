import { decimal } from "../../geometry/decimal.ts";
import type { Bounds } from "../../geometry/points.ts";
import { entryBounds } from "../../tape/entry-bounds.ts";
import { ENTRY, sheetBounds } from "../../tape/layout.ts";
import { placedEntry } from "../../tape/place-entry.ts";
import { type Placement, placed } from "../../tape/transform.ts";
import { kindOf } from "./kind-of.ts";
import { List } from "./list.ts";
import type { Machine } from "./machine.ts";
import { type Entries, Picture } from "./picture-value.ts";
import { isFar } from "./run-state.ts";

/** What pictures are asked for by generated code: making them, joining them, laying them. */

const DRAWN: ReadonlySet<number> = new Set([
	ENTRY.segment,
	ENTRY.curve,
	ENTRY.line,
	ENTRY.rect,
	ENTRY.ellipse,
	ENTRY.polygon,
	ENTRY.polyline,
	ENTRY.arc,
	ENTRY.dot,
	ENTRY.text,
]);

/** What a picture counts as for itself, and what an entry has room for, among the cells of a run. */
const CELLS_A_PICTURE = 16;
const CELLS_AN_ENTRY = 9;
/** From this number of pictures on, joining takes a step for each. */
const MANY_PICTURES = 32;

/** Counts corners that are copied, beyond those that entries, which are counted themselves, usually have. */
function spendCorners(machine: Machine, line: number, { length, coords }: Entries): void {
	machine.spend(line, Math.max(0, coords.length - CELLS_AN_ENTRY * length));
}

/** Begins a picture block, of a size where one is given. */
export function beginPicture(machine: Machine, line: number, width?: number, height?: number): void {
	if (width === undefined || height === undefined) return machine.beginPicture(line, undefined);
	machine.notNegative(line, "size", width, "width");
	machine.notNegative(line, "size", height, "height");
	machine.beginPicture(line, { width, height });
}

/** Ends a picture block: the picture it made. */
export function endPicture(machine: Machine, line: number, name: string): Picture {
	const { size } = machine;
	const entries = machine.endPicture(line).columns();
	machine.remarks.pictureMade(line, name);
	machine.spend(line, CELLS_A_PICTURE);
	const box = size ? sheetBounds({ ...size, origin: machine.sheet.origin }) : contentBox(machine, entries);
	return new Picture(entries, box, [line]);
}

/** The box of what was drawn, without half the pen's width; of no size at 0, 0 if nothing was. */
function contentBox(machine: Machine, { length, kind, at, coords }: Entries): Bounds {
	const texts = machine.tape.allTexts;
	let [left, low, right, high] = [
		Number.POSITIVE_INFINITY,
		Number.POSITIVE_INFINITY,
		Number.NEGATIVE_INFINITY,
		Number.NEGATIVE_INFINITY,
	];
	let areas = 0;
	for (let i = 0; i < length; i++) {
		const k = kind[i] as number;
		if (k === ENTRY.areaBegin) areas++;
		else if (k === ENTRY.areaEnd) areas--;
		const moved = areas > 0 && (k === ENTRY.travel || k === ENTRY.curvedTravel);
		if (!moved && !DRAWN.has(k)) continue;
		const box = entryBounds(k, coords, at[i] as number, at[i + 1] as number, texts, machine.up);
		if (box)
			[left, low, right, high] = [
				Math.min(left, box.left),
				Math.min(low, box.low),
				Math.max(right, box.right),
				Math.max(high, box.high),
			];
	}
	return left <= right ? { left, low, right, high } : { left: 0, low: 0, right: 0, high: 0 };
}

const middle = ({ left, low, right, high }: Bounds): [number, number] => [(left + right) / 2, (low + high) / 2];

/** A place that puts the middle of a box at a point. */
function centredAt(box: Bounds, x: number, y: number, place: Placement): Placement {
	const [mx, my] = placed({ ...place, x: 0, y: 0 }, ...middle(box));
	return { ...place, x: x - mx, y: y - my };
}

const plainPlace = (machine: Machine): Placement => ({
	x: 0,
	y: 0,
	scale: 1,
	turned: 0,
	mirrored: false,
	up: machine.up,
});

/** The number of a style with its lines as much wider. */
function widened(machine: Machine, style: number, scale: number): number {
	if (scale === 1) return style;
	const { tape } = machine;
	const before = tape.current;
	const { ink, width, fill } = tape.styleAt(style);
	tape.use(ink, width * scale, fill);
	const found = tape.current;
	tape.current = before;
	return found;
}

/** Several pictures' entries in one, each where its place puts it; they count against the tape. */
function together(machine: Machine, line: number, parts: readonly { picture: Picture; place: Placement }[]): Entries {
	const length = parts.reduce((sum, { picture }) => sum + picture.entries.length, 0);
	machine.tape.charge(line, length);
	machine.spend(line, CELLS_A_PICTURE);
	for (const { picture } of parts) spendCorners(machine, line, picture.entries);
	const size = parts.reduce((sum, { picture }) => sum + picture.entries.coords.length, 0);
	const made = {
		length,
		kind: new Uint8Array(length),
		line: new Uint32Array(length),
		style: new Uint32Array(length),
		at: new Uint32Array(length + 1),
		coords: new Float64Array(size),
	};
	let [n, used] = [0, 0];
	for (const { picture, place } of parts) {
		const { entries } = picture;
		for (let i = 0; i < entries.length; i++) {
			made.kind[n] = entries.kind[i] as number;
			made.line[n] = entries.line[i] as number;
			made.style[n] = widened(machine, entries.style[i] as number, place.scale);
			made.at[n] = used;
			for (const value of placedEntry(
				entries.kind[i] as number,
				entries.coords,
				entries.at[i] as number,
				entries.at[i + 1] as number,
				place,
			))
				made.coords[used++] = value + 0;
			n++;
		}
	}
	made.at[n] = used;
	return made;
}

/** Lays a picture with its middle at a point, enlarged and then turned about it. */
export function lay(
	machine: Machine,
	line: number,
	picture: Picture,
	x: number,
	y: number,
	scale: number,
	turned: number,
): void {
	machine.notNegative(line, "enlarged", scale, "size");
	machine.remarks.pictureLaid(picture.sources);
	const place = centredAt(picture.box, x, y, { ...plainPlace(machine), scale, turned });
	const tape = machine.openForLaying();
	const { entries } = picture;
	spendCorners(machine, line, entries);
	machine.placed(ENTRY.pictureBegin, line, [x, y, picture.width * scale, picture.height * scale, turned, 0]);
	for (let i = 0; i < entries.length; i++) {
		const kind = entries.kind[i] as number;
		const coords = placedEntry(kind, entries.coords, entries.at[i] as number, entries.at[i + 1] as number, place);
		if (coords.some(isFar)) machine.fail(line, "place-far", {});
		tape.addStyled(kind, entries.line[i] as number, machine.steps, widened(machine, entries.style[i] as number, scale));
		for (const c of coords) tape.put(c);
	}
	machine.placed(ENTRY.pictureEnd, line, []);
}

/** Pictures and gaps in the given order, with lists flattened. */
function membersOf(machine: Machine, line: number, owner: string, values: readonly unknown[]): (Picture | number)[] {
	const members: (Picture | number)[] = [];
	const count = values.reduce((sum: number, v) => sum + (v instanceof List ? v.items.length : 1), 0);
	if (count >= MANY_PICTURES) machine.takeSteps(line, count);
	for (const value of values.flatMap((v) => (v instanceof List ? v.items : [v]))) {
		if (value instanceof Picture || (typeof value === "number" && owner !== "layers")) members.push(value);
		else machine.fail(line, "kind-wrong", { owner, wanted: "picture", found: kindOf(value) });
	}
	return members;
}

/** Lines of the picture blocks that pictures are made of, each once. */
function sourcesOf(machine: Machine, line: number, pictures: readonly Picture[]): number[] {
	const lines = new Set<number>();
	for (const { sources } of new Set(pictures)) {
		machine.work(line, sources.length);
		for (const source of sources) lines.add(source);
	}
	return [...lines];
}

/** The largest of some lengths; 0 if there are none. */
const largest = (lengths: readonly number[]) => lengths.reduce((a, b) => Math.max(a, b), 0);

/** A picture, unless it has grown beyond all that can be drawn. */
function within(machine: Machine, line: number, picture: Picture): Picture {
	const { left, right, low, high } = picture.box;
	return [left, right, low, high].some(isFar) ? machine.fail(line, "place-far") : picture;
}

/** Pictures joined in a line, left to right or from the top down, their middles level. */
function joinedAlong(machine: Machine, line: number, owner: "row" | "column", values: readonly unknown[]): Picture {
	const members = membersOf(machine, line, owner, values);
	const sideways = owner === "row";
	const lengthOf = (m: Picture | number) => (typeof m === "number" ? m : sideways ? m.width : m.height);
	const total = Math.max(
		0,
		members.reduce((sum: number, m) => sum + lengthOf(m), 0),
	);
	const pictures = members.filter((m) => m instanceof Picture);
	const across = largest(pictures.map((p) => (sideways ? p.height : p.width)));
	let along = -total / 2;
	const parts = members.flatMap((member) => {
		const at = along + lengthOf(member) / 2;
		along += lengthOf(member);
		if (typeof member === "number") return [];
		const [x, y] = sideways ? [at, 0] : [0, -machine.up * at];
		return [{ picture: member, place: centredAt(member.box, x, y, plainPlace(machine)) }];
	});
	const [w, h] = sideways ? [total / 2, across / 2] : [across / 2, total / 2];
	return within(
		machine,
		line,
		new Picture(
			together(machine, line, parts),
			{ left: -w, right: w, low: -h, high: h },
			sourcesOf(machine, line, pictures),
		),
	);
}

export function row(machine: Machine, line: number, ...values: unknown[]): Picture {
	return joinedAlong(machine, line, "row", values);
}

export function column(machine: Machine, line: number, ...values: unknown[]): Picture {
	return joinedAlong(machine, line, "column", values);
}

/** Pictures over one another, the first on top, their middles together. */
export function layers(machine: Machine, line: number, ...values: unknown[]): Picture {
	const pictures = membersOf(machine, line, "layers", values).filter((m) => m instanceof Picture);
	const parts = [...pictures]
		.reverse()
		.map((picture) => ({ picture, place: centredAt(picture.box, 0, 0, plainPlace(machine)) }));
	const [w, h] = [largest(pictures.map((p) => p.width)) / 2, largest(pictures.map((p) => p.height)) / 2];
	return within(
		machine,
		line,
		new Picture(
			together(machine, line, parts),
			{ left: -w, right: w, low: -h, high: h },
			sourcesOf(machine, line, pictures),
		),
	);
}

/** A picture changed about the middle of its box, which stays where it is; the box is that of the changed box. */
function changed(machine: Machine, line: number, picture: Picture, change: Partial<Placement>): Picture {
	const [x, y] = middle(picture.box);
	const place = centredAt(picture.box, x, y, { ...plainPlace(machine), ...change });
	const { left, low, right, high } = picture.upright;
	const [w, h] = [((right - left) / 2) * place.scale, ((high - low) / 2) * place.scale];
	const tilt = (place.mirrored ? -picture.tilt : picture.tilt) + place.turned;
	const upright = { left: x - w, right: x + w, low: y - h, high: y + h };
	return within(
		machine,
		line,
		new Picture(together(machine, line, [{ picture, place }]), upright, picture.sources, tilt),
	);
}

export function turned(machine: Machine, line: number, picture: Picture, angle: number): Picture {
	return changed(machine, line, picture, { turned: angle });
}

export function enlarged(machine: Machine, line: number, picture: Picture, scale: number): Picture {
	if (scale < 0) machine.fail(line, "size-negative", { phrase: "enlarged", value: decimal(scale), what: "size" });
	return changed(machine, line, picture, { scale });
}

export function mirrored(machine: Machine, line: number, picture: Picture): Picture {
	return changed(machine, line, picture, { mirrored: true });
}

/** A measure of a value that should be a picture. */
export function pictureSide(
	machine: Machine,
	line: number,
	value: unknown,
	side: "width" | "height",
	name: string,
): number {
	if (!(value instanceof Picture)) return machine.fail(line, "member-of", { name, side, found: kindOf(value) });
	return value[side];
}
