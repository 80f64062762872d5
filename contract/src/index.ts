import { listWork, showAssignment, showWork } from "./assignment.ts";
import { listClasses, showClass } from "./class.ts";
import { publishExercise } from "./exercise.ts";
import { handIn, showDrawing, showHandIn } from "./hand-in.ts";
import { signIn, signOut, whoAmI } from "./session.ts";

/** Every call of the API, in the order of its page. */
export const ROUTES = Object.freeze({ signIn, whoAmI, signOut, listClasses, showClass, publishExercise, showAssignment, listWork, showWork, handIn, showHandIn, showDrawing });

export type { AssignmentPage, Work } from "./assignment.ts";
export type { Cell, ClassPage } from "./class.ts";
export { type HandInPage, SOURCE_BYTES } from "./hand-in.ts";
export { type Problem, problem } from "./problem.ts";
export type { ReportBody } from "./report.ts";
export { API_BASE, type Caller, type Route } from "./route.ts";
export type { Account } from "./session.ts";
