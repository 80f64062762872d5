// Puts together the free harbour scenes of the demo: each from a sky, a routine, a boat and something on the quay, so
// that twenty of them side by side in the judging are twenty pictures.

/** Paper, and what is in the sky. Its size comes from `random`. */
const SKIES = [
	["paper lightskyblue", "pen none", "fill gold", "circle centre 410, 55 diameter random(40, 80)"],
	["paper midnightblue", "pen none", "fill ivory", "circle centre 90, 60 radius random(18, 36)"],
	["paper mistyrose", "pen none", "fill tomato", "circle centre 240, 150 diameter random(80, 130)"],
	[
		"paper lavender",
		"pen none",
		"fill white",
		"ellipse centre 120, 50 size random(70, 150), 36",
		"circle centre 350, 70 radius 24",
	],
	[
		"paper #d8ecff",
		"pen colour orange width 3",
		"fill yellow",
		"circle centre 60, 60 diameter random(30, 70)",
		"line from 110, 60 to 130, 60",
		"line from 60, 110 to 60, 130",
	],
];

/** The water in front. */
const WATERS = [
	["pen none", "fill steelblue", "rect corner 0, 240 size 480, 80"],
	["pen none", "fill teal", "rect corner 0, 250 size 480, 70"],
	["pen none", "fill royalblue", "rect corner 0, 236 size 480, 42", "fill navy", "rect corner 0, 278 size 480, 42"],
	["pen none", "fill seagreen", "polygon at [0, 244], [480, 232], [480, 320], [0, 320]"],
];

/** The cargo on the quay, drawn by a routine of their own: two triangles and two rects. */
const ROUTINES = [
	{
		source: [
			"routine house(x, wide)",
			"  pen colour black width 2",
			"  fill tan",
			"  rect corner x, 180 size wide, 60",
			"  fill firebrick",
			"  polygon at [x, 180], [x + wide, 180], [x + wide / 2, 145]",
			"end",
			"house(24, 64)",
			"house(110, 48)",
		],
	},
	{
		source: [
			"routine tower(x, tall)",
			"  pen none",
			"  fill white",
			"  rect corner x, 240 - tall size 34, tall",
			"  fill crimson",
			"  polygon at [x - 6, 240 - tall], [x + 40, 240 - tall], [x + 17, 210 - tall]",
			"end",
			"tower(40, 110)",
			"tower(120, 70)",
		],
	},
	{
		source: [
			"routine tent(x, colour)",
			"  pen colour black width 1",
			"  fill colour",
			"  polygon at [x, 240], [x + 70, 240], [x + 35, 170]",
			"  fill saddlebrown",
			"  rect corner x + 28, 215 size 14, 25",
			"end",
			"tent(20, orchid)",
			"tent(110, darkorange)",
		],
	},
	{
		source: [
			"routine fir(x, base)",
			"  pen none",
			"  fill saddlebrown",
			"  rect corner x + 16, base - 20 size 8, 20",
			"  fill darkgreen",
			"  polygon at [x, base - 20], [x + 40, base - 20], [x + 20, base - 90]",
			"end",
			"fir(16, 240)",
			"fir(70, 236)",
			"fir(124, 240)",
		],
	},
	{
		source: [
			"routine shed(x, y)",
			"  pen colour dimgray width 2",
			"  fill peru",
			"  rect corner x, y size 54, 40",
			"  fill slategray",
			"  polygon at [x - 6, y], [x + 60, y], [x + 60, y - 24]",
			"end",
			"for i from 0 to 2",
			"  shed(20 + 74 * i, 200)",
			"end",
		],
	},
	{
		source: [
			"routine flag(x, colour)",
			"  pen colour black width 3",
			"  line from x, 240 to x, 130",
			"  pen none",
			"  fill colour",
			"  polygon at [x + 2, 132], [x + 2, 162], [x + 44, 147]",
			"end",
			"flag(30, red)",
			"flag(95, gold)",
			"flag(160, limegreen)",
		],
	},
];

/** A boat: mast, and a closed outline that is left unfilled. */
const BOATS = [
	[
		"pen colour black width 3",
		"line from 340, 240 to 340, 120",
		"pen none",
		"fill white",
		"polygon at [344, 126], [344, 214], [400, 214]",
		"fill saddlebrown",
		"polygon at [290, 226], [420, 226], [396, 258], [310, 258]",
		"fill none",
		"pen colour navy width 5",
		"circle centre 315, 242 diameter 16",
	],
	[
		"pen none",
		"fill darkred",
		"rect corner 280, 222 size 150, 34",
		"fill whitesmoke",
		"rect corner 320, 190 size 60, 32",
		"fill none",
		"pen colour black width 6",
		"rect corner 332, 198 size 16, 14",
		"pen colour black width 3",
		"line from 366, 190 to 366, 150",
	],
	[
		"pen colour maroon width 4",
		"fill wheat",
		"polygon at [300, 232], [440, 232], [410, 264], [330, 264]",
		"line from 370, 232 to 370, 110",
		"fill none",
		"pen colour crimson width 5",
		"polygon at [376, 116], [376, 218], [436, 218]",
	],
	[
		"pen none",
		"fill orange",
		"ellipse centre 360, 246 size 130, 36",
		"fill cornflowerblue",
		"rect corner 336, 206 size 48, 28",
		"fill none",
		"pen colour black width 5",
		"ellipse centre 360, 246 size 100, 20",
		"pen width 2",
		"line from 360, 206 to 360, 160",
	],
];

/** On the quay: lines and rects. */
const QUAYS = [
	[
		"pen colour saddlebrown width 4",
		"line from 0, 240 to 270, 240",
		"for i from 0 to 4",
		"  line from 30 + 50 * i, 240 to 30 + 50 * i, 275",
		"end",
		"pen none",
		"fill olive",
		"rect corner 215, 222 size 18, 18",
	],
	[
		"pen colour black width 2",
		"line from 200, 240 to 200, 170",
		"line from 200, 170 to 260, 190",
		"line from 260, 190 to 260, 225",
		"fill goldenrod",
		"rect corner 250, 225 size 20, 15",
	],
	[
		"pen none",
		"fill dimgray",
		"rect corner 0, 240 size 260, 14",
		"pen colour white width 2",
		"line from 20, 262 to 90, 262",
		"line from 120, 272 to 200, 272",
		"line from 230, 264 to 270, 264",
	],
	[
		"pen none",
		"fill chocolate",
		"for i from 0 to 2",
		"  rect corner 205 + 22 * i, 220 size 18, 18",
		"end",
		"pen colour black width 1",
		"for i from 0 to 3",
		"  line from 205 + 22 * i, 216 to 219 + 22 * i, 204",
		"end",
	],
	[
		"pen colour dimgray width 3",
		"for i from 0 to 5",
		"  line from 210 + 12 * i, 238 to 210 + 12 * i, 214",
		"end",
		"line from 208, 222 to 272, 222",
		"pen none",
		"fill deeppink",
		"rect corner 232, 200 size 16, 14",
	],
];

/** What some leave out: the parts of a scene that hold one criterion. */
const SLIPS = [
	(lines) => lines.map((line) => line.replace(/random\(\d+, (\d+)\)/, "$1")),
	(lines) => lines.filter((line) => !line.startsWith("paper ")),
	(lines) => lines.map((line) => (/^fill none$/.test(line) ? "fill beige" : line)),
	(lines) => lines.map((line) => line.replace(/width [456]$/, "width 2")),
	(lines) => [...lines, ...lines.filter((line) => /^rect corner \d/.test(line)).slice(0, 1)],
	(lines) => lines.filter((line) => !/^ *line/.test(line)),
];

/** Scene number `i`: no two of the first 120 are put together from the same parts. */
function scene(i) {
	return [
		...SKIES[i % SKIES.length],
		...WATERS[(i + Math.floor(i / 5)) % WATERS.length],
		...ROUTINES[(i * 5 + Math.floor(i / 6)) % ROUTINES.length].source,
		...BOATS[(i * 3 + Math.floor(i / 4)) % BOATS.length],
		...QUAYS[(i * 2 + Math.floor(i / 5)) % QUAYS.length],
	];
}

const text = (lines) => `${lines.join("\n")}\n`;

/** `right` scenes with everything on the list, then `mistaken` ones that lack something. */
export function scenes({ right, mistaken }) {
	return {
		right: Array.from({ length: right }, (_, i) => text(scene(i))),
		mistaken: Array.from({ length: mistaken }, (_, i) => text(SLIPS[i % SLIPS.length](scene(right + i)))),
	};
}
