import { type Conditions, type FromSentence, LANGUAGE_IDS, type LanguageId, type Proposal } from "@markpen/core";
import { type Document, isMap, isScalar, isSeq, parseDocument, type Scalar, type YAMLMap, type YAMLSeq } from "yaml";

/** What the editor shows of a file, as far as it can be read. */
export interface FileParts {
	readonly title: string;
	readonly brief: string;
	readonly model: string;
	/** What the model is written in. */
	readonly language: LanguageId;
	/** What students may write in, the usual one first. */
	readonly languages: readonly LanguageId[];
	readonly starter: string;
	readonly example: { readonly show: string; readonly program: string } | null;
	/** What programs are run under, as far as it can be read. */
	readonly conditions: Conditions;
	readonly criteria: readonly {
		readonly id: string;
		readonly points: number;
		readonly bonus: boolean;
		readonly part: string;
		readonly hint: string;
		readonly says: string;
		readonly show: string;
		readonly check: string;
		/** Tolerance of its own, as the file has it: "" for the exercise's. */
		readonly within: string;
		readonly credit: string;
		/** The criterion's values, one by one. */
		readonly values: readonly CriterionValue[];
	}[];
	readonly settings: FileSettings;
}

type Path = readonly (string | number)[];

/** A number, word or switch somewhere inside a criterion. */
export interface CriterionValue {
	readonly path: Path;
	/** Its place in words: "is", "at, x", "growing, by". */
	readonly label: string;
	readonly value: number | string | boolean;
}

/** Settings of the whole exercise, as text for a form. */
export interface FileSettings {
	readonly position: string;
	readonly size: string;
	readonly angle: string;
	readonly paper: string;
	readonly seeds: string;
	readonly frames: string;
	readonly without: string;
	readonly teaches: string;
	readonly level: string;
	readonly minutes: string;
	readonly consequences: string;
}

/** Keys of a criterion that have their own fields in the editor. */
const COMMON = new Set(["id", "check", "points", "bonus", "part", "hint", "says", "show", "within", "credit", "needs"]);
const AXES = ["x", "y"];
/** Values deeper than this, or beyond this number, are edited in the file. */
const MAX_VALUES = 24;

function* valuesIn(node: unknown, path: Path, labels: readonly string[]): Generator<CriterionValue> {
	if (typeof node === "number" || typeof node === "string" || typeof node === "boolean")
		yield { path, label: labels.join(", "), value: node };
	else if (Array.isArray(node)) {
		const isPlace = node.length === 2 && node.every((one) => typeof one === "number");
		for (const [i, one] of node.entries())
			yield* valuesIn(one, [...path, i], [...labels, isPlace ? (AXES[i] as string) : String(i + 1)]);
	} else if (node !== null && typeof node === "object")
		for (const [key, one] of Object.entries(node)) yield* valuesIn(one, [...path, key], [...labels, key]);
}

function criterionValues(criterion: Record<string, unknown>): CriterionValue[] {
	const found = Object.entries(criterion)
		.filter(([key]) => !COMMON.has(key))
		.flatMap(([key, value]) => [...valuesIn(value, [key], [key])]);
	return found.length > MAX_VALUES ? [] : found;
}

const listed = (value: unknown) => (Array.isArray(value) ? value.join(", ") : "");
const plain = (value: unknown) => (typeof value === "number" || typeof value === "string" ? String(value) : "");

function settingsIn(file: Record<string, unknown>): FileSettings {
	const part = (name: string) => (file[name] ?? {}) as Record<string, unknown>;
	const [tolerance, sheet, run] = [part("tolerance"), part("sheet"), part("run")];
	return {
		position: plain(tolerance.position),
		size: plain(tolerance.size),
		angle: plain(tolerance.angle),
		paper: plain(sheet.paper),
		seeds: listed(run.seeds),
		frames: plain(run.frames),
		without: listed(part("statements").without),
		teaches: listed(file.teaches),
		level: plain(file.level),
		minutes: plain(file.minutes),
		consequences: plain(file.consequences),
	};
}

const ORIGINS = ["top left", "centre", "bottom left"] as const;

const text = (value: unknown) => (typeof value === "string" ? value : "");

function conditionsIn(file: Record<string, unknown>): Conditions {
	const { sheet, run, statements } = file as {
		sheet?: unknown;
		run?: { seeds?: unknown; frames?: unknown; steps?: unknown };
		statements?: { without?: unknown };
	};
	const number = (value: unknown) => (typeof value === "number" && Number.isInteger(value) && value > 0 ? value : null);
	const {
		width,
		height,
		origin = "top left",
		paper,
	} = (sheet ?? {}) as { width?: unknown; height?: unknown; origin?: string; paper?: unknown };
	const whole = number(width) !== null && number(height) !== null && ORIGINS.includes(origin as never);
	return {
		sheet: whole
			? {
					width: width as number,
					height: height as number,
					origin: origin as (typeof ORIGINS)[number],
					...(typeof paper === "string" && { paper }),
				}
			: null,
		seed: Array.isArray(run?.seeds) && Number.isInteger(run.seeds[0]) ? (run.seeds[0] as number) : 1,
		frames: number(run?.frames),
		steps: number(run?.steps),
		without: Array.isArray(statements?.without) ? statements.without.map(String) : [],
	};
}

const languageOf = (said: unknown) => LANGUAGE_IDS.find((id) => id === said);

/** What a file's students may write in, the usual one first. */
function languagesIn(file: Record<string, unknown>): LanguageId[] {
	const said = Array.isArray(file.languages) ? file.languages : [file.language];
	const known = [...new Set(said.map(languageOf))].filter((id) => id !== undefined);
	return known.length > 0 ? known : ["nib"];
}

/** What a file's model is written in. */
function languageIn(file: Record<string, unknown>): LanguageId {
	return languageOf(file["model language"]) ?? (languagesIn(file)[0] as LanguageId);
}

/** The parts of a file; undefined if the YAML itself can't be read. */
export function partsOf(source: string): FileParts | undefined {
	const document = parseDocument(source);
	if (document.errors.length > 0) return undefined;
	let value: unknown;
	try {
		value = document.toJS({ maxAliasCount: 20 });
	} catch {
		return undefined;
	}
	if (value === null || typeof value !== "object") return undefined;
	const file = value as Record<string, unknown>;
	const { criteria, example } = file as { criteria?: unknown; example?: { show?: unknown; program?: unknown } };
	return {
		title: text(file.title),
		brief: text(file.brief),
		model: text(file.model),
		language: languageIn(file),
		languages: languagesIn(file),
		starter: text(file.starter),
		example:
			example && typeof example === "object" ? { show: text(example.show), program: text(example.program) } : null,
		conditions: conditionsIn(file),
		criteria: (Array.isArray(criteria) ? criteria : []).map((c: Record<string, unknown> | null) => ({
			id: text(c?.id),
			points: typeof c?.points === "number" ? c.points : 0,
			bonus: c?.bonus === true,
			part: text(c?.part),
			hint: Array.isArray(c?.hint) ? c.hint.join("\n") : text(c?.hint),
			says: text(c?.says),
			show: text(c?.show),
			check: text(c?.check),
			within: plain(c?.within),
			credit: text(c?.credit),
			values: c ? criterionValues(c) : [],
		})),
		settings: settingsIn(file),
	};
}

const written = (document: Document) => document.toString({ lineWidth: 0 });

/** The changed file with its comments. Undefined if the YAML can't be parsed, so that nothing is lost. */
function changed(source: string, change: (document: Document) => void): string | undefined {
	const document = parseDocument(source);
	if (document.errors.length > 0) return undefined;
	change(document);
	return written(document);
}

/** The file with one part put in its place; an empty text takes an optional part away. */
export function withPart(
	source: string,
	part: "title" | "brief" | "model" | "starter",
	value: string,
): string | undefined {
	return changed(source, (document) => {
		if (value === "" && part === "starter") {
			document.delete(part);
			return;
		}
		const block = part !== "title";
		const node = document.createNode(block && !value.endsWith("\n") ? `${value}\n` : value) as Scalar;
		if (block) node.type = "BLOCK_LITERAL";
		// What is beside it in the file stays there.
		const before = document.get(part, true);
		if (isScalar(before))
			Object.assign(node, {
				comment: before.comment,
				commentBefore: before.commentBefore,
				spaceBefore: before.spaceBefore,
			});
		document.set(part, node);
	});
}

function criteriaOf(document: Document): YAMLSeq {
	const found = document.get("criteria");
	if (isSeq(found)) return found;
	const made = document.createNode([]) as YAMLSeq;
	document.set("criteria", made);
	return made;
}

/** The file with a criterion more, and the figures that it refers to. */
export function withCriterion(
	source: string,
	{ criterion, figures }: Pick<Proposal, "criterion" | "figures">,
): string | undefined {
	return changed(source, (document) => {
		for (const [name, selector] of Object.entries(figures))
			document.setIn(["figures", name], document.createNode(selector, { flow: true }));
		const criteria = criteriaOf(document);
		criteria.flow = false;
		criteria.add(document.createNode(criterion, { flow: true }));
	});
}

export function withoutCriterion(source: string, index: number): string | undefined {
	return changed(source, (document) => {
		criteriaOf(document).delete(index);
	});
}

/** Values that a criterion has without the key. */
const USUAL: Readonly<Record<string, string>> = { show: "before", credit: "all or nothing" };

/** The file with a part of a criterion changed; false, an empty text or the usual value takes the key away. */
export function withCriterionPart(
	source: string,
	index: number,
	key: "points" | "hint" | "part" | "says" | "bonus" | "show" | "within" | "credit",
	value: string | number | boolean,
): string | undefined {
	return changed(source, (document) => {
		if (value === "" || value === false || value === USUAL[key]) document.deleteIn(["criteria", index, key]);
		else if (key === "hint" && typeof value === "string" && value.includes("\n"))
			document.setIn(["criteria", index, key], document.createNode(value.split("\n").filter(Boolean), { flow: true }));
		else document.setIn(["criteria", index, key], value);
	});
}

/** The file with one value inside a criterion changed. */
export function withCriterionValue(
	source: string,
	index: number,
	path: Path,
	value: number | string | boolean,
): string | undefined {
	return changed(source, (document) => {
		document.setIn(["criteria", index, ...path], value);
	});
}

/** The path of each setting in the file, and whether it is a list. */
const SETTINGS: Readonly<Record<keyof FileSettings, { readonly path: Path; readonly list?: true }>> = {
	position: { path: ["tolerance", "position"] },
	size: { path: ["tolerance", "size"] },
	angle: { path: ["tolerance", "angle"] },
	paper: { path: ["sheet", "paper"] },
	seeds: { path: ["run", "seeds"], list: true },
	frames: { path: ["run", "frames"] },
	without: { path: ["statements", "without"], list: true },
	teaches: { path: ["teaches"], list: true },
	level: { path: ["level"] },
	minutes: { path: ["minutes"] },
	consequences: { path: ["consequences"] },
};

const numberOr = (value: string): number | string => (/^-?\d+(?:\.\d+)?$/.test(value) ? Number(value) : value);

/** The file with a setting changed; an empty one is left out, and so is a part that is empty then. */
export function withSetting(source: string, name: keyof FileSettings, value: string): string | undefined {
	const { path, list } = SETTINGS[name];
	return changed(source, (document) => {
		const parts = value
			.split(",")
			.map((part) => part.trim())
			.filter((part) => part !== "")
			.map(numberOr);
		if (parts.length > 0) {
			document.setIn([...path], list ? document.createNode(parts, { flow: true }) : numberOr(value.trim()));
			return;
		}
		document.deleteIn([...path]);
		const above = document.get(path[0]);
		if (path.length > 1 && isMap(above) && above.items.length === 0) document.delete(path[0]);
	});
}

/**
 * The file with other languages to write in, the usual one first; the model stays in its own.
 *
 * @param languages one or more
 */
export function withLanguages(source: string, languages: readonly LanguageId[]): string | undefined {
	const model = partsOf(source)?.language;
	return changed(source, (document) => {
		const [first] = languages;
		const made =
			languages.length > 1
				? document.createPair("languages", document.createNode(languages, { flow: true }))
				: document.createPair("language", first);
		// It takes the place of what said the languages before.
		const { items } = document.contents as YAMLMap;
		const names = items.map((item) => String(item.key));
		const at = names.findIndex((name) => name === "language" || name === "languages");
		if (at < 0) items.push(made);
		else items[at] = made;
		if (names.includes("language") && names.includes("languages"))
			document.delete(languages.length > 1 ? "language" : "languages");
		if (model === first) document.delete("model language");
		else document.set("model language", model);
	});
}

/** The sheet changed; its other settings stay. */
export function withSheet(
	source: string,
	sheet: { readonly width: number; readonly height: number; readonly origin: string },
): string | undefined {
	return changed(source, (document) => {
		for (const [key, value] of Object.entries(sheet)) document.setIn(["sheet", key], value);
	});
}

/** The id that a title suggests. */
export function idFor(title: string): string {
	return title
		.normalize("NFD")
		.replace(/\p{M}/gu, "")
		.toLowerCase()
		.replace(/[^a-z0-9]+/g, "-")
		.replace(/^-+|-+$/g, "")
		.slice(0, 60);
}

/** A file to begin with, made of a sentence. */
export function fileOf(id: string, title: string, sentence: string, made: FromSentence): string {
	const document = parseDocument(freshFile(id, title));
	const block = (text: string) => Object.assign(document.createNode(text), { type: "BLOCK_LITERAL" });
	document.set("brief", block(`${sentence.trim()}\n`));
	document.set("model", block(made.model));
	const figures = document.createNode({}) as YAMLMap;
	for (const [name, of] of Object.entries(made.figures)) figures.set(name, document.createNode(of, { flow: true }));
	document.set("figures", figures);
	const criteria = document.createNode([]) as YAMLSeq;
	for (const criterion of made.criteria) criteria.add(document.createNode(criterion, { flow: true }));
	document.set("criteria", criteria);
	return written(document);
}

/** A file to begin with: a sheet, a model that draws one thing, and one criterion. */
export function freshFile(id: string, title: string): string {
	return `format: markpen/exercise@1
id: ${id}
title: ${JSON.stringify(title)}
brief: |
  Say here what is to be drawn.
language: nib
sheet: { width: 400, height: 300, origin: top left }
tolerance: { position: 4, size: 4, angle: 2, colour: family }
# The model draws what you want to see. It is never shown to students unless you let it be.
model: |
  fill gold
  circle centre 200, 150 diameter 80
figures: {}
criteria:
  - { id: neat, check: nothing else, points: 1 }
`;
}
