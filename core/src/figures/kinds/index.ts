import { arc } from "./arc.ts";
import { circle } from "./circle.ts";
import { ellipse } from "./ellipse.ts";
import { equilateralTriangle } from "./equilateral-triangle.ts";
import { isoscelesTriangle } from "./isosceles-triangle.ts";
import type { KindRule } from "./kind.ts";
import { kite } from "./kite.ts";
import { line } from "./line.ts";
import { parallelogram } from "./parallelogram.ts";
import { polygon } from "./polygon.ts";
import { polyline } from "./polyline.ts";
import { quadrilateral } from "./quadrilateral.ts";
import { rect } from "./rect.ts";
import { regularPolygon } from "./regular-polygon.ts";
import { rhombus } from "./rhombus.ts";
import { rightTriangle } from "./right-triangle.ts";
import { scaleneTriangle } from "./scalene-triangle.ts";
import { spiral } from "./spiral.ts";
import { square } from "./square.ts";
import { star } from "./star.ts";
import { trapezium } from "./trapezium.ts";
import { triangle } from "./triangle.ts";

/** The most particular first: a figure lists its kinds in this order. */
export const KIND_RULES: readonly KindRule[] = Object.freeze([
	line,
	arc,
	spiral,
	polyline,
	circle,
	ellipse,
	equilateralTriangle,
	rightTriangle,
	isoscelesTriangle,
	scaleneTriangle,
	triangle,
	square,
	rect,
	rhombus,
	parallelogram,
	kite,
	trapezium,
	quadrilateral,
	regularPolygon,
	star,
	polygon,
]);
