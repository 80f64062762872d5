<script lang="ts">
	import type { Snippet } from "svelte";

	/** A message above content, or instead of it. */
	const { children, role = "status" }: { children: Snippet; role?: "status" | "alert" } = $props();
</script>

<p {role} class="m-4 border-l-[3px] border-missed py-0.5 pl-3 sm:mx-6">{@render children()}</p>
