import type { PictureShape } from "./picture/picture.ts";
import type { Report } from "./report.ts";
import { cutSentence } from "./words/cut.ts";

/** What a report has at most, as JSON in UTF-8. */
export const MAX_REPORT_BYTES = 1_048_576;

/**
 * Bytes of a UTF-16 code unit in a JSON text in UTF-8 (RFC 8259, section 7), at most: half a pair of surrogates
 * counts as if it were alone, which is written in six.
 */
function unitBytes(unit: number): number {
	if (unit === 0x22 || unit === 0x5c) return 2;
	if (unit < 0x20) return 6;
	if (unit < 0x80) return 1;
	if (unit < 0x800) return 2;
	return unit >= 0xd800 && unit < 0xe000 ? 6 : 3;
}

function textBytes(text: string, most: number): number {
	let bytes = 2;
	for (let i = 0; i < text.length && bytes <= most; i++) bytes += unitBytes(text.charCodeAt(i));
	return bytes;
}

/**
 * Bytes of a value as JSON, or more than that; counting ends soon after `most`, so that a value too large costs no
 * more than one that fits.
 */
export function jsonBytes(value: unknown, most = MAX_REPORT_BYTES): number {
	if (typeof value === "string") return textBytes(value, most);
	if (typeof value === "number") return String(value).length;
	if (typeof value !== "object" || value === null) return 5;
	let bytes = 2;
	if (Array.isArray(value)) {
		for (let i = 0; i < value.length && bytes <= most; i++) bytes += 1 + jsonBytes(value[i], most - bytes);
		return bytes;
	}
	for (const name of Object.keys(value)) {
		if (bytes > most) return bytes;
		bytes += 4 + name.length + jsonBytes(value[name as keyof typeof value], most - bytes);
	}
	return bytes;
}

/** How much of each part is kept of a report that is too large, tried one after the other until it fits. */
const LEVELS = [
	{ letters: 1_000, places: 1_000, figures: 262_144, picture: 524_288, messages: 65_536 },
	{ letters: 200, places: 50, figures: 65_536, picture: 262_144, messages: 16_384 },
	{ letters: 60, places: 5, figures: 0, picture: 0, messages: 0 },
] as const;
type Level = (typeof LEVELS)[number];

/** Cuts the parts of a report to a level, and counts the letters that are missing. */
class Cutting {
	letters = 0;
	private readonly level: Level;

	constructor(level: Level) {
		this.level = level;
	}

	text(text: string): string {
		const { letters } = this.level;
		if (text.length <= letters) return text;
		// A pair of surrogates isn't parted.
		const end = /[\ud800-\udbff]/.test(text.charAt(letters - 1)) ? letters - 1 : letters;
		this.letters += text.length - end;
		return `${text.slice(0, end)}…`;
	}

	/** The same with its texts cut, and its lists of lines and figures as short as they may be. */
	whole<T>(value: T): T {
		if (typeof value === "string") return this.text(value) as T;
		if (Array.isArray(value)) {
			const places = value.every((v) => typeof v === "number" || v === null);
			return (places ? value.slice(0, this.level.places) : value.map((v) => this.whole(v))) as T;
		}
		if (typeof value !== "object" || value === null) return value;
		return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, this.whole(part)])) as T;
	}

	/** As many of a list as have room, from its beginning. */
	list<T>(values: readonly T[], bytes: number, cut: (value: T) => T): T[] {
		const kept: T[] = [];
		let used = 0;
		for (const value of values) {
			const shorter = cut(value);
			used += 1 + jsonBytes(shorter, bytes - used);
			if (used > bytes) break;
			kept.push(shorter);
		}
		return kept;
	}

	/** A shape whose words are cut, and whose path ends where there is no more room. */
	shape(shape: PictureShape, bytes: number): PictureShape {
		const words = shape.text && { text: { ...shape.text, words: this.text(shape.text.words) } };
		const lines = shape.lines.slice(0, this.level.places);
		if (shape.d.length <= bytes) return { ...shape, ...words, lines };
		const end = Math.max(...["L", "M", "A", "C"].map((command) => shape.d.lastIndexOf(command, bytes)));
		return { ...shape, ...words, lines, d: shape.d.slice(0, Math.max(0, end)) };
	}
}

function cutTo(report: Report, level: Level): Report {
	const cutting = new Cutting(level);
	const { picture, figures, messages, criteria, causes, slips, taken, errors, remarks } = report;
	const clips = jsonBytes(picture.clips, level.picture);
	const room = clips > level.picture / 2 ? 0 : level.picture - clips;
	// The last shape that has any room may be a walk of a million steps: it ends on its way.
	let left = room;
	const shapes: PictureShape[] = [];
	for (const shape of picture.shapes) {
		const kept = cutting.shape(shape, left - 200);
		left -= 1 + jsonBytes(kept, left);
		if (left < 0) break;
		shapes.push(kept);
		if (kept.d.length < shape.d.length) break;
	}
	const cutShort = shapes.length > 0 && shapes.at(-1)?.d !== picture.shapes[shapes.length - 1]?.d ? 1 : 0;
	const ofFigures = cutting.list(figures, level.figures, (figure) => ({
		...cutting.whole(figure),
		kinds: figure.kinds,
		outline: figure.outline.length > level.figures / 4 ? "" : figure.outline,
	}));
	const ofMessages = cutting.list(messages, level.messages, (message) => cutting.whole(message));
	const texts = {
		criteria: cutting.whole(criteria),
		causes: causes?.map((cause) => ({ ...cutting.whole(cause), edit: cause.edit })) ?? null,
		slips: cutting.whole(slips),
		taken: cutting.whole(taken),
		errors: cutting.whole(errors),
		remarks: cutting.whole(remarks),
	};
	const counts = {
		shapes: picture.shapes.length - shapes.length + cutShort,
		figures: figures.length - ofFigures.length,
		messages: messages.length - ofMessages.length,
		letters: cutting.letters,
	};
	return {
		...report,
		...texts,
		figures: ofFigures,
		messages: ofMessages,
		picture: {
			...picture,
			clips: room === 0 ? [] : picture.clips,
			shapes,
			leftOut: picture.leftOut + picture.shapes.length - shapes.length,
		},
		cut: { ...counts, sentence: cutSentence(counts) },
	};
}

/**
 * A report of at most {@link MAX_REPORT_BYTES}: unchanged if it fits; otherwise its parts are shortened, and `cut` says
 * by how much. Verdicts and points are kept.
 */
export function fitReport(report: Report): Report {
	if (jsonBytes(report) <= MAX_REPORT_BYTES) return report;
	let cut = report;
	for (const level of LEVELS) {
		cut = cutTo(report, level);
		if (jsonBytes(cut) <= MAX_REPORT_BYTES) return cut;
	}
	return cut;
}
