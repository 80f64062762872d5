/**
 * Reports with their explanations, if any. `explained` lists the causes, or possible causes if none is proved. Reports
 * of earlier versions have only possible causes until they are checked again.
 */
export const FULL_REPORTS = `
CREATE VIEW full_reports AS
	SELECT r.id, r.check_id, r.hand_in_id, r.exercise_version_id, r.core_version, r.state, r.ended, r.earned, r.possible,
		r.open, r.criteria, r.verdicts, r.note, r.made_at, r.brought,
		CASE WHEN x.report_id IS NULL THEN '{"causes": []}'::jsonb || r.body
			ELSE r.body || jsonb_build_object('causes', x.causes, 'slips', x.slips) END AS body,
		CASE WHEN x.report_id IS NULL THEN r.body -> 'slips' ELSE x.causes || x.slips END AS explained,
		CASE WHEN x.report_id IS NULL THEN r.slips ELSE x.ids END AS slips,
		coalesce(x.one_change_away, false) AS one_change_away
	FROM reports r
	LEFT JOIN explanations x ON x.report_id = r.id`;
