import type { Component } from "svelte";
import type { PageLocation, PageName } from "./state/site/router.svelte.ts";

// biome-ignore lint/suspicious/noExplicitAny: pages take what their addresses name.
type Page = Component<any>;
type Fetch = () => Promise<{ default: Page }>;

/** The lazy-loaded module of each page. */
const TEACHERS: Readonly<Partial<Record<PageName, Fetch>>> = {
	home: () => import("./pages/today/TodayPage.svelte"),
	classes: () => import("./pages/class/ClassList.svelte"),
	class: () => import("./pages/class/ClassPage.svelte"),
	lesson: () => import("./pages/class/LessonPage.svelte"),
	"grade-book": () => import("./pages/grade-book/GradeBookPage.svelte"),
	roster: () => import("./pages/roster/RosterPage.svelte"),
	"set-work": () => import("./pages/assignment/SetWorkPage.svelte"),
	assignment: () => import("./pages/assignment/AssignmentPage.svelte"),
	judging: () => import("./pages/assignment/JudgingPage.svelte"),
	alike: () => import("./pages/assignment/AlikePage.svelte"),
	show: () => import("./pages/assignment/ShowPage.svelte"),
	"printed-class": () => import("./pages/assignment/PrintedClass.svelte"),
	upload: () => import("./pages/upload/UploadPage.svelte"),
	rules: () => import("./pages/assignment/RulesPage.svelte"),
	"hand-in": () => import("./pages/hand-in/HandInPage.svelte"),
	"printed-feedback": () => import("./pages/hand-in/PrintedFeedback.svelte"),
	student: () => import("./pages/student/StudentPage.svelte"),
	exercises: () => import("./pages/exercise/ExerciseList.svelte"),
	exercise: () => import("./pages/exercise/ExercisePage.svelte"),
	across: () => import("./pages/exercise/AcrossPage.svelte"),
	collection: () => import("./pages/exercise/CollectionPage.svelte"),
	account: () => import("./pages/account/AccountPage.svelte"),
};
const STUDENTS: Readonly<Partial<Record<PageName, Fetch>>> = {
	home: () => import("./pages/desk/WorkList.svelte"),
	desk: () => import("./pages/desk/DeskPage.svelte"),
	"hand-in": () => import("./pages/hand-in/FeedbackPage.svelte"),
	free: () => import("./pages/free/FreeList.svelte"),
	"free-drawing": () => import("./pages/free/FreePage.svelte"),
};

/** Pages that are kept when only their parameters change. */
const IN_PLACE: ReadonlySet<PageName> = new Set(["hand-in"]);

export interface Shown {
	readonly page: Page;
	readonly params: PageLocation["params"];
	readonly key: string;
}

/** The page in front. The one before stays until the next one's file is there. */
export class Pages {
	shown = $state.raw<Shown | undefined>(undefined);
	/** Why there is none. */
	missing = $state<"" | "nowhere" | "failed">("");
	private turn = 0;

	/** Leaves nothing of one who signed out. */
	clear(): void {
		this.turn++;
		this.shown = undefined;
		this.missing = "";
	}

	/** @param again number of reloads of the same page */
	async show(place: PageLocation, role: "teacher" | "student", again = 0): Promise<void> {
		const turn = ++this.turn;
		const fetch = (role === "teacher" ? TEACHERS : STUDENTS)[place.page];
		try {
			const found = fetch && (await fetch());
			if (turn !== this.turn) return;
			this.missing = found ? "" : "nowhere";
			this.shown = found && {
				page: found.default,
				params: place.params,
				key:
					role === "teacher" && IN_PLACE.has(place.page)
						? place.page
						: `${place.page} ${JSON.stringify(place.params)} ${again}`,
			};
		} catch {
			if (turn === this.turn) this.missing = "failed";
		}
	}
}
