<script lang="ts">
	import { Popover } from "bits-ui";
	import type { Snippet } from "svelte";
	import { meaningOf } from "../state/site/terms.ts";

	/** Something in which words of drawing, buttons with a `data-term`, are explained where they are. */
	const { children }: { children: Snippet } = $props();
	let at = $state.raw<HTMLElement | null>(null);
	let open = $state(false);
	const term = $derived(at?.dataset.term ?? "");

	function explain(event: MouseEvent) {
		const word = (event.target as Element).closest<HTMLElement>("[data-term]");
		if (!word) return;
		open = at !== word || !open;
		at = word;
	}
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions: the words in it are buttons -->
<div class="contents" onclick={explain}>{@render children()}</div>
<Popover.Root bind:open>
	<Popover.Portal>
		<Popover.Content
			customAnchor={at}
			side="bottom"
			align="start"
			sideOffset={4}
			trapFocus={false}
			onOpenAutoFocus={(event) => event.preventDefault()}
			onCloseAutoFocus={(event) => event.preventDefault()}
			class="z-30 max-w-72 border border-rule-strong bg-sheet p-3 text-small leading-snug text-ink"
		>
			<p role="status"><b>{term}</b>: {meaningOf(term)}</p>
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
