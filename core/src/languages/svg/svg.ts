import { CLASS_LIMITS, type Limits } from "../../limits/limits.ts";
import { type Given, GivenWrong } from "../given.ts";
import type { Language, ReadProgram } from "../language.ts";
import type { Outline } from "../outline.ts";
import type { Problem } from "../problem.ts";
import type { Rewritten } from "../rewritten.ts";
import type { Run, RunOptions } from "../run.ts";
import type { ProgramSites } from "../sites.ts";
import type { SvgDocument } from "./document.ts";
import { type Reading, readSvg } from "./read-svg.ts";
import { remarksOn } from "./remarks.ts";
import { SvgRun } from "./run-svg.ts";
import { SVG_HELP } from "./svg-help.ts";
import { svgOutline } from "./svg-outline.ts";
import { svgRewritings } from "./svg-rewritings.ts";
import { SVG_SENTENCES } from "./svg-sentences.ts";
import { svgSites } from "./svg-sites.ts";

/** A drawing as an SVG document. */
class SvgProgram implements ReadProgram {
	readonly language = "svg";
	readonly source: string;
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
	/** A document comes out the same every time. */
	readonly usesChance = false;
	readonly sentences = SVG_SENTENCES;
	private readonly reading: Reading;
	private outlined: Outline | undefined;
	private found: ProgramSites | undefined;

	constructor(source: string, limits: Limits, without: readonly string[]) {
		const reading = readSvg(source, limits);
		this.source = source;
		this.reading = reading;
		const document = this.document;
		const left = document?.elements.find(({ name }) => without.includes(name));
		this.problems = reading.ok
			? left
				? [{ code: "statement-left-out", place: left.place, data: { word: left.name } }]
				: []
			: [reading.problem];
		this.remarks = document ? remarksOn(document) : [];
	}

	get isReadable(): boolean {
		return this.problems.length === 0;
	}

	get outline(): Outline {
		this.outlined ??= svgOutline(this.source, this.reading);
		return this.outlined;
	}

	get sites(): ProgramSites {
		this.found ??= svgSites(this.readable);
		return this.found;
	}

	run(options: RunOptions): Run {
		const { readable } = this;
		const wrong = options.given && this.givenProblem(options.given);
		if (wrong) throw wrong;
		return new SvgRun(readable, options).run();
	}

	rewritings(): readonly Rewritten[] {
		return svgRewritings(this.readable, this.sites);
	}

	/** A document declares no names, so that none can be given a value. */
	givenProblem(given: Given): GivenWrong | undefined {
		const [name] = Object.keys(given);
		return name === undefined ? undefined : new GivenWrong(name, undefined);
	}

	private get document(): SvgDocument | undefined {
		return this.reading.ok ? this.reading.document : undefined;
	}

	private get readable(): SvgDocument {
		if (!this.reading.ok || !this.isReadable) throw new Error("a source that can't be read has no run and no sites");
		return this.reading.document;
	}
}

/** SVG documents. */
export const SVG: Language = {
	id: "svg",
	help: SVG_HELP,
	read: (source, limits = CLASS_LIMITS, without = []) => new SvgProgram(source, limits, without),
};
