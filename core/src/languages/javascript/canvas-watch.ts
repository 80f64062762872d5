import { IDENTITY, type Matrix } from "../../geometry/matrix.ts";
import type { VectorPath } from "../vector/vector-path.ts";

/** Settings whose value may come to nothing, with what people call them. */
const SETTINGS = {
	fillStyle: "fill colour",
	strokeStyle: "line colour",
	lineWidth: "line width",
} as const;
export type WatchedSetting = keyof typeof SETTINGS;

/** Reports something that is worth a remark. */
export type Note = (code: string, line: number, data?: Readonly<Record<string, string | number>>) => void;

/** Looks for what a program on a canvas probably doesn't mean: it stops nothing, and gets a remark. */
export class CanvasWatch {
	private readonly note: Note;
	/** Settings that nothing has used since, with their lines. */
	private readonly idle = new Map<WatchedSetting, number>();
	private readonly saves: number[] = [];
	/** How many pieces the path had when it was last filled, and stroked. */
	private drawn: { fill?: number; stroke?: number } = {};
	private movedAt = 0;
	private frames = 0;
	private begun: Matrix = IDENTITY;

	constructor(note: Note) {
		this.note = note;
	}

	set(setting: WatchedSetting, line: number): void {
		this.idle.set(setting, line);
	}

	use(...settings: readonly WatchedSetting[]): void {
		for (const setting of settings) this.idle.delete(setting);
	}

	save(line: number): void {
		this.saves.push(line);
	}

	restore(line: number): void {
		if (this.saves.pop() === undefined) this.note("restore-alone", line);
	}

	/** The path is emptied. */
	begin(): void {
		this.drawn = {};
	}

	/** The context's own path is filled, or its line is drawn. */
	draw(path: VectorPath, how: "fill" | "stroke", line: number): void {
		const pieces = path.subPaths.reduce((sum, sub) => sum + sub.pieces.length, 0);
		const before = this.drawn[how];
		if (before !== undefined && before > 0 && pieces > before) this.note("path-again", line);
		this.drawn[how] = pieces;
	}

	transform(line: number): void {
		this.movedAt = line;
	}

	/** A frame begins with these transforms in force. */
	frame(map: Matrix): void {
		this.frames++;
		const grows = this.begun !== IDENTITY && map !== this.begun && this.movedAt > 0;
		if (this.frames > 2 && grows) this.note("transform-adds-up", this.movedAt);
		this.begun = map;
	}

	finish(): void {
		for (const [setting, line] of this.idle) this.note("setting-unused", line, { what: SETTINGS[setting] });
		const left = this.saves.pop();
		if (left !== undefined) this.note("save-alone", left);
	}
}
