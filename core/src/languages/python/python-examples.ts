/**
 * The twin of each example of Nib's help, by the word that it shows: the same drawing in Python. A test holds that both
 * leave the same tape.
 */
export const PYTHON_EXAMPLES: Readonly<Record<string, string>> = Object.freeze({
	// Statements
	sheet: 'sheet(200, 100, origin="centre")\ncircle(centre=(0, 0), radius=30)',
	paper: 'paper("lightblue")\nfill("white")\ncircle(centre=(200, 150), radius=40)',
	wipe: 'paper("lightblue")\ncircle(centre=(100, 80), radius=30)\nwipe()\nwalk(60)',
	pen: 'pen(colour="navy", width=4)\nwalk(60)\npen_up()\nwalk(20)\npen_down()\nwalk(60)',
	fill: 'fill("gold")\nrect(corner=(40, 40), size=(80, 50))',
	walk: "walk(80)\nturn_left(90)\nwalk(40)",
	turn: "for side in range(3):\n    walk(80)\n    turn_left(120)",
	face: "face(90)\nwalk(60)\nface_toward(0, 0)\nwalk(30)",
	go: "pen_up()\ngo_to(100, 80)\npen_down()\nwalk(50)",
	curve: 'pen(colour="teal", width=4)\nwalk(40)\ncurve_left(radius=30, sweep=180)\nwalk(40)',
	dot: 'pen(colour="crimson")\ndot(at=(60, 60), size=12)\ndot(at=(90, 60))',
	line: 'pen(colour="teal", width=3)\nline(from_=(40, 40), to=(160, 100))',
	polyline: 'pen(colour="royalblue", width=3)\npolyline(at=[(20, 80), (60, 40), (100, 80), (140, 40)])',
	rect: 'fill("tan")\nrect(corner=(40, 30), size=(120, 60), round=10)\nrect(centre=(100, 140), size=(80, 40), turned=20)',
	circle: 'fill("crimson")\ncircle(centre=(100, 80), diameter=60)',
	ellipse: 'fill("plum")\nellipse(centre=(100, 80), size=(120, 60))',
	arc: 'fill("orange")\narc(centre=(100, 100), radius=60, from_=0, to=180, closed="segment")',
	polygon:
		'fill("seagreen")\npolygon(at=[(40, 120), (120, 120), (80, 40)])\npolygon(sides=6, centre=(200, 80), radius=40)',
	star: 'fill("gold")\nstar(points=5, centre=(100, 80), radius=60)',
	text: 'fill("navy")\ntext("Harbour Day", at=(40, 60), size=24)',
	lay: '@picture\ndef flag():\n    fill("tomato")\n    rect(corner=(0, 0), size=(40, 24))\n\nlay(flag, at=(100, 60))\nlay(flag, at=(200, 60), enlarged=2, turned=30)',
	print: 'side = 30\nprint("round the square:", 4 * side)',
	cursor: "cursor_off()\nwalk(60)",
	pause: "walk(60)\npause(0.5)\nwalk(60)",
	// Blocks, names and lists
	let: "side = 30\nwalk(side)\nside = side * 2\nwalk(side)",
	repeat: "for side in range(4):\n    walk(60)\n    turn_left(90)",
	for: "for i in range(5):\n    circle(centre=(60 + i * 60, 150), radius=20)",
	"for each": "for x in [40, 90, 200]:\n    dot(at=(x, 100), size=20)",
	while: "while pen.x < 300:\n    walk(20)\n    turn_left(10)",
	if: 'for i in range(1, 7):\n    if i % 2 == 0:\n        fill("gold")\n    else:\n        fill("navy")\n\n    rect(corner=(i * 40, 60), size=(30, 30))',
	break: "for i in range(9):\n    walk(30)\n    if pen.x > 280:\n        break",
	routine:
		'def window(x, y, size=20):\n    fill("lemonchiffon")\n    rect(corner=(x, y), size=(size, size))\n\nwindow(40, 40)\nwindow(90, 40, 30)',
	return: "def half(n):\n    return n / 2\n\nwalk(half(90))",
	add: "points = []\nfor i in range(6):\n    points.append((40 + i * 50, 100 + i % 2 * 40))\n\npolyline(at=points)",
	"[ ]":
		"heights = [30, 60, 45]\nheights[2] = 90\nfor i in range(3):\n    rect(corner=(40 + i * 40, 40), size=(30, heights[i]))",
	area: 'fill("gold")\nwith area():\n    for side in range(3):\n        walk(80)\n        turn_left(120)',
	picture:
		'@picture(size=(40, 60))\ndef buoy():\n    fill("tomato")\n    polygon(at=[(20, 0), (40, 40), (0, 40)])\n\nlay(buoy, at=(80, 100))\nlay(buoy, at=(160, 100), enlarged=1.5)',
	"each frame": "@each_frame\ndef sail():\n    wipe()\n    circle(centre=(frame.number * 3, 150), radius=20)",
	// Functions
	abs: "walk(abs(-60))",
	floor: "import math\nprint(math.floor(7 / 2))",
	ceil: "import math\nprint(math.ceil(7 / 2))",
	round: "import math\nprint(math.floor(2.5 + 0.5), math.ceil(-2.5 - 0.5))",
	sqrt: "import math\nwalk(math.sqrt(50 * 50 + 50 * 50))",
	min: "walk(min(60, 90))",
	max: "walk(max(60, 90))",
	sin: "for i in range(73):\n    dot(at=(i * 5, 150 - 60 * sin_deg(i * 5)))",
	cos: "dot(at=(200 + 80 * cos_deg(30), 150 - 80 * sin_deg(30)), size=9)",
	tan: "print(tan_deg(45))",
	asin: "print(asin_deg(0.5))",
	acos: "print(acos_deg(0.5))",
	atan: "print(atan_deg(1))",
	angle: "face(angle(30, -40))\nwalk(50)",
	random: "for i in range(20):\n    dot(at=(chance(0, 400), chance(0, 300)), size=6)",
	choose: 'fill(choose(["gold", "navy", "tomato"]))\ncircle(centre=(200, 150), radius=40)',
	length: "heights = [30, 60, 45]\nprint(len(heights))",
	rgb: "fill(rgb(255, 160, 0))\ncircle(centre=(200, 150), radius=40)",
	hsl: "for i in range(12):\n    fill(hsl(i * 30, 80, 55))\n    circle(centre=(40 + i * 28, 150), radius=14)",
	row: '@picture(size=(40, 24))\ndef flag():\n    paper("tomato")\n\nlay(row(flag, 10, flag), at=(200, 150))',
	column: '@picture(size=(40, 24))\ndef flag():\n    paper("tomato")\n\nlay(column(flag, 10, flag), at=(200, 150))',
	layers:
		'@picture(size=(40, 40))\ndef disc():\n    fill("gold")\n    circle(centre=(20, 20), radius=20)\n\n@picture(size=(60, 60))\ndef board():\n    paper("navy")\n\nlay(layers(disc, board), at=(200, 150))',
	turned: '@picture(size=(40, 24))\ndef flag():\n    paper("tomato")\n\nlay(turned(flag, 30), at=(200, 150))',
	enlarged: '@picture(size=(40, 24))\ndef flag():\n    paper("tomato")\n\nlay(enlarged(flag, 3), at=(200, 150))',
	mirrored:
		"@picture(size=(40, 60))\ndef sail():\n    polygon(at=[(0, 0), (40, 60), (0, 60)])\n\nlay(mirrored(sail), at=(200, 150))",
});

/** The line that every program with the module begins with. */
export const IMPORT = "from markpen import *\n";
