import { fileURLToPath } from "node:url";

const FONT = fileURLToPath(new URL("../font/AtkinsonHyperlegibleNext-Regular.ttf", import.meta.url));

/** A drawing in SVG as a PNG of a width in pixels. */
export async function renderPng({ svg, width }: { readonly svg: string; readonly width: number }): Promise<Uint8Array> {
	const { Resvg } = await import("@resvg/resvg-js");
	const font = { fontFiles: [FONT], loadSystemFonts: false, defaultFontFamily: "Atkinson Hyperlegible Next" };
	return new Resvg(svg, { fitTo: { mode: "width", value: width }, font }).render().asPng();
}
