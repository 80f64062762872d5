<script lang="ts">
	import { untrack } from "svelte";
	import { YamlEditor } from "../state/yaml-editor.ts";

	interface Props {
		source: string;
		problems: readonly { readonly line: number; readonly path: string; readonly message: string }[];
		onwrite: (source: string) => void;
	}
	const { source, problems, onwrite }: Props = $props();
	let host = $state<HTMLDivElement>();
	let editor = $state.raw<YamlEditor>();

	$effect(() => {
		if (!host) return;
		const made = new YamlEditor(host, untrack(() => source), (text) => onwrite(text));
		editor = made;
		return () => made.destroy();
	});
	$effect(() => editor?.set(source));
	$effect(() => editor?.show(problems));
</script>

<div bind:this={host} class="h-[68vh] overflow-auto border border-rule-strong bg-sheet"></div>
