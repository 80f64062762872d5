import { AccountEntity } from "./account.ts";
import { AlikePairEntity } from "./alike.ts";
import {
	AssignmentEntity,
	AssignmentExerciseEntity,
	ChosenTryEntity,
	NamelessPointsEntity,
	OwnDatesEntity,
	ReleaseEntity,
} from "./assignment.ts";
import { AuditEntity } from "./audit.ts";
import { CheckEntity, ExplanationEntity, ReportEntity, SlowCheckEntity, StoredTapeEntity } from "./check.ts";
import { ClassArchiveEntity, ClassEntity, ClassStudentEntity, ClassTeacherEntity } from "./class.ts";
import { ProgressEntity } from "./event.ts";
import { CollectionEntity, ExerciseEntity, ExerciseVersionEntity, TrialProgramEntity } from "./exercise.ts";
import { AdjustmentEntity, CommentEntity, JudgementEntity, KeptCommentEntity } from "./feedback.ts";
import { HandInEntity, PressedEntity, StandingEntity } from "./hand-in.ts";
import { JobEntity, RehearsedEntity } from "./job.ts";
import { PresetEntity } from "./preset.ts";
import { RepeatedCallEntity } from "./repeated-call.ts";
import { SchoolEntity, SetUpLinkEntity } from "./school.ts";
import { KnownBrowserEntity, SessionEntity, SignInFailureEntity, TokenEntity } from "./session.ts";
import { UploadEntity } from "./upload.ts";
import { DraftEntity, FreeDrawingEntity, SelfCheckEntity } from "./work.ts";

/** All our tables, referenced ones first. */
export const ENTITIES = Object.freeze([
	AccountEntity,
	SchoolEntity,
	SetUpLinkEntity,
	SessionEntity,
	TokenEntity,
	SignInFailureEntity,
	KnownBrowserEntity,
	RepeatedCallEntity,
	ClassEntity,
	ClassTeacherEntity,
	ClassStudentEntity,
	ClassArchiveEntity,
	ExerciseEntity,
	ExerciseVersionEntity,
	TrialProgramEntity,
	CollectionEntity,
	AssignmentEntity,
	AssignmentExerciseEntity,
	OwnDatesEntity,
	ChosenTryEntity,
	ReleaseEntity,
	NamelessPointsEntity,
	PresetEntity,
	AlikePairEntity,
	DraftEntity,
	FreeDrawingEntity,
	SelfCheckEntity,
	HandInEntity,
	PressedEntity,
	StandingEntity,
	JudgementEntity,
	AdjustmentEntity,
	CommentEntity,
	KeptCommentEntity,
	CheckEntity,
	SlowCheckEntity,
	ReportEntity,
	ExplanationEntity,
	StoredTapeEntity,
	JobEntity,
	RehearsedEntity,
	UploadEntity,
	ProgressEntity,
	AuditEntity,
]);
