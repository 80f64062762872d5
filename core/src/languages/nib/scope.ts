import type { SourceRange } from "../problem.ts";
import type { ValueKind } from "./value-kind.ts";

/** A name of the program with what is known of it. */
export interface Variable {
	readonly id: number;
	readonly name: string;
	readonly place: SourceRange;
	/** Undefined at top level, else the routine it lives in. */
	readonly routine: string | undefined;
	readonly role: "let" | "loop" | "value";
	kind: ValueKind;
	/** Declared at top level outside any block and used in a routine: it lives where both can reach it. */
	shared: boolean;
	read: boolean;
}

interface Block {
	readonly names: Map<string, Variable>;
	readonly head: string;
	readonly line: number;
}

/** The names that can be seen at one point of the source. */
export class Scope {
	private readonly blocks: Block[] = [{ names: new Map(), head: "program", line: 0 }];
	/** Names whose block has ended, for the message that says so. */
	private readonly ended = new Map<string, { head: string; line: number; last: number }>();

	open(head: string, line: number): void {
		this.blocks.push({ names: new Map(), head, line });
	}

	close(last: number): void {
		const block = this.blocks.pop() as Block;
		for (const name of block.names.keys()) this.ended.set(name, { head: block.head, line: block.line, last });
	}

	get atTop(): boolean {
		return this.blocks.length === 1;
	}

	declare(variable: Variable): void {
		(this.blocks.at(-1) as Block).names.set(variable.name, variable);
	}

	find(name: string): Variable | undefined {
		for (let i = this.blocks.length - 1; i >= 0; i--) {
			const found = (this.blocks[i] as Block).names.get(name);
			if (found) return found;
		}
		return undefined;
	}

	endedBlock(name: string): { head: string; line: number; last: number } | undefined {
		return this.ended.get(name);
	}

	*visible(): Generator<string> {
		for (const block of this.blocks) yield* block.names.keys();
	}
}
