export { type AlikePair, alikePairs } from "./alike/alike.ts";
export { checkTopic } from "./check-topic.ts";
export { COLOUR_NAMES, formatColour, namedColour } from "./colour/colour.ts";
export { colourWords, FAMILIES, familiesOf } from "./colour/family.ts";
export { atFrame, compare, type Drawn, type DrawOptions, draw, givenProblem, tapeOf } from "./draw.ts";
export { COLLECTION_FORMAT, type CollectionFile } from "./exercise/collection.ts";
export { type Conditions, conditionsOf, runUnder } from "./exercise/conditions.ts";
export { collectionJsonSchema, exerciseJsonSchema } from "./exercise/json-schema.ts";
export { firstLanguage, languagesOf } from "./exercise/languages-of.ts";
export { exampleOf, languagesNeeded, modelOf, starterOf } from "./exercise/programs.ts";
export {
	type CollectionReading,
	type ExerciseReading,
	type FileProblem,
	readCollection,
	readExercise,
} from "./exercise/read.ts";
export type { ExerciseFile } from "./exercise/schema.ts";
export { hintsOf, type StudentCopy, sentenceOf, studentCopy } from "./exercise/student-copy.ts";
export { type Explained, mendedBy } from "./explain.ts";
export { type FigureData, figureData } from "./figure-data.ts";
export { KIND_RULES } from "./figures/kinds/index.ts";
export { type Track, tracksOf } from "./figures/tracks.ts";
export { forgiven, isOneChangeAway } from "./forgiven.ts";
export type { Given } from "./languages/given.ts";
export type { Help } from "./languages/help.ts";
export {
	ENDINGS,
	LANGUAGE_IDS,
	type Language,
	type LanguageId,
	type Languages,
	languageOf,
	languageOfFile,
	type SourceText,
} from "./languages/language.ts";
export { FUNCTIONS } from "./languages/nib/functions.ts";
export { BLOCKS, HELP } from "./languages/nib/help.ts";
export { STATEMENTS } from "./languages/nib/statements/index.ts";
export type { Statement } from "./languages/nib/statements/statement.ts";
export type { Ended, VariableChange } from "./languages/run.ts";
export { sourceBytes } from "./languages/source-size.ts";
export { CLASS_LIMITS, type Limits, type Stop } from "./limits/limits.ts";
export { type Interpreters, LanguageLoader } from "./load-languages.ts";
export { lostRunReport } from "./lost-run-report.ts";
export { causesIn, type MarkOptions, mark, markedTape } from "./mark.ts";
export { ANCHORS } from "./marking/anchors.ts";
export { optionsOf } from "./marking/checks/index.ts";
export { criteriaIn } from "./marking/marking-spec.ts";
export { MEASURE_NAMES } from "./marking/measures.ts";
export { VERDICTS, type Verdict } from "./marking/points.ts";
export type { Submission } from "./marking/scene.ts";
export { type Decided, type Settled, settle } from "./marking/settle.ts";
export { alterationWords, MISTAKES, mistakeWords } from "./mistakes/index.ts";
export { type Picture, type PictureShape, pictureOf } from "./picture/picture.ts";
export type { Replay } from "./picture/replay.ts";
export { type PointedFigure, svgOf } from "./picture/svg.ts";
export { type Replayed, replayed } from "./replayed.ts";
export {
	type DrawingReport,
	type ProblemReport,
	type Report,
	type ReportCause,
	type ReportCriterion,
	type ReportFigure,
	type ReportSlip,
	STATES,
	type State,
} from "./report.ts";
export { reportDrawing, reportFigure, reportProblem } from "./report-drawing.ts";
export { type ReportSummary, summaryOf } from "./report-summary.ts";
export { decodeTape, encodeTape, NoTape, tapeChecksum } from "./tape/binary.ts";
export { tapeFromLines, tapeLines } from "./tape/json-lines.ts";
export type { Sheet } from "./tape/layout.ts";
export type { Tape } from "./tape/tape.ts";
export { briefDoubts } from "./trial/doubts.ts";
export { type FromSentence, fromSentence } from "./trial/from-sentence.ts";
export { PROPOSAL_GROUPS, type Proposal } from "./trial/proposals/asking.ts";
export { criterionAgainst, noticed, proposalsFor } from "./trial/propose.ts";
export { tryExercise } from "./trial/try.ts";
export type { Trial, TriedAlteration, TriedRewriting } from "./trial-report.ts";
export { CORE_VERSION } from "./version.ts";
export { counted } from "./words/lists.ts";
export { PROBLEM_CODES } from "./words/problems.ts";
export { ENDED_WORDS, STATE_WORDS, VERDICT_WORDS } from "./words/states.ts";
export { rewritingWords, trialDoubt, trialProblem } from "./words/trial.ts";
