import type { Declarations } from "./cascade.ts";
import type { SvgElement } from "./document.ts";
import type { ShapeValues } from "./shape-paths.ts";
import type { SvgHost } from "./svg-host.ts";
import { lengthOf, type Measures } from "./units.ts";

/**
 * What an element says of its shape: rules and `style` go before its attributes.
 *
 * @param host gets a remark for what can't be read; none is made without it
 */
export function shapeValues(
	element: SvgElement,
	declared: Declarations,
	measures: Measures,
	host?: Pick<SvgHost, "remark">,
): ShapeValues {
	const { attributes, name: of, place } = element;
	return {
		length: (name, along) => {
			const written = declared.get(name)?.value ?? attributes.get(name)?.value;
			if (written === undefined || written === "auto") return undefined;
			const value = lengthOf(written, measures, along);
			if (value === undefined)
				host?.remark("svg-value-wrong", attributes.get(name)?.place ?? place, { name, value: written, element: of });
			return value;
		},
		text: (name) => attributes.get(name)?.value,
		wrong: (name) => host?.remark("svg-value-cut", attributes.get(name)?.place ?? place, { name, element: of }),
	};
}
