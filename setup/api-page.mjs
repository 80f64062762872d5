// Makes the page on the API: its calls with who may make them, and every problem's type.
import { API_BASE, ROUTES } from "../contract/dist/index.js";
import { REFUSAL_TABLE } from "../service/dist/index.js";

const REACH = {
	own: "their own",
	class: "their class",
	looking: "their class, or one that they cover",
	site: "the whole site",
};
const cell = (text) => String(text).replaceAll("|", "\\|");

function callsTable() {
	const rows = Object.values(ROUTES).map((r) => {
		const marks = [
			r.guarded && "If-Match",
			(r.repeatable || r.name === "handIn") && "Idempotency-Key",
			r.events && "events",
			r.gives && !r.events && r.gives,
			r.takes && `takes ${r.takes}`,
		].filter(Boolean);
		return `| \`${r.method} ${r.path}\` | ${cell(r.summary)} | ${r.who.join(", ")} | ${r.who.includes("anyone") ? "" : REACH[r.reach]} | ${marks.join("; ")} |`;
	});
	return ["| call | what it does | who | reaches | |", "|---|---|---|---|---|", ...rows].join("\n");
}

function problemsTable() {
	return [
		"| type | status | what it says |",
		"|---|---|---|",
		...Object.entries(REFUSAL_TABLE).map(
			([code, [status, title, detail]]) => `| \`/problems/${code}\` | ${status} | ${cell(detail || title)} |`,
		),
	].join("\n");
}

/** The page on the API. */
export function apiPage() {
	return `# The API

Made by \`npm run docs\` from the table of routes. It is below \`${API_BASE}\`, takes and gives JSON, and describes itself in OpenAPI 3.1 at
\`${API_BASE}/openapi.json\`; a running site has a page to read it at \`/api\`.

**Who calls.** A session's cookie (\`signIn\`), or a token as \`Authorization: Bearer mpt_…\` (\`makeToken\`): shown once, kept hashed, for
reading or for writing. A page of another site can't call. After ten wrong passphrases of one account in ten minutes,
or a hundred of one class from one address, one attempt in half a minute is looked at; others are refused with
\`Retry-After\`. A page may say by \`Markpen-Account\` whose id it thinks is signed in: where the cookie is somebody
else's by now, because they signed in in another tab, the call is refused as \`signed-out\`, and nothing is done as
theirs.

**Edits** of classes, assignments, exercises and drafts say by \`If-Match\` which revision they change, as the \`ETag\` or \`revision\` of
what was read told it; \`*\` changes whichever. **Creations** marked so take an \`Idempotency-Key\`: a repeated call gives the first
one's reply. **Lists** give \`next\`, which the next call sends as \`cursor\`. **Times** are ISO 8601; where a class's dates are set, one
without a zone is on the class's own clock: in a night in which clocks change, what isn't there is as much later, and of what is
there twice the later one is meant. **Long work** gives a job, whose \`/events\` are server-sent events; \`Last-Event-ID\` goes on from
where a stream broke off.

## Calls

${callsTable()}

## Problems

A refusal is a problem document (RFC 9457): \`type\`, \`title\`, \`status\`, \`detail\`, and in \`errors\` the path of each field that is wrong.

${problemsTable()}
`;
}
