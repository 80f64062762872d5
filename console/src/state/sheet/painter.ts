import type { PictureShape, Replay } from "@markpen/core";

/** What can be painted: a picture, from the service or from a run here. */
export interface Paintable {
	readonly width: number;
	readonly height: number;
	readonly paper: string;
	readonly shapes: readonly PictureShape[];
	readonly clips: readonly {
		readonly d: string;
		readonly evenOdd?: true | undefined;
		readonly clip?: number | undefined;
	}[];
	readonly gradients?:
		| readonly {
				readonly kind: "linear" | "radial";
				readonly at: readonly number[];
				readonly stops: readonly (readonly [offset: number, colour: string])[];
				readonly stretch?: readonly [a: number, b: number, c: number, d: number] | undefined;
		  }[]
		| undefined;
}

const paths = new WeakMap<object, Path2D>();

function pathOf(of: { readonly d: string }): Path2D {
	const known = paths.get(of);
	if (known) return known;
	const path = new Path2D(of.d);
	paths.set(of, path);
	return path;
}

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

function cutTo(context: Context, of: Pick<Paintable, "clips">, number: number | undefined): void {
	for (let at = number; at !== undefined; at = of.clips[at]?.clip) {
		const clip = of.clips[at];
		if (clip) context.clip(pathOf(clip), clip.evenOdd ? "evenodd" : "nonzero");
	}
}

function paintText(context: Context, { text, fill }: PictureShape): void {
	if (!text) return;
	context.save();
	context.translate(text.x, text.y);
	context.rotate((-text.turned * Math.PI) / 180);
	if (text.mirrored) context.scale(-1, 1);
	context.font = `${text.size}px sans-serif`;
	context.textAlign = text.anchor === "middle" ? "center" : text.anchor;
	context.fillStyle = fill;
	context.fillText(text.words, 0, 0);
	context.restore();
}

/** What a shape is painted with: its colour, or one of the picture's gradients. */
function paintOf(context: Context, of: Pick<Paintable, "gradients">, number: number | undefined, colour: string) {
	const gradient = number === undefined ? undefined : of.gradients?.[number];
	if (!gradient) return colour;
	const [a, b, c, d, e, f] = gradient.at as [number, number, number, number, number, number];
	const made =
		gradient.kind === "linear"
			? context.createLinearGradient(a, b, c, d)
			: context.createRadialGradient(a, b, c, d, e, f);
	for (const [offset, stop] of gradient.stops) made.addColorStop(offset, stop);
	return made;
}

/** The map that a gradient's circles are put through to be seen as ellipses; undefined if they stay circles. */
function stretchOf({ gradients }: Pick<Paintable, "gradients">, number: number): DOMMatrix | undefined {
	const gradient = gradients?.[number];
	if (!gradient?.stretch) return undefined;
	const [x, y] = [gradient.at[3] as number, gradient.at[4] as number];
	const made = new DOMMatrix()
		.translate(x, y)
		.multiply(new DOMMatrix([...gradient.stretch, 0, 0]))
		.translate(-x, -y);
	return made.is2D && made.a * made.d - made.b * made.c !== 0 ? made : undefined;
}

/** Paints one shape; the context has the picture's own coordinates. */
export function paintShape(context: Context, of: Pick<Paintable, "clips" | "gradients">, shape: PictureShape): void {
	const cut = shape.clip !== undefined;
	if (cut) {
		context.save();
		cutTo(context, of, shape.clip);
	}
	if (shape.text) paintText(context, shape);
	else {
		const path = pathOf(shape);
		const fill = () => {
			if (shape.fill === "none") return;
			context.fillStyle = paintOf(context, of, shape.fillGradient, shape.fill);
			const rule = shape.evenOdd ? "evenodd" : "nonzero";
			const stretch = shape.fillGradient === undefined ? undefined : stretchOf(of, shape.fillGradient);
			if (!stretch) return context.fill(path, rule);
			// The gradient is stretched with the context, and the path put back by as much.
			const back = new Path2D();
			back.addPath(path, stretch.inverse());
			context.save();
			context.transform(stretch.a, stretch.b, stretch.c, stretch.d, stretch.e, stretch.f);
			context.fill(back, rule);
			context.restore();
		};
		if (!shape.inkUnder) fill();
		if (shape.ink !== "none" && shape.width > 0) {
			context.strokeStyle = paintOf(context, of, shape.inkGradient, shape.ink);
			context.lineWidth = shape.width;
			context.lineCap = shape.line?.cap ?? "butt";
			context.lineJoin = shape.line?.join ?? "miter";
			context.miterLimit = shape.line?.miter ?? 10;
			context.setLineDash([...(shape.line?.dash ?? [])]);
			context.lineDashOffset = shape.line?.dashOffset ?? 0;
			context.stroke(path);
		}
		if (shape.inkUnder) fill();
	}
	if (cut) context.restore();
}

/** Paints a picture's sheet and all that is on it. */
export function paintPicture(context: Context, picture: Paintable): void {
	context.fillStyle = picture.paper;
	context.fillRect(0, 0, picture.width, picture.height);
	context.save();
	context.beginPath();
	context.rect(0, 0, picture.width, picture.height);
	context.clip();
	for (const shape of picture.shapes) paintShape(context, picture, shape);
	context.restore();
}

/**
 * Paints a drawing in the making up to a row. Going on from a row that is there already paints what is new alone,
 * unless something came to lie under it.
 *
 * @param from the row up to which it is painted already; none if nothing is
 */
export function paintReplay(context: Context, replay: Replay, row: number, from: number | undefined): void {
	const cover = replay.covers.findLast((c) => c.row <= row);
	const first = cover?.under ?? 0;
	const again = from === undefined || from > row || (cover !== undefined && cover.row > from);
	const fresh: PictureShape[] = [];
	let under = again;
	let seen = false;
	for (let i = first; i < replay.shapes.length; i++) {
		const appears = replay.appears[i] as number;
		if (appears > row) continue;
		if (again || appears > (from as number)) {
			fresh.push(replay.shapes[i] as PictureShape);
			seen = true;
		} else if (seen) under = true;
	}
	if (!under && !seen) return;
	context.save();
	context.beginPath();
	context.rect(0, 0, replay.width, replay.height);
	context.clip();
	if (under) {
		context.fillStyle = cover?.paper ?? replay.paper;
		context.fillRect(0, 0, replay.width, replay.height);
		for (let i = first; i < replay.shapes.length; i++)
			if ((replay.appears[i] as number) <= row) paintShape(context, replay, replay.shapes[i] as PictureShape);
	} else for (const shape of fresh) paintShape(context, replay, shape);
	context.restore();
}
