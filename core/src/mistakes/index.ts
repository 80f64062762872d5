import { aLineMore } from "./a-line-more.ts";
import { bracketsLeftOut } from "./brackets-left-out.ts";
import { byHand } from "./by-hand.ts";
import { callOtherValue } from "./call-other-value.ts";
import { colourAfter } from "./colour-after.ts";
import { coloursExchanged } from "./colours-exchanged.ts";
import { cornerForMiddle } from "./corner-for-middle.ts";
import { cornerLess } from "./corner-less.ts";
import { cornerMore } from "./corner-more.ts";
import { countedFromOneMore } from "./counted-from-one-more.ts";
import { curveShorter } from "./curve-shorter.ts";
import { curveWider } from "./curve-wider.ts";
import { diameterForRadius } from "./diameter-for-radius.ts";
import { didNotMoveOn } from "./did-not-move-on.ts";
import { didNotReturn } from "./did-not-return.ts";
import { drawnInOtherOrder } from "./drawn-in-other-order.ts";
import { drawnTwice } from "./drawn-twice.ts";
import { errorAddsUp } from "./error-adds-up.ts";
import { everythingUpsideDown } from "./everything-upside-down.ts";
import { exampleUnchanged } from "./example-unchanged.ts";
import { facingLeftOver } from "./facing-left-over.ts";
import { farCornerAsSize } from "./far-corner-as-size.ts";
import { fillForPen } from "./fill-for-pen.ts";
import { fillLost } from "./fill-lost.ts";
import { fillOtherColour } from "./fill-other-colour.ts";
import { filledForOutline } from "./filled-for-outline.ts";
import { hairLine } from "./hair-line.ts";
import { insideAngle } from "./inside-angle.ts";
import { larger } from "./larger.ts";
import { lastDrawnFirst } from "./last-drawn-first.ts";
import { leftDown } from "./left-down.ts";
import { leftOut } from "./left-out.ts";
import { liftedEarly } from "./lifted-early.ts";
import { lineWider } from "./line-wider.ts";
import { lotDrawnTwice } from "./lot-drawn-twice.ts";
import { middleForCorner } from "./middle-for-corner.ts";
import { mirrored } from "./mirrored.ts";
import type { Mistake } from "./mistake.ts";
import { movedAcross } from "./moved-across.ts";
import { movedAway } from "./moved-away.ts";
import { movedUp } from "./moved-up.ts";
import { neverCalled } from "./never-called.ts";
import { neverDown } from "./never-down.ts";
import { neverPlaced } from "./never-placed.ts";
import { neverTurns } from "./never-turns.ts";
import { notAWholeTurn } from "./not-a-whole-turn.ts";
import { numberStillFixed } from "./number-still-fixed.ts";
import { oneMoreBeside } from "./one-more-beside.ts";
import { otherComparison } from "./other-comparison.ts";
import { otherCorner } from "./other-corner.ts";
import { otherCount } from "./other-count.ts";
import { otherKind } from "./other-kind.ts";
import { otherName } from "./other-name.ts";
import { otherNumber } from "./other-number.ts";
import { otherOrigin } from "./other-origin.ts";
import { otherPace } from "./other-pace.ts";
import { otherSign } from "./other-sign.ts";
import { outlineForFilled } from "./outline-for-filled.ts";
import { paperLost } from "./paper-lost.ts";
import { paperOtherColour } from "./paper-other-colour.ts";
import { penColourLost } from "./pen-colour-lost.ts";
import { penOtherColour } from "./pen-other-colour.ts";
import { placeSizeExchanged } from "./place-size-exchanged.ts";
import { radiusForDiameter } from "./radius-for-diameter.ts";
import { rotated } from "./rotated.ts";
import { roundMoreThanOnce } from "./round-more-than-once.ts";
import { scaled } from "./scaled.ts";
import { settingCarriedOver } from "./setting-carried-over.ts";
import { shifted } from "./shifted.ts";
import { sideLeftOut } from "./side-left-out.ts";
import { sideTooFew } from "./side-too-few.ts";
import { sideTooMany } from "./side-too-many.ts";
import { signLost } from "./sign-lost.ts";
import { smaller } from "./smaller.ts";
import { startsElsewhere } from "./starts-elsewhere.ts";
import { statementMoved } from "./statement-moved.ts";
import { stuckNewEachFrame } from "./stuck-new-each-frame.ts";
import { stuckSameSum } from "./stuck-same-sum.ts";
import { tooFaint } from "./too-faint.ts";
import { trail } from "./trail.ts";
import { turnMore } from "./turn-more.ts";
import { turnedOtherWay } from "./turned-other-way.ts";
import { turnsTooEarly } from "./turns-too-early.ts";
import { turnsTooLate } from "./turns-too-late.ts";
import { variableOther } from "./variable-other.ts";
import { walkLonger } from "./walk-longer.ts";
import { widthHeightExchanged } from "./width-height-exchanged.ts";
import { widthLost } from "./width-lost.ts";
import { wordsMisspelt } from "./words-misspelt.ts";
import { xYExchanged } from "./x-y-exchanged.ts";
import { yWrongWay } from "./y-wrong-way.ts";

/**
 * Every mistake, a particular one before a general one: of two names for the same change the first is used. The
 * order in which mends are tried is in likelihood.ts.
 */
export const MISTAKES: readonly Mistake[] = Object.freeze([
	turnedOtherWay,
	insideAngle,
	notAWholeTurn,
	turnMore,
	sideTooFew,
	sideTooMany,
	roundMoreThanOnce,
	walkLonger,
	curveWider,
	curveShorter,
	facingLeftOver,
	didNotReturn,
	leftDown,
	neverDown,
	liftedEarly,
	didNotMoveOn,
	errorAddsUp,
	otherPace,
	countedFromOneMore,
	neverCalled,
	cornerForMiddle,
	middleForCorner,
	xYExchanged,
	widthHeightExchanged,
	placeSizeExchanged,
	farCornerAsSize,
	otherCorner,
	yWrongWay,
	everythingUpsideDown,
	mirrored,
	signLost,
	otherOrigin,
	movedAcross,
	movedUp,
	bracketsLeftOut,
	otherSign,
	otherName,
	otherNumber,
	radiusForDiameter,
	diameterForRadius,
	larger,
	smaller,
	scaled,
	otherKind,
	cornerMore,
	cornerLess,
	rotated,
	wordsMisspelt,
	fillOtherColour,
	penOtherColour,
	paperOtherColour,
	tooFaint,
	lineWider,
	hairLine,
	fillForPen,
	outlineForFilled,
	filledForOutline,
	settingCarriedOver,
	fillLost,
	penColourLost,
	widthLost,
	paperLost,
	colourAfter,
	coloursExchanged,
	leftOut,
	drawnTwice,
	aLineMore,
	drawnInOtherOrder,
	lastDrawnFirst,
	trail,
	stuckNewEachFrame,
	stuckSameSum,
	neverTurns,
	turnsTooEarly,
	turnsTooLate,
	startsElsewhere,
	otherComparison,
	numberStillFixed,
	lotDrawnTwice,
	shifted,
	variableOther,
	callOtherValue,
	oneMoreBeside,
	statementMoved,
	otherCount,
	sideLeftOut,
	neverPlaced,
	byHand,
	exampleUnchanged,
	movedAway,
]);

const BY_ID: ReadonlyMap<string, Mistake> = new Map(MISTAKES.map((m) => [m.id, m]));

/** A mistake in words, for lists of what several programs share: "Turned the other way"; undefined for other ids. */
export function mistakeWords(id: string): string | undefined {
	const made = BY_ID.get(id)?.made;
	return made && made.charAt(0).toUpperCase() + made.slice(1);
}

/** What was changed in a program to make a mistake, in words; the id itself where there is no such mistake any more. */
export function alterationWords(id: string): string {
	return BY_ID.get(id)?.made ?? id;
}
