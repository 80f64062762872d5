import { type EllipseFit, fitEllipse } from "../geometry/ellipse.ts";
import { distance, type Point, signedArea } from "../geometry/points.ts";
import { directionDeg } from "../geometry/trig.ts";
import { type RoundLine, roundLine } from "./round-line.ts";
import type { Tolerance } from "./tolerance.ts";

/** Geometry of an outline's corners, computed once and asked by every kind. */
export class Shape {
	readonly points: readonly Point[];
	readonly closed: boolean;
	readonly tolerance: Tolerance;
	/** Lengths of the sides in order; the last of a closed shape leads back to its first point. */
	readonly sides: readonly number[];
	/** Interior angle at each corner of a closed shape, 0 to 360. */
	readonly angles: readonly number[];
	/** Direction of each side, degrees, anticlockwise where y grows upwards. */
	readonly directions: readonly number[];
	private oval: EllipseFit | null | undefined;
	private circle: RoundLine | null | undefined;
	private turns: readonly number[] | undefined;

	constructor(points: readonly Point[], closed: boolean, tolerance: Tolerance) {
		this.points = points;
		this.closed = closed;
		this.tolerance = tolerance;
		const n = points.length;
		const count = closed ? n : n - 1;
		const sides: number[] = [];
		const directions: number[] = [];
		for (let i = 0; i < count; i++) {
			const [ax, ay] = points[i] as Point;
			const [bx, by] = points[(i + 1) % n] as Point;
			sides.push(distance(ax, ay, bx, by));
			directions.push(directionDeg(bx - ax, by - ay));
		}
		this.sides = sides;
		this.directions = directions;
		this.angles = closed ? this.interior() : [];
	}

	get corners(): number {
		return this.closed ? this.points.length : 0;
	}

	/** The ellipse nearest to a closed shape of many corners. */
	get ellipse(): EllipseFit | undefined {
		if (this.oval === undefined) this.oval = (this.closed && fitEllipse(this.points)) || null;
		return this.oval ?? undefined;
	}

	/** What each corner of an open outline turns by, -180 to 180, anticlockwise where y grows upwards. */
	get bends(): readonly number[] {
		if (!this.turns) {
			const { directions } = this;
			const turns = new Array<number>(Math.max(0, directions.length - 1));
			for (let i = 0; i < turns.length; i++) {
				const turn = (directions[i + 1] as number) - (directions[i] as number);
				turns[i] = turn > 180 ? turn - 360 : turn <= -180 ? turn + 360 : turn;
			}
			this.turns = turns;
		}
		return this.turns;
	}

	/** The circle that the points of an open outline lie on, if they go round it one way in small steps. */
	get round(): RoundLine | undefined {
		if (this.circle === undefined) this.circle = (!this.closed && roundLine(this)) || null;
		return this.circle ?? undefined;
	}

	private interior(): number[] {
		const left = signedArea(this.points) >= 0;
		const n = this.points.length;
		return this.points.map((_, i) => {
			const before = this.directions[(i + n - 1) % n] as number;
			const after = this.directions[i] as number;
			const turn = ((((after - before) % 360) + 540) % 360) - 180;
			return 180 - (left ? turn : -turn);
		});
	}
}
