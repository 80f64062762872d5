import type { MigrationInterface, QueryRunner } from "typeorm";

/**
 * What is read and drawn of a published exercise is stored with it, once. Versions that are there are prepared when
 * the service starts next.
 */
export class PreparedExercises0008 implements MigrationInterface {
	readonly name = "PreparedExercises1700000000008";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`ALTER TABLE exercise_versions
			ADD COLUMN file text,
			ADD COLUMN model_svg text,
			ADD COLUMN example_svg text,
			ADD COLUMN prepared_by text`);
		await runner.query("ALTER TABLE collections ADD COLUMN file text, ADD COLUMN prepared_by text");
		// What was published is never changed; what a core works out of it may be.
		await runner.query("DROP TRIGGER exercise_versions_never_changed ON exercise_versions");
		await runner.query(`CREATE TRIGGER exercise_versions_never_changed
			BEFORE UPDATE OF id, exercise_id, number, title, source, published_at ON exercise_versions
			FOR EACH ROW EXECUTE FUNCTION never_changed()`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TRIGGER exercise_versions_never_changed ON exercise_versions");
		await runner.query(`CREATE TRIGGER exercise_versions_never_changed
			BEFORE UPDATE ON exercise_versions FOR EACH ROW EXECUTE FUNCTION never_changed()`);
		await runner.query("ALTER TABLE collections DROP COLUMN file, DROP COLUMN prepared_by");
		await runner.query(`ALTER TABLE exercise_versions
			DROP COLUMN file,
			DROP COLUMN model_svg,
			DROP COLUMN example_svg,
			DROP COLUMN prepared_by`);
	}
}
