import { createInterface } from "node:readline/promises";
import { Writable } from "node:stream";

/** Lines from where the call's input comes from. On a terminal each is asked for, and what is typed isn't shown. */
export async function secrets(questions: readonly string[]): Promise<string[]> {
	const terminal = process.stdin.isTTY === true;
	const silent = new Writable({ write: (_chunk, _encoding, done) => done() });
	const lines = createInterface({ input: process.stdin, output: silent, terminal });
	const given: string[] = [];
	try {
		const all = lines[Symbol.asyncIterator]();
		for (const question of questions) {
			if (terminal) process.stderr.write(`${question}: `);
			const { value } = await all.next();
			if (terminal) process.stderr.write("\n");
			given.push(String(value ?? ""));
		}
	} finally {
		lines.close();
	}
	return given;
}
