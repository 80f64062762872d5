// Hostile and careless requests, sent all at once and repeatedly until the process is ended. It is a separate process
// so that it doesn't slow the measuring one. The environment gives the addresses of two web processes.
import { connect } from "node:net";
import { createClient } from "../client/dist/index.js";
import { zipBomb } from "./zip-bomb.mjs";

const ADDRESSES = process.env.ATTACKED.split(" ");
const PASSPHRASE = process.env.ATTACK_PASSPHRASE;
const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));
let turn = 0;
const address = () => ADDRESSES[turn++ % ADDRESSES.length];
/** Counts of responses by attack and status, for the soak's output. */
const answers = {};

async function session(body) {
	let cookie = "";
	const base = address();
	const client = createClient({
		base,
		headers: () => (cookie ? { cookie } : {}),
		onAnswer(r) {
			cookie = r.headers.get("set-cookie")?.split(";")[0] ?? cookie;
		},
	});
	for (;;) {
		try {
			await client.signIn({ body });
			return { base, client, cookie: () => cookie };
		} catch {
			await pause(1_000);
		}
	}
}
const student = (n) => session({ classCode: "others", signInName: `o${n}`, passphrase: PASSPHRASE });
const teacher = () => session({ signInName: "u", passphrase: PASSPHRASE });

async function call(name, { base, cookie }, line, body) {
	const [method, path] = line.split(" ");
	const type = body instanceof Uint8Array ? "application/zip" : "application/json";
	const count = (what) => {
		answers[name] ??= {};
		answers[name][what] = (answers[name][what] ?? 0) + 1;
	};
	try {
		const response = await fetch(`${base}/api/v1${path}`, {
			method,
			headers: { cookie: cookie(), ...(body && { "content-type": type, "if-match": "*" }) },
			...(body && { body: type === "application/json" ? JSON.stringify(body) : body }),
			signal: AbortSignal.timeout(30_000),
		});
		count(response.status);
		return response;
	} catch {
		count("none");
		return undefined;
	}
}
async function placeOf({ client }) {
	const [work] = (await client.listWork({})).work;
	return { id: work.assignmentId, exercise: work.exercise.id };
}
const handIns = ({ id, exercise }) => `/my-work/${id}/${exercise}/hand-ins`;
const times = (count, make) => Promise.all(Array.from({ length: count }, (_, n) => make(n)));
/** Does something again and again. */
async function forever(milliseconds, once) {
	for (;;) {
		await once().catch(() => undefined);
		await pause(milliseconds);
	}
}

const SLOW = `walk 90\nlet x = 0.5\nrepeat 5000000\n${"  x = sin(x * 57) + cos(x * 31)\n".repeat(30)}end`;
const LONG = `let t = "${"x".repeat(9_000)}"\n`;
const CORNERS =
	"let a = [[0, 0]]\nrepeat 15\n  a = a + a\nend\nadd [100, 0] to a\nadd [100, 100] to a\npicture e\n  polygon at a\nend\n";
const BOMBS = [
	`${LONG}repeat 20000\n  text t at 10, 10\nend`,
	`let t = "${"\u20ac".repeat(3_000)}"\nrepeat 20000\n  text t at 10, 10\nend`,
	`${LONG}while true\n  let n = length(t)\nend`,
	`${CORNERS}let k = []\nwhile true\n  add turned(e, 3) to k\nend`,
	`${CORNERS}while true\n  lay e at 100, 100\nend`,
	"let i = 0\nwhile true\n  i = i + 0.001\n  pen width i\nend",
	"let a = [1]\nrepeat 16\n  a = a + a\nend\nwhile true\n  let p = row(a)\nend",
	"while true\nend",
	"repeat 20000\n  circle centre random(0, 400), random(0, 300) radius 9\nend",
];
const HEAD = "format: markpen/exercise@1\nid: heavy\ntitle: Heavy\nbrief: |\n  Heavy.\nlanguage: nib\n";
const FILES = [
	`${HEAD}scale:\n${Array.from({ length: 20_000 }, (_, n) => `  k${n}: 1\n`).join("")}`,
	`${HEAD}figures:\n${Array.from({ length: 11_000 }, (_, n) => `  f${n}: {kind: rect}\n`).join("")}`,
	`${HEAD}figures: ${"[".repeat(120_000)}`,
];
const exercise = (id, model) =>
	`format: markpen/exercise@1\nid: ${id}\ntitle: ${id}\nbrief: |\n  Walk.\nlanguage: nib\nmodel: |\n${model.replace(/^/gm, "  ")}\nfigures:\n  side: { kind: line }\ncriteria:\n  - { id: one, check: count, of: side, exactly: 1, points: 1 }\n`;

const ATTACKS = {
	async "reports and memory bombs"() {
		const people = await times(6, student);
		const place = handIns(await placeOf(people[0]));
		let n = 0;
		await forever(500, () =>
			times(3, () => call("bombs", people[n % 6], `POST ${place}`, { source: BOMBS[n++ % BOMBS.length] })),
		);
	},
	async "thirty slow hand-ins of one"() {
		const one = await student(6);
		const place = handIns(await placeOf(one));
		await forever(10_000, () => times(30, () => call("thirty slow", one, `POST ${place}`, { source: SLOW })));
	},
	async "slow hand-ins of a class"() {
		const people = await times(12, (n) => student(n + 8));
		const place = handIns(await placeOf(people[0]));
		await forever(20_000, () => times(12, (n) => call("slow class", people[n], `POST ${place}`, { source: SLOW })));
	},
	async "self-checks"() {
		const people = await times(4, (n) => student(n + 20));
		const { id, exercise: key } = await placeOf(people[0]);
		const path = `/my-work/${id}/${key}/self-checks`;
		await forever(1_000, () => times(4, (n) => call("self-checks", people[n], `POST ${path}`, { source: SLOW })));
	},
	async "exercise files"() {
		const who = await teacher();
		let n = 0;
		await forever(1_000, () => call("exercise files", who, "POST /exercises", { source: FILES[n++ % FILES.length] }));
	},
	async "models without an end"() {
		const who = await teacher();
		await forever(2_000, () =>
			call("models", who, "POST /exercises", {
				source: exercise("endless", `${LONG}while true\n  let n = length(t)\nend`),
			}),
		);
	},
	async trials() {
		const who = await teacher();
		await call("trials", who, "POST /exercises", {
			source: exercise("trial", SLOW.replace("5000000", "50000")),
		});
		const { exercises } = await who.client.listExercises({ query: { mine: "true", limit: 200 } });
		const id = exercises.find((e) => e.key === "trial")?.id;
		await forever(20_000, () => times(2, () => call("trials", who, `POST /exercises/${id}/trials`)));
	},
	async zips() {
		const who = await teacher();
		const zip = zipBomb();
		const { classes } = await who.client.listClasses({});
		const page = await who.client.showClass({ params: { id: classes.find((c) => c.name === "others").id } });
		const path = `/assignments/${page.columns[0].assignmentId}/uploads`;
		await forever(1_000, () => call("zips", who, `POST ${path}`, zip));
	},
	async pictures() {
		const one = await student(25);
		const place = handIns(await placeOf(one));
		const taken = await call("pictures", one, `POST ${place}`, { source: BOMBS.at(-1) });
		const { id } = await taken.json();
		await pause(8_000);
		await forever(500, () => times(12, () => call("pictures", one, `GET /hand-ins/${id}/drawing.png?width=2000`)));
	},
	async guesses() {
		const nobody = () => ({ base: address(), cookie: () => "" });
		let n = 0;
		await forever(250, () =>
			times(4, () =>
				call("guesses", nobody(), "POST /session", {
					classCode: "steady",
					signInName: `s${n++ % 30}`,
					passphrase: `guess-${n}`,
				}),
			),
		);
	},
	async cards() {
		const who = await teacher();
		const { classes } = await who.client.listClasses({});
		const crowd = classes.find((c) => c.name === "crowd").id;
		await forever(15_000, () => call("cards", who, `POST /classes/${crowd}/cards`, {}));
	},
	async "slow bodies"() {
		const open = () => {
			const { hostname, port } = new URL(address());
			const socket = connect({ host: hostname, port: Number(port) });
			socket.on("error", () => undefined);
			socket.write(
				"POST /api/v1/session HTTP/1.1\r\nhost: x\r\ncontent-type: application/json\r\ncontent-length: 1000\r\n\r\n{",
			);
			return new Promise((resolve) => socket.on("close", resolve));
		};
		await times(300, () => forever(1_000, open));
	},
	async "forged ids and odd values"() {
		const one = await student(26);
		const id = () =>
			"01890000-0000-7000-8000-000000000000".replace(
				"000000000000",
				String(Math.floor(Math.random() * 1e12)).padStart(12, "0"),
			);
		const cursor = Buffer.from(JSON.stringify([id(), "a\u0000"])).toString("base64url");
		const paths = () => [
			`/hand-ins/${id()}`,
			`/hand-ins/${id()}/drawing.svg`,
			`/my-work/${id()}/buoy`,
			`/classes/${id()}`,
			`/exercises?cursor=${cursor}`,
		];
		await forever(300, () => Promise.all(paths().map((path) => call("forged", one, `GET ${path}`))));
	},
};

for (const [name, attack] of Object.entries(ATTACKS))
	attack().catch((error) => process.stderr.write(`attack “${name}” ended: ${error.message}\n`));
process.on("message", () => {
	process.send(answers);
	process.exit(0);
});
