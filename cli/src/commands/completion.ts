import type { Command } from "commander";
import { WrongCall } from "../call.ts";
import { print } from "../formats/terminal.ts";

interface Words {
	/** The words before, from the second on: "class roster". */
	readonly path: string;
	readonly subcommands: readonly string[];
	readonly options: readonly string[];
	readonly summary: string;
}

/** Every command with what may follow it. */
function wordsOf(command: Command, path: readonly string[] = []): Words[] {
	const subcommands = command.commands.map((c) => c.name());
	const own = {
		path: path.join(" "),
		subcommands,
		options: command.options.map((o) => o.long ?? "").filter(Boolean),
		summary: command.description(),
	};
	return [own, ...command.commands.flatMap((c) => wordsOf(c, [...path, c.name()]))];
}

const isFile = (words: Words) => words.subcommands.length === 0;

function bash(all: readonly Words[]): string {
	const cases = all.map((w) => `		"${w.path}") words="${[...w.subcommands, ...w.options, "--help"].join(" ")}" ;;`);
	return `_markpen() {
	local current=\${COMP_WORDS[COMP_CWORD]} path="" words="" i
	for ((i = 1; i < COMP_CWORD; i++)); do
		case " ${all
			.map((w) => w.path)
			.filter((p) => !p.includes(" ") && p !== "")
			.join(" ")} ${[...new Set(all.flatMap((w) => w.subcommands))].join(" ")} " in
			*" \${COMP_WORDS[i]} "*) path="\${path:+$path }\${COMP_WORDS[i]}" ;;
			*) break ;;
		esac
	done
	case "$path" in
${cases.join("\n")}
	esac
	COMPREPLY=($(compgen -W "$words" -- "$current"))
	if [[ $current != -* ]]; then COMPREPLY+=($(compgen -f -- "$current")); fi
}
complete -o filenames -F _markpen markpen
`;
}

function zsh(all: readonly Words[]): string {
	return `#compdef markpen
autoload -U +X bashcompinit && bashcompinit
${bash(all)}`;
}

const quoted = (text: string) => `'${text.replaceAll("\\", "\\\\").replaceAll("'", "\\'")}'`;

function fish(all: readonly Words[]): string {
	const lines = ["complete -c markpen -f"];
	for (const w of all) {
		const words = w.path === "" ? [] : w.path.split(" ");
		const seen = words.map((word) => `__fish_seen_subcommand_from ${word}`).join("; and ");
		const none = w.subcommands.length > 0 ? `not __fish_seen_subcommand_from ${w.subcommands.join(" ")}` : "";
		const condition = [seen, none].filter(Boolean).join("; and ");
		for (const name of w.subcommands) {
			const summary = all.find((other) => other.path === [...words, name].join(" "))?.summary ?? "";
			lines.push(`complete -c markpen${condition ? ` -n ${quoted(condition)}` : ""} -a ${name} -d ${quoted(summary)}`);
		}
		for (const option of w.options)
			lines.push(`complete -c markpen${seen ? ` -n ${quoted(seen)}` : ""} -l ${option.slice(2)}`);
		if (isFile(w) && seen) lines.push(`complete -c markpen -n ${quoted(seen)} -F`);
	}
	return `${lines.join("\n")}\n`;
}

const SHELLS: Readonly<Record<string, (all: readonly Words[]) => string>> = { bash, zsh, fish };

/** Prints what a shell needs to complete commands and options. */
export function completionCommand(shell: string, root: Command): number {
	const make = SHELLS[shell];
	if (!make) throw new WrongCall(`Completion is there for ${Object.keys(SHELLS).join(", ")}, not for ${shell}.`);
	print(make(wordsOf(root)));
	return 0;
}
