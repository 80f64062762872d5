/** The moments at which an assignment's parts are shown to students. */
export interface Showing {
	readonly showChecklist: "opening" | "hand-in";
	readonly showPoints: "at once" | "release" | "closing";
	readonly showFeedback: "at once" | "release" | "closing";
	readonly showModel: "never" | "release" | "closing";
	readonly showModelAs: "picture" | "source";
}

/** One student's closing date, and whether the work was released to them. */
export interface Come {
	readonly closesAt: Date;
	readonly released: boolean;
}

/** Whether a part is shown now. */
function isShown(when: "at once" | "never" | "release" | "closing", { closesAt, released }: Come, now: Date): boolean {
	if (when === "at once") return true;
	if (when === "never") return false;
	// Released parts are visible even before the closing date.
	return released || (when === "closing" && now >= closesAt);
}

/** Which parts a student sees now. */
export function shownTo(
	of: Showing,
	come: Come,
	now = new Date(),
): { points: boolean; feedback: boolean; model: boolean } {
	return {
		points: isShown(of.showPoints, come, now),
		feedback: isShown(of.showFeedback, come, now),
		model: of.showModel === "release" ? come.released : isShown(of.showModel, { ...come, released: false }, now),
	};
}
