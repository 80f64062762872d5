import { answer } from "./answer.ts";
import { arrangement } from "./arrangement.ts";
import { byTeacher } from "./by-teacher.ts";
import { change } from "./change.ts";
import type { Check } from "./check.ts";
import { code } from "./code.ts";
import { colour } from "./colour.ts";
import { count } from "./count.ts";
import { distinct } from "./distinct.ts";
import { filling } from "./filling.ts";
import { likeness } from "./likeness.ts";
import { measure } from "./measure.ts";
import { movement } from "./movement.ts";
import { nothingElse } from "./nothing-else.ts";
import { order } from "./order.ts";
import { ownWork } from "./own-work.ts";
import { path } from "./path.ts";
import { position } from "./position.ts";
import { relation } from "./relation.ts";
import { runs } from "./runs.ts";
import { sheet } from "./sheet.ts";
import { visible } from "./visible.ts";
import { whatIf } from "./what-if.ts";

/**
 * In the order of the docs: how many, how large, where, in what colour, filled or not; how figures stand to one another,
 * and on what; how the pen went; nothing besides, what is seen and what differs; the source; other runs, frames and
 * drawings; what people say.
 */
export const CHECKS = Object.freeze([
	count,
	measure,
	position,
	colour,
	filling,
	relation,
	arrangement,
	order,
	sheet,
	path,
	nothingElse,
	visible,
	distinct,
	code,
	runs,
	whatIf,
	movement,
	likeness,
	change,
	ownWork,
	answer,
	byTeacher,
]) as readonly Check<never>[];

const BY_NAME: ReadonlyMap<string, Check> = new Map(CHECKS.map((c) => [c.name, c as unknown as Check]));

/** The check of a name. Throws RangeError for a name that isn't one. */
export function checkOf(name: string): Check {
	const check = BY_NAME.get(name);
	if (!check) throw new RangeError(`no check is called ${name}`);
	return check;
}
