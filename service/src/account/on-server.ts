import { parseArgs } from "node:util";
import { v7 } from "uuid";
import { recordAudit } from "../audit.ts";
import { createDataSource, migrate } from "../database/data-source.ts";
import { boolean, statement, text, uuid } from "../database/statement.ts";
import { databaseUrl } from "../environment.ts";
import { runningSites } from "../running-sites.ts";
import { freshPassphrase, hashPassphrase } from "../session/session.ts";
import { endAll, setPassphrase } from "../session/store.ts";
import { changeTeacher, insertTeacher } from "./store.ts";

const ACCOUNT_ON_SERVER = statement(
	{ id: uuid, name: text(), administrator: boolean },
	`SELECT id, name, administrator
		FROM accounts
		WHERE role = 'teacher' AND closed_at IS NULL AND lower(sign_in_name) = lower($1)`,
);

/**
 * The address of the database for the account: DATABASE_URL, or the site on this machine.
 *
 * @param address of the site, if several run
 */
export function databaseOf(variables: Readonly<Record<string, string | undefined>>, address?: string): string {
	if (variables.DATABASE_URL !== undefined && address === undefined) return databaseUrl(variables);
	const sites = runningSites(variables);
	const found = address === undefined ? sites : sites.filter((s) => s.address === address.replace(/\/+$/, ""));
	const [only, ...more] = found;
	if (only && more.length === 0) return only.database;
	const listed = sites.flatMap((s) => (s.address ? [`  --site ${s.address}`] : [])).join("\n");
	if (sites.length === 0)
		throw new Error(
			"No site is running on this machine under your user. Start it with npm start, or set DATABASE_URL.",
		);
	const why = found.length === 0 ? `No site runs at ${address}` : "Several sites are running";
	throw new Error(`${why}. Choose one:\n${listed}`);
}

/**
 * Creates a teacher's account, or gives an existing one a one-time passphrase; for people with access to the server.
 * Returns the message to print.
 */
export async function accountOnServer(
	variables: Readonly<Record<string, string | undefined>>,
	words: readonly string[],
): Promise<string> {
	const { values, positionals } = parseArgs({
		args: [...words],
		allowPositionals: true,
		options: {
			name: { type: "string" },
			administrator: { type: "boolean", default: false },
			site: { type: "string" },
		},
	});
	const [signInName, ...rest] = positionals;
	if (signInName === undefined || rest.length > 0)
		throw new Error(
			"The account's sign-in name is missing: account SIGN-IN-NAME [--name NAME] [--administrator] [--site ADDRESS]",
		);
	const dataSource = await createDataSource(databaseOf(variables, values.site), 2).initialize();
	try {
		await migrate(dataSource, async () => undefined);
		const passphrase = freshPassphrase();
		const hash = await hashPassphrase(passphrase);
		return await dataSource.transaction(async (manager) => {
			const known = await ACCOUNT_ON_SERVER.one(manager, [signInName]);
			const signs = `Sign in as ${signInName} with this one-time passphrase, then choose your own:\n\n  ${passphrase}\n`;
			if (known) {
				await setPassphrase(manager, known.id, hash, true);
				await endAll(manager, known.id, undefined, true);
				if (values.administrator && !known.administrator) {
					await changeTeacher(manager, known.id, { name: known.name, administrator: true });
					await recordAudit(manager, {
						who: null,
						what: "changed role",
						subject: known.id,
						field: "role",
						old: "teacher",
						new: "administrator",
					});
				}
				await recordAudit(manager, { who: null, what: "reset passphrase", subject: known.id });
				return `The account ${signInName} has a new passphrase. The old one no longer works.\n${signs}`;
			}
			if (values.name === undefined)
				throw new Error(
					`No account has the sign-in name ${signInName}. To create it, give the teacher's name: --name NAME`,
				);
			const id = v7();
			await insertTeacher(manager, { id, name: values.name, signInName, administrator: values.administrator, hash });
			await recordAudit(manager, {
				who: null,
				what: "added teacher",
				subject: id,
				field: "role",
				new: values.administrator ? "administrator" : "teacher",
			});
			return `The account ${signInName} is created.\n${signs}`;
		});
	} finally {
		await dataSource.destroy();
	}
}
