// Writes a planned school into a database: rows of our own with COPY, and what they share with the sample in the
// database itself.
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { from as copyFrom } from "pg-copy-streams";
import { Chance } from "../../demo/dist/chance.js";
import { idAt, planHandIns } from "./plan.mjs";
import { SAMPLE_CLASS } from "./sample.mjs";

const DAY = 86_400_000;
/** How long events are kept. */
const EVENT_DAYS = 2;
/** Rows in one piece of a COPY. */
const PIECE = 500;

/** A value in COPY's text format: https://www.postgresql.org/docs/15/sql-copy.html#id-1.9.3.55.9.2 */
function field(value) {
	if (value === null || value === undefined) return "\\N";
	if (value instanceof Date) return value.toISOString();
	return String(value).replaceAll("\\", "\\\\").replaceAll("\t", "\\t").replaceAll("\n", "\\n").replaceAll("\r", "\\r");
}

function* pieces(rows) {
	let piece = [];
	for (const row of rows) {
		piece.push(`${row.map(field).join("\t")}\n`);
		if (piece.length === PIECE) {
			yield piece.join("");
			piece = [];
		}
	}
	if (piece.length > 0) yield piece.join("");
}

async function copy(sql, table, columns, rows) {
	await pipeline(Readable.from(pieces(rows)), sql.query(copyFrom(`COPY ${table} (${columns}) FROM STDIN`)));
}

/** People and classes, with their assignments. */
async function copySchool(sql, plan, exercises, head) {
	const at = (time) => (time === null ? null : new Date(time));
	const made = at(plan.classes[0].start);
	const { rows } = await sql.query("SELECT passphrase_hash AS hash FROM accounts WHERE id = $1", [head]);
	await copy(
		sql,
		"accounts",
		"id, role, name, sign_in_name, passphrase_hash, made_at",
		[...plan.teachers, ...plan.students].map((a) => [a.id, a.role, a.name, a.signInName, rows[0].hash, made]),
	);
	await copy(
		sql,
		"classes",
		"id, name, school_year, code, zone, grade_scale, closed_at",
		plan.classes.map((c) => [
			c.id,
			c.name,
			c.schoolYear,
			c.code,
			"UTC",
			JSON.stringify([
				{ name: "A", from: 85 },
				{ name: "B", from: 60 },
				{ name: "C", from: 0 },
			]),
			at(c.closedAt),
		]),
	);
	await copy(
		sql,
		"class_teachers",
		"class_id, account_id",
		plan.classes.flatMap((c) => [...new Set(c.teachers)].map((t) => [c.id, t.id])),
	);
	await copy(
		sql,
		"class_students",
		"class_id, account_id, sign_in_name, joined_at",
		plan.classes.flatMap((c) => c.students.map((s) => [c.id, s.id, s.signInName, at(c.start)])),
	);
	await copy(
		sql,
		"assignments",
		"id, class_id, opens_at, due_at, closes_at, counts",
		plan.assignments.map((a) => [a.id, plan.classes[a.class].id, at(a.opensAt), at(a.dueAt), at(a.closesAt), a.counts]),
	);
	await copy(
		sql,
		"assignment_exercises",
		"assignment_id, exercise_id, exercise_version_id, position",
		plan.assignments.map((a) => [a.id, exercises[a.exercise].id, exercises[a.exercise].version, 0]),
	);
}

/** What the year's hand-ins take from the sample, in the order of the tables' references. */
const SHARED = [
	`INSERT INTO hand_ins (id, assignment_id, exercise_id, student_id, try_number, source, language, handed_in_at,
			idempotency_key, late, answers)
		SELECT y.id, y.assignment_id, s.exercise_id, y.student_id, y.try_number, s.source, s.language, y.at, y.key,
			y.late, s.answers
		FROM year_hand_ins y JOIN hand_ins s ON s.id = y.sample_id
		ORDER BY y.at, y.try_number`,
	`INSERT INTO checks (id, hand_in_id, exercise_version_id, core_version, requested_at, ended_at)
		SELECT y.check_id, y.id, c.exercise_version_id, c.core_version, y.at, y.at + interval '300 ms'
		FROM year_hand_ins y JOIN checks c ON c.hand_in_id = y.sample_id
		ORDER BY y.at`,
	`INSERT INTO reports (id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned, possible,
			verdicts, note, body, made_at, criteria, slips, open, brought)
		SELECT y.report_id, y.check_id, y.id, r.exercise_version_id, r.core_version, r.state, r.ended, r.earned,
			r.possible, r.verdicts, r.note, r.body, y.at + interval '300 ms', r.criteria, r.slips, r.open, r.brought
		FROM year_hand_ins y JOIN reports r ON r.hand_in_id = y.sample_id
		ORDER BY y.at`,
	`INSERT INTO explanations (report_id, causes, slips, ids, one_change_away, made_at)
		SELECT y.report_id, x.causes, x.slips, x.ids, x.one_change_away, y.at + interval '1 s'
		FROM year_hand_ins y
		JOIN reports r ON r.hand_in_id = y.sample_id JOIN explanations x ON x.report_id = r.id
		ORDER BY y.at`,
	`INSERT INTO standings (hand_in_id, report_id, earned, possible, open, adjusted, criteria, points, verdicts)
		SELECT y.id, y.report_id, g.earned, g.possible, g.open, g.adjusted, g.criteria, g.points, g.verdicts
		FROM year_hand_ins y JOIN standings g ON g.hand_in_id = y.sample_id
		ORDER BY y.at`,
	`INSERT INTO tapes (hand_in_id, core_version, tape)
		SELECT y.id, t.core_version, t.tape
		FROM year_hand_ins y JOIN tapes t ON t.hand_in_id = y.sample_id
		ORDER BY y.at`,
	`INSERT INTO pressed (hand_in_id, at)
		SELECT id, at - interval '100 ms' FROM year_hand_ins WHERE try_number % 2 = 1`,
	`INSERT INTO drafts (assignment_id, exercise_id, student_id, source, language, revision, device, saved_at, runs,
			state, met, best_met)
		SELECT y.assignment_id, s.exercise_id, y.student_id, s.source, s.language, 3 * y.try_number, 'desk', y.at,
			4 * y.try_number, 'drew', r.met, cardinality(r.met)
		FROM year_hand_ins y
		JOIN hand_ins s ON s.id = y.sample_id
		JOIN LATERAL (
			SELECT coalesce(array_agg(v.criterion) FILTER (WHERE v.verdict = 'met'), '{}') AS met
			FROM reports r, unnest(r.criteria, r.verdicts) AS v(criterion, verdict)
			WHERE r.hand_in_id = s.id) r ON true
		WHERE y.last`,
	`INSERT INTO progress (subject, kind, data, at)
		SELECT e.subject, e.kind, e.data, e.at
		FROM year_hand_ins y, LATERAL (VALUES
			(y.assignment_id, 'handed-in', jsonb_build_object('handInId', y.id), y.at),
			(y.id, 'checked', '{}', y.at + interval '300 ms'),
			(y.assignment_id, 'checked', jsonb_build_object('handInId', y.id), y.at + interval '300 ms'),
			(y.id, 'explained', '{}', y.at + interval '1 s')) AS e(subject, kind, data, at)
		WHERE y.at > $1
		ORDER BY e.at`,
];

/** Comments and decisions of teachers, by chance; the points stay as they were. */
async function copyDecisions(sql, decided) {
	const words = [
		"A neat loop.",
		"Which angle turns a full circle into five?",
		"Look at line 3 again: which way does it turn?",
		"All there. Next time, name the colour once.",
	];
	await copy(
		sql,
		"comments",
		"id, hand_in_id, by_id, place, words, at",
		decided
			.filter((d) => d.comment !== null)
			.map((d) => [d.id, d.handIn, d.by, '{"on": "whole"}', words[d.comment], new Date(d.at)]),
	);
	await sql.query(`INSERT INTO judgements (hand_in_id, criterion, points, by_id, at)
		SELECT c.hand_in_id, g.criteria[1], g.points[1], c.by_id, c.at
		FROM comments c JOIN standings g USING (hand_in_id)
		WHERE c.words LIKE 'A neat%'`);
	await sql.query(`INSERT INTO adjustments (hand_in_id, criterion, points, reason, by_id, at)
		SELECT c.hand_in_id, g.criteria[1], g.points[1], 'As the drawing shows.', c.by_id, c.at
		FROM comments c JOIN standings g USING (hand_in_id)
		WHERE c.words LIKE 'Look at%'`);
	await sql.query("UPDATE standings SET adjusted = true WHERE hand_in_id IN (SELECT hand_in_id FROM adjustments)");
	await copy(
		sql,
		"audit",
		"who, what, subject, at",
		decided.map((d) => [d.by, "release", d.handIn, new Date(d.at)]),
	);
}

/**
 * Writes the school.
 *
 * @returns the number of hand-ins
 */
export async function writeSchool(sql, plan, { exercises, samples }, seed) {
	const { rows } = await sql.query("SELECT id FROM accounts WHERE administrator");
	await sql.query("BEGIN");
	await copySchool(sql, plan, exercises, rows[0].id);
	await sql.query(`CREATE TEMPORARY TABLE year_hand_ins (id uuid, assignment_id uuid, student_id uuid,
		try_number integer, at timestamptz, late boolean, last boolean, sample_id uuid, check_id uuid, report_id uuid,
		key text) ON COMMIT DROP`);
	const chance = new Chance(seed + 2);
	const decided = [];
	let count = 0;
	const staged = function* () {
		for (const h of planHandIns(plan, samples, seed)) {
			count++;
			if (h.last && chance.next() < 0.3)
				decided.push({
					id: idAt(chance, h.at + DAY),
					handIn: h.id,
					by: plan.classes[h.a.class].teachers[0].id,
					comment: chance.next() < 0.5 ? chance.below(4) : null,
					at: h.at + DAY,
				});
			const at = new Date(h.at);
			yield [h.id, h.a.id, h.student.id, h.tryNumber, at, h.late, h.last, h.sample.id, h.checkId, h.reportId, h.key];
		}
	};
	await copy(
		sql,
		"year_hand_ins",
		"id, assignment_id, student_id, try_number, at, late, last, sample_id, check_id, report_id, key",
		staged(),
	);
	await sql.query("ANALYZE year_hand_ins");
	// Each row's triggers would be planned for tables that are still empty; a test checks what they'd have checked.
	await sql.query("SET LOCAL session_replication_role = replica");
	const since = new Date(plan.today - EVENT_DAYS * DAY);
	for (const insert of SHARED) await sql.query(insert, insert.includes("$1") ? [since] : []);
	await copyDecisions(sql, decided);
	await sql.query("SET LOCAL session_replication_role = origin");
	await removeSample(sql);
	await sql.query("COMMIT");
	await sql.query("VACUUM ANALYZE");
	return count;
}

/** The sample has served. */
async function removeSample(sql) {
	await sql.query("DELETE FROM classes WHERE name = $1", [SAMPLE_CLASS]);
	await sql.query("DELETE FROM accounts WHERE role = 'student' AND sign_in_name LIKE 'sample-%'");
}

/** Tables that grow with each hand-in. */
const PER_HAND_IN = [
	"hand_ins",
	"checks",
	"reports",
	"explanations",
	"standings",
	"tapes",
	"drafts",
	"pressed",
	"judgements",
	"adjustments",
	"comments",
	"progress",
	"audit",
];

/** Bytes on disk of each table that grows with hand-ins, indexes included, and the number of hand-ins. */
export async function diskOf(sql) {
	const { rows } = await sql.query(
		`SELECT relname AS table, pg_total_relation_size(c.oid)::float AS bytes, pg_indexes_size(c.oid)::float AS indexes
			FROM pg_class c WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace AND relname = ANY($1)
			ORDER BY 2 DESC`,
		[PER_HAND_IN],
	);
	const count = (await sql.query("SELECT count(*)::int AS n FROM hand_ins")).rows[0].n;
	const whole = (await sql.query("SELECT pg_database_size(current_database())::float AS bytes")).rows[0].bytes;
	return { tables: rows, handIns: count, whole };
}
