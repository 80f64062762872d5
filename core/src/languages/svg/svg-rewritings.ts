import { formatColour, parts } from "../../colour/colour.ts";
import { edited } from "../edited.ts";
import type { Rewritten } from "../rewritten.ts";
import type { Edit, ProgramSites } from "../sites.ts";
import type { SvgDocument, SvgElement } from "./document.ts";
import { LOOKS } from "./properties.ts";

/** A document written otherwise so that it draws the same. */
export function svgRewritings(document: SvgDocument, sites: ProgramSites): Rewritten[] {
	const { source, root, elements } = document;
	const made = (id: string, loses: Rewritten["loses"], edits: readonly Edit[]): Rewritten[] =>
		edits.length === 0 ? [] : [{ id, loses, source: edited(source, edits) }];
	const colours = sites.values.flatMap((v): Edit[] =>
		v.colour === undefined || v.colour === -1 || parts(v.colour)[3] !== 255 || v.text.startsWith("#")
			? []
			: [{ start: v.start, end: v.end, text: formatColour(v.colour) }],
	);
	const at = root.tagEnd;
	return [
		...made("a-comment-more", [], [{ start: at, end: at, text: "\n<!-- drawn by me -->" }]),
		...made("colours-as-codes", ["writing"], colours),
		...made("attributes-in-style", ["writing"], elements.flatMap(styled)),
		...made(
			"attributes-in-another-order",
			[],
			elements.flatMap((element) => reversed(element, source)),
		),
		...made(
			"all-in-a-group",
			[],
			[
				{ start: at, end: at, text: "\n<g>" },
				{ start: root.closeStart, end: root.closeStart, text: "</g>\n" },
			],
		),
	];
}

/** What an element's attributes say of its look, moved into `style`. */
function styled(element: SvgElement): Edit[] {
	const { attributes, start, name } = element;
	if (attributes.has("style") || name === "stop") return [];
	const moved = [...attributes.values()].filter((a) => LOOKS.has(a.name) && a.name !== "transform");
	if (moved.length === 0) return [];
	const at = start + 1 + name.length;
	const style = moved.map((a) => `${a.name}: ${a.value.replace(/"/g, "'").replace(/[<&]/g, "")}`).join("; ");
	return [
		{ start: at, end: at, text: ` style="${style}"` },
		...moved.map((a) => ({ start: a.start, end: a.to + 1, text: "" })),
	];
}

/** The attributes of an element, the last one first. */
function reversed(element: SvgElement, source: string): Edit[] {
	const all = [...element.attributes.values()];
	if (all.length < 2) return [];
	const texts = all.map((a) => source.slice(a.start, a.to + 1)).reverse();
	return all.map((a, i) => ({ start: a.start, end: a.to + 1, text: texts[i] as string }));
}
