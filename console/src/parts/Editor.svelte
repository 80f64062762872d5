<script lang="ts">
	import { untrack } from "svelte";
	import type { SaidProblem } from "@markpen/core";
	import type { NibEditor } from "../state/nib-editor.ts";

	interface Props {
		source: string;
		problems?: readonly SaidProblem[];
		remarks?: readonly SaidProblem[];
		lit?: ReadonlySet<number>;
		onwrite: (source: string) => void;
		onrun?: () => void;
		name?: string;
	}
	const { source, problems = [], remarks = [], lit = new Set<number>(), onwrite, onrun, name = "Program" }: Props = $props();
	let host = $state<HTMLDivElement>();
	let editor = $state.raw<NibEditor>();

	$effect(() => {
		const place = host;
		if (!place) return;
		let left = false;
		let made: NibEditor | undefined;
		// What writing needs comes after what reading needs.
		void import("../state/nib-editor.ts").then(({ NibEditor }) => {
			if (left) return;
			made = new NibEditor(place, untrack(() => source), { write: (text) => onwrite(text), run: () => onrun?.() }, untrack(() => name));
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
</script>

<div bind:this={host} class="min-h-72 grow border border-rule-strong bg-sheet">{#if !editor}<pre class="overflow-auto p-2 pl-10 font-mono text-[15px] leading-[1.7] whitespace-pre-wrap">{source}</pre>{/if}</div>
