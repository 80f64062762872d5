import { formatColour, hsl, rgba } from "../../colour/colour.ts";
import { acosDeg, asinDeg, atanDeg, cosDeg, directionDeg, sinDeg, tanDeg } from "../../geometry/trig.ts";
import { CLASS_LIMITS, NEVER, stopEvery } from "../../limits/limits.ts";
import { DEFAULT_SHEET } from "../../tape/layout.ts";
import { TapeFull } from "../../tape/writer.ts";
import { PROPERTIES } from "../nib/functions.ts";
import { Halt } from "../nib/halt.ts";
import { List } from "../nib/list.ts";
import { Machine } from "../nib/machine.ts";
import { Paint } from "../nib/paint.ts";
import type { Picture } from "../nib/picture-value.ts";
import { beginPicture, column, endPicture, enlarged, layers, mirrored, row, turned } from "../nib/picture-work.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { type Run, type RunOptions, USUAL_FRAMES, type VariableChange } from "../run.ts";
import { type Binding, boundValues, numberIn, pictureIn, shown } from "./bind.ts";
import type { Address } from "./interpreter.ts";
import { MODULE_FUNCTIONS, type ModuleFunction } from "./module-functions.ts";
import { lineText } from "./places.ts";
import { PARTED } from "./prelude.ts";
import type { BoxHost, Came, DoorCall, PythonBox } from "./python-box.ts";
import { haltedProblem, raisedProblem } from "./raised-problem.ts";

/** Questions of the interpreter, of some fifty passes and calls each, between two looks at the clock. */
const CHECKS_BETWEEN = 200;
/** Passes and calls that the interpreter makes between two questions, and how many of them a step may take. */
const PASSES_A_CHECK = 50;
const PASSES_A_STEP = 8;
const MAX_CHANGES = 20_000;

/** Functions of the module that give a number from numbers, by name. */
const NUMBER_FUNCTIONS: Readonly<Record<string, (machine: Machine, ...values: number[]) => number>> = {
	sin_deg: (_, a) => sinDeg(a as number),
	cos_deg: (_, a) => cosDeg(a as number),
	tan_deg: (_, a) => tanDeg(a as number),
	asin_deg: (_, n) => asinDeg(n as number),
	acos_deg: (_, n) => acosDeg(n as number),
	atan_deg: (_, n) => atanDeg(n as number),
	angle: (m, dx, dy) => directionDeg(dx as number, m.up * (dy as number)),
};

/** How many numbers each of them takes. */
const numbersTaken = (name: string) => (name === "angle" ? 2 : 1);

/** One run of a program in Python. */
export class PythonRun implements BoxHost {
	private readonly source: string;
	private readonly options: RunOptions;
	private readonly box: PythonBox;
	private readonly machine: Machine;
	private readonly binding: Binding;
	private readonly pictures: Picture[] = [];
	private routines: readonly string[] = [];
	private readonly changes: VariableChange[] = [];
	private leftOut = 0;
	private asked = 0;
	private checks = 0;
	private calls = 0;
	private areaLine = 0;
	private lastLine = 0;
	private frameLine = 1;
	/** What was printed and waits for the end of its line. */
	private unended = "";

	constructor(source: string, box: PythonBox, options: RunOptions) {
		this.source = source;
		this.options = options;
		this.box = box;
		const limits = options.limits ?? CLASS_LIMITS;
		this.machine = new Machine({
			sheet: options.sheet ?? DEFAULT_SHEET,
			imposed: options.sheet !== undefined,
			paper: options.paper,
			seed: options.seed ?? 1,
			frames: options.frames ?? USUAL_FRAMES,
			limits,
			stop: options.stop ?? NEVER,
			every: stopEvery(source.length),
			lines: source.split("\n").length,
		});
		this.binding = {
			box,
			line: () => this.line(),
			pictureOf: (number) => this.pictures[number],
			limits,
		};
	}

	/** Runs the program to its end, with all frames that it asks for. */
	run(): Run {
		const { box, machine, options } = this;
		box.begin(this, this.source, options.seed ?? 1);
		const given = pythonDict(options.given ?? {});
		let came = box.run(this.source, given, pythonList(options.watch ?? []));
		while (came.how === "frames" && this.nextFrame()) came = box.frame();
		const problem = this.problemOf(came);
		try {
			if (this.unended !== "") machine.print(this.lastLine, this.unended);
		} catch (error) {
			if (!(error instanceof Halt || error instanceof TapeFull)) throw error;
		}
		if (problem) machine.closeOpen(problem.place.line);
		machine.closeSettings();
		const { x, y, facing, down } = machine;
		const tape = machine.tape.finish(machine.sheet, this.routines, { x, y, facing, down });
		const remarks = machine.remarks
			.finish(tape, problem === undefined)
			.map(({ code, line, data }) => ({ code, place: this.placeOf(line), data }));
		return {
			tape,
			ended: problem === undefined ? "whole" : problem.code === "limit-time" ? "clock" : "stopped",
			...(problem && { problem }),
			remarks,
			steps: machine.steps,
			frames: machine.frame,
			...(options.watch && { watched: { changes: this.changes, leftOut: this.leftOut } }),
		};
	}

	private nextFrame(): boolean {
		try {
			return this.machine.nextFrame(this.frameLine);
		} catch (error) {
			this.halted = error;
			return false;
		}
	}

	/** What ended the run between two frames. */
	private halted: unknown;

	private problemOf(came: Came): Problem | undefined {
		if (this.halted !== undefined) return this.haltProblem(this.halted);
		if (came.how === "error") return raisedProblem(came.parts, this.source, this.machine.limits);
		return came.how === "thrown" ? this.haltProblem(came.error) : undefined;
	}

	private haltProblem(error: unknown): Problem {
		const { limits } = this.machine;
		if (error instanceof Halt) return haltedProblem(error, this.source, this.placeOf(error.line));
		if (error instanceof TapeFull)
			return { code: "limit-entries", place: this.placeOf(error.line), data: { most: limits.entries } };
		// Its own memory or stack gave way, or it asked for what it may not have.
		const isRefusal = error instanceof Error && error.name === "Refused";
		const code = isRefusal ? "py-not-here" : "py-too-deep";
		return { code, place: this.placeOf(this.lastLine || 1), data: { most: limits.calls } };
	}

	/** The first line of the statement at a line. */
	private placeOf(line: number): SourceRange {
		const text = lineText(this.source, line);
		const column = text.length - text.trimStart().length;
		return { line: Math.max(1, line), column: column + 1, length: Math.max(1, text.trim().length) };
	}

	private line(): number {
		return this.box.line() || this.lastLine || 1;
	}

	step(): void {
		const { machine } = this;
		if (++machine.steps > machine.next) machine.pause(this.line());
	}

	check(): void {
		const { machine } = this;
		const most = machine.limits.steps;
		// Passes that no step is counted for: those of a list made in one expression, say.
		if (++this.checks * PASSES_A_CHECK > PASSES_A_STEP * most) machine.fail(this.line(), "limit-steps", { most });
		if (this.checks % CHECKS_BETWEEN === 0 && this.options.stop?.()) machine.fail(this.line(), "limit-time");
	}

	called(name: string, call: DoorCall): Address | undefined {
		const result = this.done(name, call);
		// Counted for a program that can only be ended from outside.
		this.calls++;
		const { most, reached } = this.options.calls ?? {};
		reached?.(this.calls);
		if (most !== undefined && this.calls >= most) this.machine.fail(this.line(), "limit-time");
		return result;
	}

	private done(name: string, call: DoorCall): Address | undefined {
		const drawing = MODULE_FUNCTIONS.get(name);
		if (drawing) return this.draw(drawing, call);
		const door = DOOR[name];
		if (door) return door(this, call);
		const work = NUMBER_FUNCTIONS[name];
		if (!work) throw new Error(`the module has no ${name}`);
		const { box, machine, binding } = this;
		const values = call.values.map((v) => numberIn(name, v, binding));
		const wanted = numbersTaken(name);
		if (values.length !== wanted || call.named.size > 0)
			machine.fail(this.line(), "py-values-number", { name, wanted, found: values.length + call.named.size });
		const result = work(machine, ...values);
		if (!Number.isFinite(result))
			machine.fail(this.line(), "py-no-result", { name, found: shown(box, call.values[0] as Address) });
		return box.number(result);
	}

	private draw(f: ModuleFunction, call: DoorCall): undefined {
		const line = this.line();
		this.lastLine = line;
		const values = boundValues(f, call, this.binding);
		f.statement.run(this.machine, line, ...values);
		return undefined;
	}

	// What the door's functions do

	routinesAre(names: string): void {
		this.routines = names === "" ? [] : names.split(PARTED);
	}

	enter(routine: number, own: number): void {
		this.machine.enter(routine, this.box.line(1) || own);
	}

	leave(line: number): void {
		this.machine.leave(line);
	}

	watched(number: number, value: Address): void {
		const { options, machine, box } = this;
		if (this.changes.length >= MAX_CHANGES) {
			this.leftOut++;
			return;
		}
		const text = box.written(value) ?? "";
		this.changes.push({
			name: options.watch?.[number] ?? "",
			line: this.line(),
			step: machine.steps,
			entry: machine.tape.length,
			value: text.length > 200 ? `${text.slice(0, 200)}…` : text,
		});
	}

	write(text: string): void {
		const line = this.line();
		this.lastLine = line;
		const lines = (this.unended + text).split("\n");
		this.unended = lines.pop() as string;
		for (const said of lines) this.machine.print(line, said);
		if (this.unended.length > this.machine.limits.messages) this.machine.print(line, this.unended);
	}

	answer(): Address | undefined {
		const { answers = [] } = this.options;
		const given = answers[this.asked++];
		return given === undefined ? this.box.raise("no answer is left") : this.box.text(given);
	}

	beginArea(): void {
		this.areaLine = this.line();
		this.lastLine = this.areaLine;
		this.machine.beginArea(this.areaLine);
	}

	endArea(): void {
		this.machine.endArea(this.lastLine, this.areaLine);
	}

	beginPicture(size: Address | undefined): void {
		const { machine, box, binding } = this;
		const line = this.line();
		if (size === undefined) return beginPicture(machine, line);
		const items = box.kindOf(size) === "list" ? box.itemsOf(size) : undefined;
		if (items?.length !== 2)
			return machine.fail(line, "py-pair", { name: "size", found: shown(box, size), form: "size=(W, H)" });
		const [width, height] = items.map((v) => numberIn("size", v, binding));
		return beginPicture(machine, line, width, height);
	}

	/** Keeps a picture, and gives its number. */
	keep(picture: Picture): Address {
		this.pictures.push(picture);
		return this.box.number(this.pictures.length - 1);
	}

	endPicture(name: string): Address {
		return this.keep(endPicture(this.machine, this.line(), name));
	}

	dropPicture(): void {
		this.machine.dropOpenPicture();
	}

	join(way: string, values: Address, pictures: Address): Address {
		const { box, machine, binding } = this;
		const isPicture = (box.itemsOf(pictures) ?? []).map((v) => box.isTrue(v));
		const members = (box.itemsOf(values) ?? []).map((v, i) => {
			if (isPicture[i]) return this.pictures[box.numberOf(v) as number];
			if (way !== "layers" && box.kindOf(v) === "number") return numberIn(way, v, binding);
			return machine.fail(this.line(), "py-kind", { name: way, wanted: "a picture", found: shown(box, v) });
		});
		const made = way === "row" ? row : way === "column" ? column : layers;
		return this.keep(made(machine, this.line(), new List(members)));
	}

	changed(how: "turned" | "enlarged" | "mirrored", [of, by]: readonly Address[]): Address {
		const { machine, binding } = this;
		const line = this.line();
		const picture = pictureIn(how, of as Address, binding);
		if (how === "mirrored") return this.keep(mirrored(machine, line, picture));
		const number = numberIn(how, by as Address, binding);
		return this.keep((how === "turned" ? turned : enlarged)(machine, line, picture, number));
	}

	framesBegin(): void {
		this.frameLine = this.line();
	}

	measure(of: string, name: string): Address {
		const { box, machine } = this;
		const value = PROPERTIES[of]?.[name]?.read(machine);
		if (typeof value === "boolean") return box.boolean(value);
		if (value instanceof Paint) return value.rgba === -1 ? box.none : box.text(formatColour(value.rgba));
		return box.number(value as number);
	}

	pictureSide(number: number, side: string): Address {
		const picture = this.pictures[number];
		return this.box.number(picture ? picture[side as "width" | "height"] : 0);
	}

	colour(name: string, { values }: DoorCall): Address {
		const { machine, binding, box } = this;
		const parts = values.map((v) => numberIn(name, v, binding));
		const [a, b, c, opacity] = parts;
		const enough = name === "rgb" ? parts.length >= 1 && parts.length <= 4 && parts.length !== 2 : parts.length >= 3;
		if (!enough || parts.length > 4 || a === undefined)
			return machine.fail(this.line(), "py-values-number", { name, wanted: 3, found: parts.length });
		const made = name === "rgb" ? rgba(a, b ?? a, c ?? a, opacity) : hsl(a, b as number, c as number, opacity);
		return box.text(formatColour(made));
	}

	chance(values: readonly Address[]): Address {
		const [low, high] = values.map((v) => numberIn("chance", v, this.binding));
		return this.box.number(this.machine.random(low, high));
	}

	sleep(seconds: Address | undefined): void {
		if (seconds !== undefined) this.machine.wait(this.line(), numberIn("sleep", seconds, this.binding));
	}

	fail(code: string): never {
		return this.machine.fail(this.line(), /^[a-z-]{1,40}$/.test(code) ? code : "py-not-here");
	}

	readonly say = (value: Address | undefined) => (value === undefined ? "" : this.box.textOf(value));
	readonly whole = (value: Address | undefined) => (value === undefined ? 0 : (this.box.numberOf(value) ?? 0));
}

type Door = (run: PythonRun, call: DoorCall) => unknown;

const asAddress =
	(act: Door) =>
	(run: PythonRun, call: DoorCall): Address | undefined =>
		act(run, call) as Address | undefined;

/** What the prelude asks for, by name. */
const DOOR: Readonly<Record<string, (run: PythonRun, call: DoorCall) => Address | undefined>> = Object.fromEntries(
	Object.entries({
		routines: (run, { values: [names] }) => run.routinesAre(run.say(names)),
		enter: (run, { values: [routine, line] }) => run.enter(run.whole(routine), run.whole(line)),
		leave: (run, { values: [line] }) => run.leave(run.whole(line)),
		watch: (run, { values: [number, value] }) => run.watched(run.whole(number), value as Address),
		write: (run, { values }) => run.write(run.say(values.at(-1))),
		input: (run, { values: [question] }) => {
			if (question !== undefined && run.say(question) !== "") run.write(`${run.say(question)}\n`);
			return run.answer();
		},
		sleep: (run, { values: [seconds] }) => run.sleep(seconds),
		begin_area: (run) => run.beginArea(),
		end_area: (run) => run.endArea(),
		begin_picture: (run, { values: [size] }) => run.beginPicture(size),
		end_picture: (run, { values: [name] }) => run.endPicture(run.say(name)),
		drop_picture: (run) => run.dropPicture(),
		join: (run, { values: [way, of, are] }) => run.join(run.say(way), of as Address, are as Address),
		turned: (run, { values }) => run.changed("turned", values),
		enlarged: (run, { values }) => run.changed("enlarged", values),
		mirrored: (run, { values }) => run.changed("mirrored", values),
		frames: (run) => run.framesBegin(),
		measure: (run, { values: [of, name] }) => run.measure(run.say(of), run.say(name)),
		picture_side: (run, { values: [number, side] }) => run.pictureSide(run.whole(number), run.say(side)),
		chance: (run, { values }) => run.chance(values),
		rgb: (run, call) => run.colour("rgb", call),
		hsl: (run, call) => run.colour("hsl", call),
		fail: (run, { values: [code] }) => run.fail(run.say(code)),
	} satisfies Record<string, Door>).map(([name, act]) => [name, asAddress(act as Door)]),
);

/** The door's functions that aren't the module's own. */
export const DOOR_NAMES: readonly string[] = Object.keys(DOOR).filter((name) => name !== "rgb" && name !== "hsl");

/** Values for names as Python writes them. */
const pythonDict = (given: Readonly<Record<string, number | string | boolean>>) =>
	`{${Object.entries(given)
		.map(([name, value]) => `${JSON.stringify(name)}: ${pythonValue(value)}`)
		.join(", ")}}`;

const pythonList = (names: readonly string[]) => `[${names.map((n) => JSON.stringify(n)).join(", ")}]`;

function pythonValue(value: number | string | boolean): string {
	if (typeof value === "boolean") return value ? "True" : "False";
	return JSON.stringify(value);
}
