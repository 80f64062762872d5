import type { GradeBook } from "@markpen/contract";
import { CORE_VERSION } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { type ClassRecord, findClass } from "../class/store.ts";
import { ClassEntity } from "../database/entities/class.ts";
import { nullable, statement, text, uuid } from "../database/statement.ts";
import { zip } from "../zip.ts";
import { csv } from "./csv.ts";

const ORG = "markpen-site";
const CATEGORY = "markpen-exercises";
const DAY = 10;

/** Every file in the manifest (OneRoster 1.2 CSV binding, 4.1). */
const FILES = [
	"academicSessions",
	"categories",
	"classes",
	"classResources",
	"courses",
	"courseResources",
	"demographics",
	"enrollments",
	"lineItemLearningObjectiveIds",
	"lineItems",
	"lineItemScoreScales",
	"orgs",
	"resources",
	"resultLearningObjectiveIds",
	"results",
	"resultScoreScales",
	"roles",
	"scoreScales",
	"userProfiles",
	"userResources",
	"users",
] as const;

type Table = readonly (readonly (string | number | null)[])[];

/** Given and family name of a whole name: the last word is the family's. */
function split(name: string): [given: string, family: string] {
	const at = name.lastIndexOf(" ");
	return at < 0 ? [name, name] : [name.slice(0, at), name.slice(at + 1)];
}

/** The standard's name of a result's state (1.2, scoreStatus). */
function scoreStatus(state: GradeBook["rows"][number]["cells"][number]["state"]): string {
	const words = {
		counted: "fully graded",
		missing: "not submitted",
		excused: "exempt",
		"to be judged": "partially graded",
		"not due": "not submitted",
	} as const;
	return words[state];
}

const LIST_PEOPLE = statement(
	{ id: uuid, sourcedId: nullable(text()), name: text(), signInName: text(), role: text<"student" | "teacher">() },
	`SELECT a.id, a.sourced_id AS "sourcedId", a.name, s.sign_in_name AS "signInName", a.role
			FROM class_students s
			JOIN accounts a ON a.id = s.account_id
			WHERE s.class_id = $1 AND s.left_at IS NULL
		UNION ALL
			SELECT a.id, a.sourced_id, a.name, a.sign_in_name, a.role
			FROM class_teachers t
			JOIN accounts a ON a.id = t.account_id
			WHERE t.class_id = $1 AND t.until IS NULL AND a.closed_at IS NULL
		ORDER BY 5, 3, 1`,
);

/** A class's line items and results with their people, as OneRoster 1.2 CSV files in one zip. */
export async function oneRosterZip(manager: EntityManager, book: GradeBook): Promise<Uint8Array> {
	const record = (await findClass(manager, book.classId)) as ClassRecord & { sourcedId?: string };
	const people = await LIST_PEOPLE.all(manager, [book.classId]);
	const [known] = await manager.find(ClassEntity, { select: { sourcedId: true }, where: { id: book.classId } });
	const classId = known?.sourcedId ?? book.classId;
	const idOf = new Map(people.map((p) => [p.id, p.sourcedId ?? p.id] as const));
	const lineItem = (c: { assignmentId: string; exercise: string }) => `${c.assignmentId}-${c.exercise}`;
	const year = /\d{4}/.exec(record.schoolYear)?.[0] ?? String(new Date().getUTCFullYear());
	const session = `year-${year}`;
	const tables: Partial<Record<(typeof FILES)[number], Table>> = {
		academicSessions: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"title",
				"type",
				"startDate",
				"endDate",
				"parentSourcedId",
				"schoolYear",
			],
			[session, "", "", record.schoolYear, "schoolYear", `${Number(year) - 1}-09-01`, `${year}-08-31`, "", year],
		],
		categories: [
			["sourcedId", "status", "dateLastModified", "title", "weight"],
			[CATEGORY, "", "", "Exercises", ""],
		],
		classes: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"title",
				"grades",
				"courseSourcedId",
				"classCode",
				"classType",
				"location",
				"schoolSourcedId",
				"termSourcedIds",
				"subjects",
				"subjectCodes",
				"periods",
			],
			[classId, "", "", record.name, "", `course-${classId}`, record.code, "scheduled", "", ORG, session, "", "", ""],
		],
		courses: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"schoolYearSourcedId",
				"title",
				"courseCode",
				"grades",
				"orgSourcedId",
				"subjects",
				"subjectCodes",
			],
			[`course-${classId}`, "", "", session, record.name, "", "", ORG, "", ""],
		],
		enrollments: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"classSourcedId",
				"schoolSourcedId",
				"userSourcedId",
				"role",
				"primary",
				"beginDate",
				"endDate",
			],
			...people.map((p) => [
				`${classId}-${p.id}`,
				"",
				"",
				classId,
				ORG,
				idOf.get(p.id) as string,
				p.role,
				p.role === "teacher" ? "true" : "false",
				"",
				"",
			]),
		],
		lineItems: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"title",
				"description",
				"assignDate",
				"dueDate",
				"classSourcedId",
				"categorySourcedId",
				"gradingPeriodSourcedId",
				"resultValueMin",
				"resultValueMax",
				"schoolSourcedId",
				"academicSessionSourcedId",
			],
			...book.columns.map((c) => [
				lineItem(c),
				"",
				"",
				c.title,
				"",
				c.dueAt.slice(0, DAY),
				c.dueAt.slice(0, DAY),
				classId,
				CATEGORY,
				session,
				0,
				c.possible,
				ORG,
				session,
			]),
		],
		orgs: [
			["sourcedId", "status", "dateLastModified", "name", "type", "identifier", "parentSourcedId"],
			[ORG, "", "", "Mark Pen", "school", "", ""],
		],
		results: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"lineItemSourcedId",
				"studentSourcedId",
				"scoreStatus",
				"score",
				"textScore",
				"scoreDate",
				"comment",
				"classSourcedId",
				"inProgress",
				"incomplete",
				"late",
				"missing",
			],
			...book.rows.flatMap((row) =>
				row.cells.flatMap((cell) => {
					const student = idOf.get(row.student.id);
					if (student === undefined || cell.state === "not due") return [];
					const column = book.columns.find((c) => c.assignmentId === cell.assignmentId && c.exercise === cell.exercise);
					const score = cell.state === "missing" ? 0 : (cell.points?.earned ?? null);
					const waits = cell.state === "to be judged";
					return [
						[
							`${lineItem(cell)}-${row.student.id}`,
							"",
							"",
							lineItem(cell),
							student,
							scoreStatus(cell.state),
							score,
							"",
							(column?.dueAt ?? "").slice(0, DAY),
							"",
							classId,
							String(waits),
							"false",
							String(cell.late),
							String(cell.state === "missing"),
						],
					];
				}),
			),
		],
		roles: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"userSourcedId",
				"roleType",
				"role",
				"beginDate",
				"endDate",
				"orgSourcedId",
				"userProfileSourcedId",
			],
			...people.map((p) => [`role-${p.id}`, "", "", idOf.get(p.id) as string, "primary", p.role, "", "", ORG, ""]),
		],
		users: [
			[
				"sourcedId",
				"status",
				"dateLastModified",
				"enabledUser",
				"username",
				"userIds",
				"givenName",
				"familyName",
				"middleName",
				"identifier",
				"email",
				"sms",
				"phone",
				"agentSourcedIds",
				"grades",
				"password",
				"userMasterIdentifier",
				"preferredGivenName",
				"preferredMiddleName",
				"preferredFamilyName",
				"primaryOrgSourcedId",
				"pronouns",
			],
			...people.map((p) => [
				idOf.get(p.id) as string,
				"",
				"",
				"true",
				p.signInName,
				"",
				...split(p.name),
				"",
				"",
				"",
				"",
				"",
				"",
				"",
				"",
				"",
				"",
				"",
				"",
				ORG,
				"",
			]),
		],
	};
	const manifest: Table = [
		["propertyName", "value"],
		["manifest.version", "1.0"],
		["oneroster.version", "1.2"],
		...FILES.map((f) => [`file.${f}`, tables[f] ? "bulk" : "absent"]),
		["source.systemName", "Mark Pen"],
		["source.systemCode", CORE_VERSION],
	];
	return zip({
		"manifest.csv": csv(manifest),
		...Object.fromEntries(Object.entries(tables).map(([name, table]) => [`${name}.csv`, csv(table)])),
	});
}
