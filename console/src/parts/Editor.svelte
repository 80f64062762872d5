<script lang="ts">
	import { untrack } from "svelte";
	import type { SaidProblem } from "@markpen/core";
	import { NibEditor } from "../state/nib-editor.ts";

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
		if (!host) return;
		const made = new NibEditor(host, untrack(() => source), { write: (text) => onwrite(text), run: () => onrun?.() }, untrack(() => name));
		editor = made;
		return () => made.destroy();
	});
	$effect(() => editor?.set(source));
	$effect(() => editor?.show(problems, remarks));
	$effect(() => editor?.light(lit));
</script>

<div bind:this={host} class="min-h-72 grow border border-rule-strong bg-sheet"></div>
