<script lang="ts">
	import { Dialog } from "bits-ui";
	import type { Snippet } from "svelte";

	interface Props {
		open: boolean;
		title: string;
		children: Snippet;
		/** Whether it can be left without an answer. */
		leave?: boolean;
		wide?: boolean;
		/** Called when the element is left. */
		onclose?: () => void;
	}
	let { open = $bindable(), title, children, leave = true, wide = false, onclose }: Props = $props();
</script>

<Dialog.Root
	bind:open
	onOpenChange={(now) => {
		if (!now) onclose?.();
	}}
>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-[#15233b]/40" />
		<Dialog.Content
			escapeKeydownBehavior={leave ? "close" : "ignore"}
			interactOutsideBehavior={leave ? "close" : "ignore"}
			class="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[calc(100vw-2rem)] -translate-x-1/2 overflow-auto border border-rule-strong bg-paper p-5 text-ink {wide
				? 'max-w-4xl'
				: 'max-w-lg'}"
		>
			<Dialog.Title class="mb-3 text-large font-semibold">{title}</Dialog.Title>
			{@render children()}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
