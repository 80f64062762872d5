<script lang="ts">
	import { untrack } from "svelte";
	import type { YamlEditor } from "../state/editor/yaml-editor.ts";

	interface Props {
		source: string;
		problems: readonly { readonly line: number; readonly path: string; readonly message: string }[];
		onwrite: (source: string) => void;
	}
	const { source, problems, onwrite }: Props = $props();
	let host = $state<HTMLDivElement>();
	let editor = $state.raw<YamlEditor>();

	$effect(() => {
		const place = host;
		if (!place) return;
		let left = false;
		let made: YamlEditor | undefined;
		void import("../state/editor/yaml-editor.ts").then(({ YamlEditor }) => {
			if (left) return;
			made = new YamlEditor(
				place,
				untrack(() => source),
				(text) => onwrite(text),
			);
			editor = made;
		});
		return () => {
			left = true;
			made?.destroy();
		};
	});
	$effect(() => editor?.set(source));
	$effect(() => editor?.show(problems));
</script>

<div bind:this={host} class="h-[68vh] overflow-auto border border-rule-strong bg-sheet"></div>
