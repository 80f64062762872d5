/** The exercise file in which an example of core/examples/slips.yaml is tried. */
export function slipFile(exercises, example) {
	const of = exercises[example.in];
	const { width, height, origin } = of.sheet;
	const model = example.model ?? of.model;
	const criteria = example.more ?? `criteria:\n${of.criteria.map((c) => `  - { ${c}, points: 1 }`).join("\n")}`;
	return `format: markpen/exercise@1
id: example
title: Example
brief: Draw it.
sheet: { width: ${width}, height: ${height}, origin: ${origin} }
${of.more ? `${of.more}\n` : ""}model: |
${model.trimEnd().replace(/^/gm, "  ")}
figures:
  ${example.figures ?? of.figures}
${criteria}
`;
}
