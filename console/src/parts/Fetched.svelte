<script lang="ts" generics="T">
	import type { Snippet } from "svelte";
	import type { Loading } from "../state/site/loading.svelte.ts";

	interface Props {
		loading: Loading<T>;
		/** What is being opened: "the class". */
		what: string;
		children: Snippet<[T]>;
	}
	const { loading, what, children }: Props = $props();
</script>

{#if loading.error}
	<div
		role="alert"
		class="m-4 border-l-[3px] border-missed py-0.5 pl-3 sm:mx-6"
		data-state={loading.offline ? "offline" : "error"}
	>
		<p>
			{loading.error}{#if loading.value !== undefined}&nbsp;You see the version loaded before.{/if}
		</p>
		<button type="button" class="button mt-2" onclick={loading.retry}>Try again</button>
	</div>
{/if}
{#if loading.value !== undefined}
	{@render children(loading.value)}
{:else if !loading.error}
	<div aria-busy="true" class="grow px-4 py-4 sm:px-6" data-state="loading">
		<p class="text-ink-soft">Opening {what} …</p>
		<div class="mt-4 grid gap-3" aria-hidden="true">
			{#each [0, 1, 2, 3, 4, 5] as row (row)}<div class="h-8 border-b border-rule"></div>{/each}
		</div>
	</div>
{/if}
