<script lang="ts">
	import { untrack } from "svelte";
	import type { LanguageId, ProblemReport } from "@markpen/core";
	import type { EditorLanguage, ProgramEditor } from "../state/editor/program-editor.ts";
	import type { Completions } from "../state/editor/nib-language.ts";

	interface Props {
		source: string;
		/** What it is written in. */
		language?: LanguageId;
		problems?: readonly ProblemReport[] | undefined;
		remarks?: readonly ProblemReport[] | undefined;
		lit?: ReadonlySet<number> | undefined;
		onwrite: (source: string) => void;
		onrun?: () => void;
		onword?: (word: string) => void;
		/** Called with the line under the pointer. */
		online?: (line: number | null) => void;
		/** Statements that aren't offered. */
		without?: readonly string[];
		completions?: Completions | undefined;
		/** A text to be put where the cursor is, once for each number. */
		inserted?: { readonly text: string; readonly number: number } | undefined;
		/** A line for the cursor to go to, once for each number. */
		gone?: { readonly line: number; readonly number: number } | undefined;
		name?: string;
	}
	// A shared empty value, so that key presses cause no updates.
	const NONE: readonly ProblemReport[] = [];
	const NO_LINES: ReadonlySet<number> = new Set();
	const {
		source,
		language = "nib",
		problems = NONE,
		remarks = NONE,
		lit = NO_LINES,
		onwrite,
		onrun,
		onword,
		online,
		without = [],
		completions,
		inserted,
		gone,
		name = "Program",
	}: Props = $props();
	let host = $state<HTMLDivElement>();
	let editor = $state.raw<ProgramEditor>();

	/** What a language brings to the editor, where it isn't Nib. */
	async function editorLanguage(of: LanguageId): Promise<EditorLanguage | undefined> {
		if (of === "javascript") return (await import("../state/editor/javascript-editor.ts")).JAVASCRIPT_LANGUAGE;
		if (of === "python") return (await import("../state/editor/python-editor.ts")).PYTHON_LANGUAGE;
		if (of === "svg") return (await import("../state/editor/svg-editor.ts")).SVG_LANGUAGE;
		return undefined;
	}

	$effect(() => {
		const place = host;
		if (!place) return;
		const written = language;
		let left = false;
		let made: ProgramEditor | undefined;
		// What writing needs comes after what reading needs.
		void Promise.all([import("../state/editor/program-editor.ts"), editorLanguage(written)]).then((parts) => {
			if (left) return;
			const [{ ProgramEditor }, of] = parts;
			made = new ProgramEditor(
				place,
				untrack(() => source),
				{
					name: untrack(() => name),
					write: (text) => onwrite(text),
					run: () => onrun?.(),
					word: (word) => onword?.(word),
					...(online && { line: online }),
					...(of && { language: of }),
					completions: () =>
						completions && { ...completions, words: completions.words.filter((w) => !without.includes(w.word)) },
				},
			);
			editor = made;
		});
		return () => {
			left = true;
			made?.destroy();
		};
	});
	$effect(() => editor?.set(source));
	$effect(() => editor?.show(problems, remarks));
	$effect(() => editor?.light(lit));
	$effect(() => {
		if (inserted) untrack(() => editor?.insert(inserted.text));
	});
	$effect(() => {
		if (gone) untrack(() => editor?.go(gone.line));
	});
</script>

<div bind:this={host} class="min-h-72 grow border lg:basis-0 lg:overflow-auto border-rule-strong bg-sheet">
	{#if !editor}<pre
			class="overflow-auto p-2 pl-10 font-mono text-body leading-[1.7] whitespace-pre-wrap">{source}</pre>{/if}
</div>
