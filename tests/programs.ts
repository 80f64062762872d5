import { FUNCTIONS, STATEMENTS, type Statement } from "../core/dist/index.js";

/** Programs made at random that read without an error and use all of the language between them. */

type Kind = "number" | "text" | "boolean" | "colour" | "list" | "picture" | "any";

/** Numbers from a seed (the minimal standard generator of Park and Miller 1988). */
function dice(seed: number): () => number {
	let state = (seed % 2_147_483_646) + 1;
	return () => {
		state = (state * 48_271) % 2_147_483_647;
		return (state - 1) / 2_147_483_646;
	};
}

const COLOURS = ["red", "LightBlue", "#f80", "#12345678", "none", "grey", "goldenrod"];

class Writer {
	private readonly lines: string[] = [];
	private readonly next: () => number;
	/** Names that can be read, by kind, block by block. */
	private readonly scopes: Record<Kind, string[]>[] = [Writer.scope()];
	private readonly routines: { name: string; values: number }[] = [];
	private readonly loops = new Set<string>();
	private count = 0;
	private depth = 0;

	constructor(seed: number) {
		this.next = dice(seed);
	}

	private static scope(): Record<Kind, string[]> {
		return { number: [], text: [], boolean: [], colour: [], list: [], picture: [], any: [] };
	}

	private roll(sides: number): number {
		return Math.floor(this.next() * sides);
	}

	private pick<T>(list: readonly T[]): T {
		return list[this.roll(list.length)] as T;
	}

	private line(text: string): void {
		this.lines.push(`${"  ".repeat(this.depth)}${text}`);
	}

	private known(kind: Kind): string[] {
		return this.scopes.flatMap((s) => s[kind]);
	}

	private value(kind: Kind, deep = 0): string {
		const known = this.known(kind);
		if (known.length > 0 && this.next() < 0.35) return this.pick(known);
		const inner = (k: Kind) => this.value(k, deep + 1);
		const plain = deep > 2 || this.next() < 0.4;
		switch (kind) {
			case "number":
				if (plain)
					return this.pick([
						String(this.roll(200)),
						`${this.roll(90)}.${1 + this.roll(9)}`,
						"pen.x",
						"pen.facing",
						"sheet.width",
						"frame.number",
						"0",
					]);
				return this.pick([
					() => `(${inner("number")} ${this.pick(["+", "-", "*"])} ${inner("number")})`,
					() => `${inner("number")} ${this.pick(["/", "mod"])} (abs(${inner("number")}) + 1)`,
					() => `-(${inner("number")})`,
					() => `abs(${inner("number")}) ^ 0.5`,
					() => this.called("number", deep),
					() => `${inner("picture")}.${this.pick(["width", "height"])}`,
					() => `length(${inner(this.pick(["list", "text"]))})`,
				])();
			case "text":
				return plain
					? this.pick(['"buoy"', '"a ""b"""', '""'])
					: `${inner("text")} + ${inner(this.pick(["number", "text", "boolean", "colour"]))}`;
			case "boolean":
				if (plain) return this.pick(["true", "false", "pen.down"]);
				return this.pick([
					() => `(${inner("number")} ${this.pick(["<", "<=", ">", ">=", "==", "!="])} ${inner("number")})`,
					() => `(${inner("boolean")} ${this.pick(["and", "or"])} not ${inner("boolean")})`,
					() => `(${inner("list")} == ${inner("list")})`,
				])();
			case "colour":
				return plain ? this.pick(COLOURS) : this.called("colour", deep);
			case "list":
				return plain
					? `[${inner("number")}, ${inner("number")}, ${inner("number")}]`
					: this.next() < 0.5
						? `[[${inner("number")}, 1], ${inner("text")}]`
						: `${inner("list")} + ${inner("list")}`;
			case "picture":
				return this.known("picture").length > 0 && plain
					? this.pick(this.known("picture"))
					: deep > 2
						? "row(5)"
						: this.called("picture", deep);
			default:
				return this.next() < 0.3
					? `choose(${inner("list")})`
					: inner(this.pick(["number", "text", "boolean", "colour", "list"]));
		}
	}

	/** A call of a built-in function that gives such a value. */
	private called(kind: Kind, deep: number): string {
		const fitting = [...FUNCTIONS].filter(([name, f]) => f.result === kind && name !== "length");
		const [name, { least, most, takes = ["number"] }] = this.pick(fitting);
		const counts = name === "rgb" ? [1, 3, 4] : name === "random" ? [0, 2] : [least, Math.min(most, least + 1)];
		const values = Array.from({ length: this.pick(counts) }, (_, i) => {
			const wanted = takes[Math.min(i, takes.length - 1)] as Kind;
			return this.value(wanted === "any" ? "picture" : wanted, deep + 1);
		});
		return `${name}(${values.join(", ")})`;
	}

	private small(): string {
		return String(1 + this.roll(9));
	}

	private statement(statement: Statement): string {
		const pattern = statement.patterns.length > 0 ? this.pick(statement.patterns) : [];
		const free = statement.phrases
			.filter((p) => !statement.patterns.flat().includes(p.word) && this.next() < 0.5)
			.map((p) => p.word);
		const parts = [statement.head];
		if (statement.direction) parts.push(this.pick(statement.direction));
		if (pattern.includes("values"))
			parts.push(
				statement.values
					.map((v) => (v.kind === "number" ? this.sized(statement.head, v.name) : this.value(v.kind as Kind, 1)))
					.join(", "),
			);
		for (const word of [...pattern.filter((w) => w !== "values"), ...free]) {
			const phrase = statement.phrases.find((p) => p.word === word) as Statement["phrases"][number];
			const written = phrase.also && this.next() < 0.3 ? phrase.also : word;
			if (phrase.choices) parts.push(`${written} ${this.pick(phrase.choices)}`);
			else if (phrase.points)
				parts.push(
					`${written} ${Array.from({ length: 3 + this.roll(3) }, () => `[${this.value("number", 1)}, ${this.small()}]`).join(", ")}`,
				);
			else if (word === "xs" || word === "ys") parts.push(`${word} [1, 20, ${this.roll(50)}]`);
			else
				parts.push(
					[
						written,
						phrase.values
							.map((v) => (v.kind === "number" ? this.sized(word, v.name) : this.value(v.kind as Kind, 1)))
							.join(", "),
					]
						.filter(Boolean)
						.join(" "),
				);
		}
		return parts.join(" ");
	}

	/** A number where a word wants one: sizes are never negative, counts are whole. */
	private sized(word: string, name: string): string {
		if (word === "sides" || word === "points") return String(5 + this.roll(6));
		if (["size", "radius", "diameter", "width", "round", "inner", "enlarged", "pause"].includes(word))
			return `abs(${this.value("number", 2)})`;
		return name === "SECONDS" ? this.small() : this.value("number", 1);
	}

	private block(head: string, inside: () => void, names: readonly [Kind, string][] = []): void {
		this.line(head);
		this.scopes.push(Writer.scope());
		for (const [kind, name] of names) (this.scopes.at(-1) as Record<Kind, string[]>)[kind].push(name);
		this.depth++;
		inside();
		this.depth--;
		this.scopes.pop();
		this.line("end");
	}

	private name(): string {
		return `${this.pick(["a", "side", "größe", "_x", "size", "area", "Höhe"])}${++this.count}`;
	}

	private declare(): void {
		const kind = this.pick<Kind>(["number", "number", "text", "boolean", "colour", "list"]);
		const name = this.name();
		this.line(`let ${name} = ${this.value(kind)}`);
		(this.scopes.at(-1) as Record<Kind, string[]>)[kind].push(name);
	}

	private some(count: number, where: ReadonlySet<string>): void {
		for (let i = 0; i < count; i++) this.step(where);
	}

	/** @param where what is open here: "routine", "loop", "area", "picture" */
	private step(where: ReadonlySet<string>): void {
		const deep = this.depth > 2;
		const drawn = [...STATEMENTS.values()].filter(
			(s) => s.head !== "sheet" && (!where.has("picture") || (s.head !== "paper" && s.head !== "wipe")),
		);
		const inside = (more: string) => new Set([...where, more]);
		const choice = deep ? this.roll(7) : this.roll(16);
		if (choice < 6) return this.line(this.statement(this.pick(drawn)));
		if (choice === 6) return this.declare();
		if (choice === 7)
			return this.block(`repeat ${this.small()}${this.pick(["", " times"])}`, () => this.some(2, inside("loop")));
		if (choice === 8) {
			const name = this.name();
			this.loops.add(name);
			const by = this.pick(["", " by 0.5", " by -1"]);
			return this.block(
				`for ${name} from ${this.roll(5)} to ${this.roll(9)}${by}`,
				() => this.some(2, inside("loop")),
				[["number", name]],
			);
		}
		if (choice === 9) {
			const name = this.name();
			this.loops.add(name);
			return this.block(`for each ${name} in ${this.value("list")}`, () => {
				this.line(`print ${name}`);
				this.some(1, inside("loop"));
			});
		}
		if (choice === 10) {
			const name = this.name();
			this.line(`let ${name} = 0`);
			return this.block(`while ${name} < ${this.small()}`, () => {
				this.some(1, inside("loop"));
				this.line(`${name} = ${name} + 1`);
				if (this.next() < 0.2)
					this.line(
						`if ${this.value("boolean", 2)}\n${"  ".repeat(this.depth + 1)}break\n${"  ".repeat(this.depth)}end`,
					);
			});
		}
		if (choice === 11) {
			const other = this.value("boolean");
			return this.block(`if ${this.value("boolean")}`, () => {
				this.some(1, where);
				this.depth--;
				this.line(`else if ${other}`);
				this.depth++;
				this.line(`walk ${this.small()}`);
				this.depth--;
				this.line("else");
				this.depth++;
				this.line("turn left 10");
			});
		}
		if (choice === 12 && !where.has("area")) return this.block("area", () => this.some(3, inside("area")));
		if (choice === 13 && !where.has("routine")) {
			const name = this.name();
			this.block(`picture ${name}${this.pick(["", " size 40, 30"])}`, () => this.some(2, new Set(["picture"])));
			(this.scopes.at(-1) as Record<Kind, string[]>).picture.push(name);
			return;
		}
		if (choice === 14) return this.change();
		const routine = this.routines.length > 0 ? this.pick(this.routines) : undefined;
		if (routine)
			this.line(`${routine.name}(${Array.from({ length: routine.values }, () => this.value("number")).join(", ")})`);
	}

	private change(): void {
		const lists = this.known("list").filter((n) => !this.loops.has(n));
		const numbers = this.known("number").filter((n) => !this.loops.has(n));
		if (lists.length > 0 && this.next() < 0.6) {
			const name = this.pick(lists);
			this.line(this.next() < 0.5 ? `add ${this.value("any")} to ${name}` : `${name}[0] = ${this.value("any")}`);
		} else if (numbers.length > 0) {
			const name = this.pick(numbers);
			this.line(`${name} = ${name} / 2 + ${this.value("number")}`);
		}
	}

	program(): string {
		if (this.next() < 0.6)
			this.line(
				`sheet ${100 + this.roll(300)}, ${100 + this.roll(300)} origin ${this.pick(["top left", "centre", "bottom left"])}`,
			);
		for (let i = 0; i < 3; i++) this.declare();
		for (let i = this.roll(3); i > 0; i--) {
			const name = this.name();
			const [a, b] = [this.name(), this.name()];
			this.block(`routine ${name}(${a}, ${b} = ${a} * 2)`, () => {
				this.some(3, new Set(["routine"]));
				if (this.next() < 0.5) this.line(`return ${this.value("number")}`);
			}, [
				["number", a],
				["number", b],
			]);
			this.routines.push({ name, values: 1 + this.roll(2) });
		}
		this.some(8, new Set());
		if (this.next() < 0.4) this.block("each frame", () => this.some(3, new Set(["frame"])));
		return this.lines.join("\n");
	}
}

/** The program of a seed. */
export function generatedProgram(seed: number): string {
	return new Writer(seed).program();
}
