import type { Bounds } from "../../geometry/points.ts";
import { entryBounds } from "../../tape/entry-bounds.ts";
import { ENTRY, sheetBounds, upward } from "../../tape/layout.ts";
import { endOf, styleOf, type Tape } from "../../tape/tape.ts";
import type { TapeWriter } from "../../tape/writer.ts";

/** Something worth saying of a line that stops nothing. */
export interface RunRemark {
	readonly code: string;
	readonly line: number;
	readonly data: Readonly<Record<string, string | number>>;
}

/** What a setting is of. */
export type PenSetting = "ink" | "width" | "fill";

const PEN_SETTINGS: readonly PenSetting[] = ["ink", "width", "fill"];
const PEN_SETTING_WORDS: Readonly<Record<PenSetting, string>> = {
	ink: "pen's colour",
	width: "pen's width",
	fill: "fill",
};

const OUTLINED: ReadonlySet<number> = new Set([
	ENTRY.segment,
	ENTRY.curve,
	ENTRY.line,
	ENTRY.rect,
	ENTRY.ellipse,
	ENTRY.polygon,
	ENTRY.polyline,
	ENTRY.arc,
]);
const INSIDE: ReadonlySet<number> = new Set([
	ENTRY.rect,
	ENTRY.ellipse,
	ENTRY.polygon,
	ENTRY.arc,
	ENTRY.text,
	ENTRY.areaEnd,
]);
const SHOWN: ReadonlySet<number> = new Set([...OUTLINED, ENTRY.dot, ENTRY.text]);

/** Whether an entry is drawn with what a setting set. */
function uses(aspect: PenSetting, kind: number, ink: number, fill: number): boolean {
	if (aspect === "fill") return INSIDE.has(kind);
	if (kind === ENTRY.text) return aspect === "ink" && fill === -1;
	if (kind === ENTRY.travel || kind === ENTRY.curvedTravel) return aspect === "ink" && ink === -1;
	return OUTLINED.has(kind) || kind === ENTRY.dot;
}

/** The settings of one pen: which hold, since which row. */
export class SettingLog {
	private readonly used: Readonly<Record<PenSetting, Uint8Array>>;
	private readonly held = new Map<PenSetting, { line: number; from: number }>();

	/** @param used by line: 1 where something was set, 2 added where something drawn used it */
	constructor(used: Readonly<Record<PenSetting, Uint8Array>>) {
		this.used = used;
	}

	set(aspect: PenSetting, line: number, tape: TapeWriter): void {
		this.close(aspect, tape);
		this.used[aspect][line] = (this.used[aspect][line] as number) | 1;
		this.held.set(aspect, { line, from: tape.length });
	}

	/** Looks at what the settings that still hold were used for. */
	end(tape: TapeWriter): void {
		for (const aspect of PEN_SETTINGS) this.close(aspect, tape);
	}

	private close(aspect: PenSetting, tape: TapeWriter): void {
		const held = this.held.get(aspect);
		const flags = this.used[aspect];
		if (!held || ((flags[held.line] as number) & 2) !== 0) return;
		for (let row = held.from; row < tape.length; row++) {
			const { ink, fill } = tape.styleAt(tape.styleNumber(row));
			if (!uses(aspect, tape.kindAt(row), ink, fill)) continue;
			flags[held.line] = 3;
			return;
		}
	}
}

/** Collects remarks on a run; most are known only at its end. */
export class RunRemarks {
	private readonly said: RunRemark[] = [];
	private readonly once = new Set<string>();
	private readonly loops: Uint8Array;
	private readonly downwards = new Map<number, { from: string; to: string }>();
	private readonly dry: Uint8Array;
	private readonly settings: Readonly<Record<PenSetting, Uint8Array>>;
	private readonly made = new Map<number, string>();
	private readonly laidLines = new Set<number>();

	/** @param lines the last line of the source */
	constructor(lines: number) {
		const flags = () => new Uint8Array(lines + 2);
		this.loops = flags();
		this.dry = flags();
		this.settings = { ink: flags(), width: flags(), fill: flags() };
	}

	log(): SettingLog {
		return new SettingLog(this.settings);
	}

	/** A remark on a line, reported once however often the line runs. */
	add(code: string, line: number, data: RunRemark["data"] = {}): void {
		const key = `${code} ${line}`;
		if (this.once.has(key)) return;
		this.once.add(key);
		this.said.push({ code, line, data });
	}

	/** A loop starts with this number of passes. */
	loop(line: number, passes: number): void {
		this.loops[line] = (this.loops[line] as number) | (passes < 1 ? 2 : 1);
	}

	/** A loop counts from larger to smaller without a step. */
	downward(line: number, from: string, to: string): void {
		this.loop(line, 0);
		if (!this.downwards.has(line)) this.downwards.set(line, { from, to });
	}

	/** The pen was down and left nothing, since it has no ink. */
	noInk(line: number): void {
		this.dry[line] = 1;
	}

	pictureMade(line: number, name: string): void {
		this.made.set(line, name);
	}

	pictureLaid(lines: readonly number[]): void {
		for (const line of lines) this.laidLines.add(line);
	}

	/** All remarks in the order of the lines. @param whole whether the run came to its own end */
	finish(tape: Tape, whole: boolean): RunRemark[] {
		this.loops.forEach((flags, line) => {
			const down = this.downwards.get(line);
			if (flags === 2) this.add(down ? "loop-downward" : "loop-no-pass", line, down ?? {});
		});
		this.dry.forEach((flag, line) => {
			if (flag) this.add("walk-no-ink", line);
		});
		if (whole) {
			this.unusedSettings();
			for (const [line, name] of this.made) if (!this.laidLines.has(line)) this.add("picture-unlaid", line, { name });
		}
		this.nothingToSee(tape);
		return this.said.sort((a, b) => a.line - b.line);
	}

	private unusedSettings(): void {
		const lines = this.settings.ink.length;
		for (let line = 0; line < lines; line++) {
			const unused = PEN_SETTINGS.filter((a) => this.settings[a][line] === 1);
			if (unused.length > 0)
				this.add("setting-unused", line, { what: unused.map((a) => PEN_SETTING_WORDS[a]).join(" and the ") });
		}
	}

	/** Lines that drew, and left nothing to see each time. */
	private nothingToSee(tape: Tape): void {
		const seen = new Uint8Array(this.loops.length);
		const sheet = sheetBounds(tape.sheet);
		const up = upward(tape.sheet.origin);
		const why = new Map<number, string>();
		for (let row = 0; row < tape.length; row++) {
			const line = tape.line[row] as number;
			if (seen[line] === 1 || !SHOWN.has(tape.kind[row] as number)) continue;
			const reason = unseen(tape, row, sheet, up);
			if (reason === "") seen[line] = 1;
			else if (!why.has(line)) why.set(line, reason);
		}
		for (const [line, reason] of why) if (seen[line] !== 1) this.add("nothing-to-see", line, { why: reason });
	}
}

/** Why an entry leaves nothing to see; empty if something of it may be seen. */
function unseen(tape: Tape, row: number, sheet: Bounds, up: 1 | -1): string {
	const { ink, width, fill } = styleOf(tape, row);
	const kind = tape.kind[row] as number;
	const inked = ink !== -1 && (ink & 255) !== 0 && (width > 0 || kind === ENTRY.dot || kind === ENTRY.text);
	const filled = fill !== -1 && (fill & 255) !== 0 && INSIDE.has(kind);
	if (!inked && !filled) return "paint";
	const box = entryBounds(kind, tape.coords, tape.at[row] as number, endOf(tape, row), tape.texts, up);
	if (!box) return "";
	if (box.right === box.left && box.high === box.low)
		return kind === ENTRY.segment || kind === ENTRY.curve ? "" : "size";
	const half = inked && OUTLINED.has(kind) ? width / 2 : 0;
	const off =
		box.right + half < sheet.left ||
		box.left - half > sheet.right ||
		box.high + half < sheet.low ||
		box.low - half > sheet.high;
	return off ? "sheet" : "";
}
