import type { KindRule } from "./kind.ts";
import { line, polyline } from "./lines.ts";
import { polygon, regularPolygon } from "./polygons.ts";
import { kite, parallelogram, quadrilateral, rect, rhombus, square, trapezium } from "./quadrilaterals.ts";
import { circle, ellipse } from "./rounds.ts";
import { equilateralTriangle, isoscelesTriangle, rightTriangle, scaleneTriangle, triangle } from "./triangles.ts";

/** The most particular first: a figure lists its kinds in this order. */
export const KIND_RULES: readonly KindRule[] = Object.freeze([
	line,
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
	polygon,
]);
