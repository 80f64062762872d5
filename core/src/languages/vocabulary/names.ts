/**
 * The names of what other languages draw with. They are listed here too, and held to those languages' own tables by a
 * test, so that an exercise can be read without loading any of them.
 */
export const CANVAS_NAMES: readonly string[] =
	"save restore reset translate rotate scale transform resetTransform clearRect fillRect strokeRect beginPath closePath moveTo lineTo quadraticCurveTo bezierCurveTo arcTo rect arc ellipse fillStyle strokeStyle lineWidth lineCap lineJoin miterLimit lineDashOffset globalAlpha font textAlign textBaseline fill stroke clip fillText strokeText measureText roundRect setTransform getTransform setLineDash getLineDash createLinearGradient createRadialGradient createConicGradient addColorStop isPointInPath isPointInStroke".split(
		" ",
	);

export const SVG_NAMES: readonly string[] =
	"svg rect circle ellipse line polyline polygon path text tspan g use defs symbol linearGradient radialGradient stop clipPath style a title desc".split(
		" ",
	);
