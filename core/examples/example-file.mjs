/** What comes with an example's program, its programs in Nib as marking takes them. */
export function broughtWith({ lastTry, earlier, ...rest } = {}) {
	const inNib = (source) => ({ source, language: "nib" });
	return {
		...rest,
		...(lastTry !== undefined && { lastTry: inNib(lastTry) }),
		...(earlier && { earlier: Object.fromEntries(Object.entries(earlier).map(([id, source]) => [id, inNib(source)])) }),
	};
}

/**
 * The exercise file in which an example of core/examples/checks.yaml is tried: its criterion, beside one that a
 * drawing meets.
 */
export function exampleFile({ check, criterion, figures, file = "" }) {
	const model =
		check === "arrangement"
			? "circle centre 50, 50 diameter 20\ncircle centre 90, 50 diameter 20\ncircle centre 50, 110 diameter 20"
			: "circle centre 99, 99 radius 9";
	const base = /holds|unchanged/.test(criterion) ? "{ kind: circle }" : "everything";
	return `format: markpen/exercise@1
id: example
title: Example
brief: Draw it.
model: |
${model.replace(/^/gm, "  ")}
${file ? `${file}\n` : ""}figures:
  ${figures}
criteria:
  - { id: it, check: ${check}, points: 1, ${criterion} }
  - { id: base, check: count, of: ${base}, at least: 1, points: 1 }
`;
}
