import * as account from "./account.ts";
import * as assignment from "./assignment.ts";
import * as classes from "./class.ts";
import * as exercise from "./exercise.ts";
import * as gradeBook from "./grade-book.ts";
import * as handIn from "./hand-in.ts";
import * as job from "./job.ts";
import * as preset from "./preset.ts";
import * as roster from "./roster.ts";
import * as school from "./school.ts";
import * as session from "./session.ts";
import * as student from "./student.ts";
import * as today from "./today.ts";
import * as upload from "./upload.ts";
import * as work from "./work.ts";

/** Every call of the API, in the order of its page. */
export const ROUTES = Object.freeze({
	signIn: session.signIn,
	whoAmI: session.whoAmI,
	signOut: session.signOut,
	changePassphrase: session.changePassphrase,
	makeToken: session.makeToken,
	listTokens: session.listTokens,
	revokeToken: session.revokeToken,

	showSchool: school.showSchool,
	setUpSchool: school.setUpSchool,
	showSchoolSettings: school.showSchoolSettings,
	changeSchoolSettings: school.changeSchoolSettings,

	listTeachers: account.listTeachers,
	addTeacher: account.addTeacher,
	changeTeacher: account.changeTeacher,
	resetPassphrase: account.resetPassphrase,
	closeTeacher: account.closeTeacher,
	listAudit: account.listAudit,

	showToday: today.showToday,

	listClasses: classes.listClasses,
	listSiteClasses: classes.listSiteClasses,
	makeClass: classes.makeClass,
	showClass: classes.showClass,
	changeClass: classes.changeClass,
	closeYear: classes.closeYear,
	archiveClass: classes.archiveClass,
	putBackClass: classes.putBackClass,
	archiveYear: classes.archiveYear,
	giveClass: classes.giveClass,
	takeClass: classes.takeClass,

	showRoster: roster.showRoster,
	previewRoster: roster.previewRoster,
	importRoster: roster.importRoster,
	addStudent: roster.addStudent,
	changeStudent: roster.changeStudent,
	moveStudent: roster.moveStudent,
	removeStudent: roster.removeStudent,
	printCards: roster.printCards,
	previewOneRoster: roster.previewOneRoster,
	importOneRoster: roster.importOneRoster,

	showStudent: student.showStudent,
	exportStudent: student.exportStudent,
	deleteStudent: student.deleteStudent,

	listExercises: exercise.listExercises,
	publishExercise: exercise.publishExercise,
	draftExercise: exercise.draftExercise,
	showExercise: exercise.showExercise,
	saveExercise: exercise.saveExercise,
	publishDraft: exercise.publishDraft,
	showVersion: exercise.showVersion,
	showPicture: exercise.showPicture,
	copyExercise: exercise.copyExercise,
	shareExercise: exercise.shareExercise,
	tryDraft: exercise.tryDraft,
	acrossClasses: exercise.acrossClasses,
	listCollections: exercise.listCollections,
	publishCollection: exercise.publishCollection,
	showCollection: exercise.showCollection,

	setAssignment: assignment.setAssignment,
	showAssignment: assignment.showAssignment,
	changeAssignment: assignment.changeAssignment,
	removeAssignment: assignment.removeAssignment,
	setOwnDates: assignment.setOwnDates,
	chooseTry: assignment.chooseTry,
	release: assignment.release,
	listStuck: assignment.listStuck,
	listDrafts: assignment.listDrafts,
	listDrawings: assignment.listDrawings,
	triesUntilMet: assignment.triesUntilMet,
	assignmentEvents: assignment.assignmentEvents,

	listPresets: preset.listPresets,
	savePreset: preset.savePreset,
	removePreset: preset.removePreset,

	listWork: work.listWork,
	showWork: work.showWork,
	showExample: work.showExample,
	saveDraft: work.saveDraft,
	noteRun: work.noteRun,
	selfCheck: work.selfCheck,
	showSelfCheck: work.showSelfCheck,
	nextHint: work.nextHint,
	listFreeDrawings: work.listFreeDrawings,
	saveFreeDrawing: work.saveFreeDrawing,
	removeFreeDrawing: work.removeFreeDrawing,

	handIn: handIn.handIn,
	showHandIn: handIn.showHandIn,
	showDrawing: handIn.showDrawing,
	showDrawingPng: handIn.showDrawingPng,
	showWanted: handIn.showWanted,
	showTape: handIn.showTape,
	handInEvents: handIn.handInEvents,
	judge: handIn.judge,
	adjust: handIn.adjust,
	undoAdjustment: handIn.undoAdjustment,
	commentOn: handIn.commentOn,
	removeComment: handIn.removeComment,
	listKeptComments: handIn.listKeptComments,
	keepComment: handIn.keepComment,
	forgetComment: handIn.forgetComment,

	previewUpload: upload.previewUpload,
	carryOutUpload: upload.carryOutUpload,

	showGradeBook: gradeBook.showGradeBook,
	gradeBookCsv: gradeBook.gradeBookCsv,
	gradeBookOneRoster: gradeBook.gradeBookOneRoster,
	classArchive: gradeBook.classArchive,
	loadArchive: gradeBook.loadArchive,

	showJob: job.showJob,
	jobEvents: job.jobEvents,
	findAlike: job.findAlike,
	listAlike: job.listAlike,
	dismissAlike: job.dismissAlike,
	rehearse: job.rehearse,
	showRehearsal: job.showRehearsal,
	carryOut: job.carryOut,
});

export { type AssignmentPage, MAX_SHAPES_ON_WALL, USUAL_RULES } from "./assignment.ts";
export type { Cell, ClassPage } from "./class.ts";
export { LAST_INSTANT, SOURCE_BYTES } from "./common.ts";
export type { GradeBook } from "./grade-book.ts";
export type { HandInPage } from "./hand-in.ts";
export type { Job } from "./job.ts";
export type { Preset } from "./preset.ts";
export { type Problem, problem } from "./problem.ts";
export type { ReportBody } from "./report.ts";
export type { Card, ImportRow } from "./roster.ts";
export { ACCOUNT_HEADER, API_BASE, type Caller, type Reach, type Route } from "./route.ts";
export { schoolYearOf } from "./school-year.ts";
export type { Account } from "./session.ts";
export type { Today, TodayRow } from "./today.ts";
export type { Work } from "./work.ts";
