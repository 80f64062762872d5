/**
 * The twin of each example of Nib's help, by the word that it shows: the same drawing in Python. A test holds that both
 * leave the same tape.
 */
export const PYTHON_EXAMPLES: Readonly<Record<string, string>> = Object.freeze({
	// Statements
	sheet: `sheet(200, 100, origin="centre")
circle(centre=(0, 0), radius=30)`,
	paper: `paper("lightblue")
fill("white")
circle(centre=(200, 150), radius=40)`,
	wipe: `paper("lightblue")
circle(centre=(100, 80), radius=30)
wipe()
walk(60)`,
	pen: `pen(colour="navy", width=4)
walk(60)
pen_up()
walk(20)
pen_down()
walk(60)`,
	fill: `fill("gold")
rect(corner=(40, 40), size=(80, 50))`,
	walk: `walk(80)
turn_left(90)
walk(40)`,
	turn: `for side in range(3):
    walk(80)
    turn_left(120)`,
	face: `face(90)
walk(60)
face_toward(0, 0)
walk(30)`,
	go: `pen_up()
go_to(100, 80)
pen_down()
walk(50)`,
	curve: `pen(colour="teal", width=4)
walk(40)
curve_left(radius=30, sweep=180)
walk(40)`,
	dot: `pen(colour="crimson")
dot(at=(60, 60), size=12)
dot(at=(90, 60))`,
	line: `pen(colour="teal", width=3)
line(from_=(40, 40), to=(160, 100))`,
	polyline: `pen(colour="royalblue", width=3)
polyline(at=[(20, 80), (60, 40), (100, 80), (140, 40)])`,
	rect: `fill("tan")
rect(corner=(40, 30), size=(120, 60), round=10)
rect(centre=(100, 140), size=(80, 40), turned=20)`,
	circle: `fill("crimson")
circle(centre=(100, 80), diameter=60)`,
	ellipse: `fill("plum")
ellipse(centre=(100, 80), size=(120, 60))`,
	arc: `fill("orange")
arc(centre=(100, 100), radius=60, from_=0, to=180, closed="segment")`,
	polygon: `fill("seagreen")
polygon(at=[(40, 120), (120, 120), (80, 40)])
polygon(sides=6, centre=(200, 80), radius=40)`,
	star: `fill("gold")
star(points=5, centre=(100, 80), radius=60)`,
	text: `fill("navy")
text("Harbour Day", at=(40, 60), size=24)`,
	lay: `@picture
def flag():
    fill("tomato")
    rect(corner=(0, 0), size=(40, 24))

lay(flag, at=(100, 60))
lay(flag, at=(200, 60), enlarged=2, turned=30)`,
	print: `side = 30
print("round the square:", 4 * side)`,
	cursor: `cursor_off()
walk(60)`,
	pause: `walk(60)
pause(0.5)
walk(60)`,
	// Blocks, names and lists
	let: `side = 30
walk(side)
side = side * 2
walk(side)`,
	repeat: `for side in range(4):
    walk(60)
    turn_left(90)`,
	for: `for i in range(5):
    circle(centre=(60 + i * 60, 150), radius=20)`,
	"for each": `for x in [40, 90, 200]:
    dot(at=(x, 100), size=20)`,
	while: `while pen.x < 300:
    walk(20)
    turn_left(10)`,
	if: `for i in range(1, 7):
    if i % 2 == 0:
        fill("gold")
    else:
        fill("navy")

    rect(corner=(i * 40, 60), size=(30, 30))`,
	break: `for i in range(9):
    walk(30)
    if pen.x > 280:
        break`,
	routine: `def window(x, y, size=20):
    fill("lemonchiffon")
    rect(corner=(x, y), size=(size, size))

window(40, 40)
window(90, 40, 30)`,
	return: `def half(n):
    return n / 2

walk(half(90))`,
	add: `points = []
for i in range(6):
    points.append((40 + i * 50, 100 + i % 2 * 40))

polyline(at=points)`,
	"[ ]": `heights = [30, 60, 45]
heights[2] = 90
for i in range(3):
    rect(corner=(40 + i * 40, 40), size=(30, heights[i]))`,
	area: `fill("gold")
with area():
    for side in range(3):
        walk(80)
        turn_left(120)`,
	picture: `@picture(size=(40, 60))
def buoy():
    fill("tomato")
    polygon(at=[(20, 0), (40, 40), (0, 40)])

lay(buoy, at=(80, 100))
lay(buoy, at=(160, 100), enlarged=1.5)`,
	"each frame": `@each_frame
def sail():
    wipe()
    circle(centre=(frame.number * 3, 150), radius=20)`,
	// Functions
	abs: "walk(abs(-60))",
	floor: `import math
print(math.floor(7 / 2))`,
	ceil: `import math
print(math.ceil(7 / 2))`,
	round: `import math
print(math.floor(2.5 + 0.5), math.ceil(-2.5 - 0.5))`,
	sqrt: `import math
walk(math.sqrt(50 * 50 + 50 * 50))`,
	min: "walk(min(60, 90))",
	max: "walk(max(60, 90))",
	sin: `for i in range(73):
    dot(at=(i * 5, 150 - 60 * sin_deg(i * 5)))`,
	cos: "dot(at=(200 + 80 * cos_deg(30), 150 - 80 * sin_deg(30)), size=9)",
	tan: "print(tan_deg(45))",
	asin: "print(asin_deg(0.5))",
	acos: "print(acos_deg(0.5))",
	atan: "print(atan_deg(1))",
	angle: `face(angle(30, -40))
walk(50)`,
	random: `for i in range(20):
    dot(at=(chance(0, 400), chance(0, 300)), size=6)`,
	choose: `fill(choose(["gold", "navy", "tomato"]))
circle(centre=(200, 150), radius=40)`,
	length: `heights = [30, 60, 45]
print(len(heights))`,
	rgb: `fill(rgb(255, 160, 0))
circle(centre=(200, 150), radius=40)`,
	hsl: `for i in range(12):
    fill(hsl(i * 30, 80, 55))
    circle(centre=(40 + i * 28, 150), radius=14)`,
	row: `@picture(size=(40, 24))
def flag():
    paper("tomato")

lay(row(flag, 10, flag), at=(200, 150))`,
	column: `@picture(size=(40, 24))
def flag():
    paper("tomato")

lay(column(flag, 10, flag), at=(200, 150))`,
	layers: `@picture(size=(40, 40))
def disc():
    fill("gold")
    circle(centre=(20, 20), radius=20)

@picture(size=(60, 60))
def board():
    paper("navy")

lay(layers(disc, board), at=(200, 150))`,
	turned: `@picture(size=(40, 24))
def flag():
    paper("tomato")

lay(turned(flag, 30), at=(200, 150))`,
	enlarged: `@picture(size=(40, 24))
def flag():
    paper("tomato")

lay(enlarged(flag, 3), at=(200, 150))`,
	mirrored: `@picture(size=(40, 60))
def sail():
    polygon(at=[(0, 0), (40, 60), (0, 60)])

lay(mirrored(sail), at=(200, 150))`,
});

/** The line that every program with the module begins with. */
export const IMPORT = "from markpen import *\n";
