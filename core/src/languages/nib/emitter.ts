import type { Checked } from "./checker.ts";
import { CodeWriter, type EmitOptions, type Site } from "./code-writer.ts";
import type { BuiltIn } from "./functions.ts";
import type { Variable } from "./scope.ts";
import { StatementEmitter } from "./statement-emitter.ts";
import type { Statement } from "./statements/statement.ts";
import type { Parameter, RoutineNode } from "./tree.ts";
import { ValueEmitter } from "./value-emitter.ts";

/** JavaScript for a program, and what it refers to by number. */
export interface Emitted {
	/** The body of a function of m (Machine), s (statements' run), f (built-in functions), k (constants). */
	readonly code: string;
	readonly sites: readonly Site[];
	readonly statements: readonly Statement["run"][];
	readonly functions: readonly BuiltIn["run"][];
	readonly constants: readonly unknown[];
	readonly routines: readonly string[];
}

/**
 * Generates JavaScript from a checked tree. Only fixed forms are emitted: nothing of the source reaches the code but
 * numbers; texts and colours are constants by number, names are numbered.
 */
export function emit(checked: Checked, options: EmitOptions): Emitted {
	const { program } = checked;
	const writer = new CodeWriter(checked, options);
	const values = new ValueEmitter(writer);
	const main = writer.body(() => new StatementEmitter(writer, values).block(program.steps));
	const routines = [...program.routines.values()].map((r) => routineCode(writer, values, r));
	const code = `"use strict";const g={};${routines.join("\n")}\n${main}`;
	const { sites, statements, functions, constants, routineNumbers } = writer;
	return { code, sites, statements, functions, constants, routines: [...routineNumbers.keys()] };
}

function routineCode(writer: CodeWriter, values: ValueEmitter, routine: RoutineNode): string {
	const { declared } = writer.checked;
	writer.inRoutine = true;
	const number = writer.routineNumber(routine.name);
	const variables = routine.parameters.map((p) => declared.get(p) as Variable);
	const names = variables.map((v) => writer.local(v, true));
	const code = writer.body(() => {
		routine.parameters.forEach((p, i) => {
			otherwise(writer, values, p, names[i] as string);
			writer.changed(variables[i] as Variable, routine.place.line);
		});
		new StatementEmitter(writer, values).block(routine.body);
		writer.line(`m.leave(${routine.place.line});`);
	});
	writer.inRoutine = false;
	return `function r${number}(${["l", ...names].join(",")}){m.enter(${number},l);${code}}`;
}

/** A value that isn't given gets its own. */
function otherwise(writer: CodeWriter, values: ValueEmitter, parameter: Parameter, name: string): void {
	if (!parameter.otherwise) return;
	writer.line(`if(${name}===void 0){`);
	writer.line(`${name}=${values.stored(parameter.otherwise, parameter.name)};}`);
}
