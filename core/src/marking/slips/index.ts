import type { Marked } from "../judge.ts";
import type { ProgramRun } from "../scene.ts";

import { bracketsLeftOut } from "./brackets-left-out.ts";
import { byHand } from "./by-hand.ts";
import { colourAfter } from "./colour-after.ts";
import { coloursExchanged } from "./colours-exchanged.ts";
import { cornerForMiddle } from "./corner-for-middle.ts";
import { diameterForRadius } from "./diameter-for-radius.ts";
import { didNotMoveOn } from "./did-not-move-on.ts";
import { didNotReturn } from "./did-not-return.ts";
import { drawnTwice } from "./drawn-twice.ts";
import { errorAddsUp } from "./error-adds-up.ts";
import { exampleUnchanged } from "./example-unchanged.ts";
import { facingLeftOver } from "./facing-left-over.ts";
import { farCornerAsSize } from "./far-corner-as-size.ts";
import { fillForPen } from "./fill-for-pen.ts";
import { filledForOutline } from "./filled-for-outline.ts";
import { hidden } from "./hidden.ts";
import { insideAngle } from "./inside-angle.ts";
import { leftDown } from "./left-down.ts";
import { liftedEarly } from "./lifted-early.ts";
import { lotDrawnTwice } from "./lot-drawn-twice.ts";
import { middleForCorner } from "./middle-for-corner.ts";
import { mirrored } from "./mirrored.ts";
import { movedAway } from "./moved-away.ts";
import { neverCalled } from "./never-called.ts";
import { neverDown } from "./never-down.ts";
import { neverPlaced } from "./never-placed.ts";
import { neverSet } from "./never-set.ts";
import { neverTurns } from "./never-turns.ts";
import { notAWholeTurn } from "./not-a-whole-turn.ts";
import { notClosed } from "./not-closed.ts";
import { numberStillFixed } from "./number-still-fixed.ts";
import { offTheSheet } from "./off-the-sheet.ts";
import { otherCorner } from "./other-corner.ts";
import { otherEnd } from "./other-end.ts";
import { otherKind } from "./other-kind.ts";
import { otherOrigin } from "./other-origin.ts";
import { outlineForFilled } from "./outline-for-filled.ts";
import { placeSizeExchanged } from "./place-size-exchanged.ts";
import { radiusForDiameter } from "./radius-for-diameter.ts";
import { roundMoreThanOnce } from "./round-more-than-once.ts";
import { scaled } from "./scaled.ts";
import { settingCarriedOver } from "./setting-carried-over.ts";
import { settingUnused } from "./setting-unused.ts";
import { shifted } from "./shifted.ts";
import { sideTooFew } from "./side-too-few.ts";
import { sideTooMany } from "./side-too-many.ts";
import { signLost } from "./sign-lost.ts";
import type { Explanation, Slip } from "./slip.ts";
import { SlipContext } from "./slip-context.ts";
import { stuckNewEachFrame } from "./stuck-new-each-frame.ts";
import { stuckSameSum } from "./stuck-same-sum.ts";
import { tooFaint } from "./too-faint.ts";
import { tooSmallToSee } from "./too-small-to-see.ts";
import { trail } from "./trail.ts";
import { turned } from "./turned.ts";
import { turnedOtherWay } from "./turned-other-way.ts";
import { turnedTwice } from "./turned-twice.ts";
import { turnsByMiddle } from "./turns-by-middle.ts";
import { turnsTooEarly } from "./turns-too-early.ts";
import { unequalSizes } from "./unequal-sizes.ts";
import { widthHeightExchanged } from "./width-height-exchanged.ts";
import { xYExchanged } from "./x-y-exchanged.ts";
import { yWrongWay } from "./y-wrong-way.ts";

/**
 * Every slip, a particular cause before a general one: what has been explained isn't explained again by a later one.
 * Turning, pen and moving on, placing, size and kind, paint, frames and chance, source, over tries.
 */
export const SLIPS: readonly Slip[] = Object.freeze([
	drawnTwice,
	leftDown,
	neverDown,
	liftedEarly,
	didNotMoveOn,
	insideAngle,
	turnedOtherWay,
	sideTooFew,
	sideTooMany,
	roundMoreThanOnce,
	notClosed,
	notAWholeTurn,
	didNotReturn,
	facingLeftOver,
	cornerForMiddle,
	middleForCorner,
	farCornerAsSize,
	placeSizeExchanged,
	widthHeightExchanged,
	xYExchanged,
	yWrongWay,
	signLost,
	otherCorner,
	bracketsLeftOut,
	otherOrigin,
	otherEnd,
	mirrored,
	errorAddsUp,
	turnedTwice,
	turned,
	radiusForDiameter,
	diameterForRadius,
	unequalSizes,
	otherKind,
	tooSmallToSee,
	shifted,
	scaled,
	coloursExchanged,
	fillForPen,
	colourAfter,
	outlineForFilled,
	filledForOutline,
	settingCarriedOver,
	neverSet,
	tooFaint,
	hidden,
	offTheSheet,
	trail,
	stuckNewEachFrame,
	stuckSameSum,
	turnsByMiddle,
	turnsTooEarly,
	neverTurns,
	lotDrawnTwice,
	byHand,
	exampleUnchanged,
	numberStillFixed,
	neverPlaced,
	neverCalled,
	settingUnused,
	movedAway,
]);

/** A slip that explains something, with the criteria that it explains. */
export interface FoundSlip extends Explanation {
	readonly id: string;
	readonly criteria: readonly string[];
}

/** Slips reported at the most. */
const MAX_SLIPS = 12;

/** The known mistakes that explain what a program misses; none where it misses nothing. */
export function slipsIn(own: ProgramRun, marked: Marked): FoundSlip[] {
	// An empty program has made no mistake yet.
	if (
		!own.program.checked ||
		own.program.steps.length === 0 ||
		marked.judged.every((j) => j.score.verdict === "met" || j.judgement.waits)
	)
		return [];
	const model = own.reference("model");
	if (!model?.program.checked) return [];
	const look = new SlipContext(own, model, marked);
	const explained = new Set<string>();
	const found: FoundSlip[] = [];
	for (const { id, about, follows, tries } of SLIPS) {
		if (!look.isMissed(about)) continue;
		for (const one of byChance(tries(look), look)) {
			const criteria = look.idsAbout(one.about ?? about, one.figures);
			if (criteria.length === 0 || (follows ? one.claims.some((c) => explained.has(c)) : isExplained(one, explained)))
				continue;
			for (const claim of one.claims) explained.add(claim);
			const before = found.findIndex((f) => f.id === id);
			if (before >= 0) found[before] = together(found[before] as FoundSlip, { ...one, id, criteria });
			else found.push({ ...one, id, criteria });
		}
	}
	return found.slice(0, MAX_SLIPS);
}

/**
 * Whether something particular has explained it already: what it explains first, or half of what speaks of many
 * figures.
 */
function isExplained({ claims }: Explanation, explained: ReadonlySet<string>): boolean {
	const known = claims.filter((c) => explained.has(c)).length;
	return claims.length >= 3 ? known * 2 >= claims.length : explained.has(claims[0] ?? "");
}

/** Claims about figures that may come out by chance where many figures are wrong. */
const OF_FIGURES = /^(place|size|turn) /;

/** Explanations without those that fit one of many wrong figures of a name by chance: they must fit half of them. */
function byChance(all: readonly Explanation[], look: SlipContext): readonly Explanation[] {
	if (all.length === 0) return all;
	const nameOf = new Map(look.pairs.map((p) => [p.found.index, p.name]));
	const wrong = new Map<string, number>();
	for (const pair of look.pairs)
		if (!look.isPlaced(pair) || !look.isSized(pair)) wrong.set(pair.name, (wrong.get(pair.name) ?? 0) + 1);
	const fits = new Map<string, number>();
	for (const { figures } of all)
		for (const f of figures) fits.set(nameOf.get(f) ?? "", (fits.get(nameOf.get(f) ?? "") ?? 0) + 1);
	return all.filter(({ figures, claims }) => {
		const [first] = figures;
		const name = first === undefined ? undefined : nameOf.get(first);
		if (name === undefined || !claims.some((c) => OF_FIGURES.test(c))) return true;
		const many = wrong.get(name) ?? 0;
		const share = (fits.get(name) ?? 0) / Math.max(1, many);
		const uneven = look.gone.some((g) => g.name === name) || look.extra.some((f) => f.twin !== null);
		return (many < 3 && !uneven) || share >= (uneven ? 0.75 : 0.5);
	});
}

const sorted = (all: readonly number[]) => [...new Set(all)].sort((a, b) => a - b);

/** One slip made several times: reported once, with all its lines. */
function together(a: FoundSlip, b: FoundSlip): FoundSlip {
	return {
		...a,
		lines: sorted([...a.lines, ...b.lines]),
		figures: sorted([...a.figures, ...b.figures]),
		claims: [...a.claims, ...b.claims],
		criteria: [...new Set([...a.criteria, ...b.criteria])],
		evidence: [...a.evidence, ...b.evidence].slice(0, 6),
	};
}
