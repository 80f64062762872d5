<script lang="ts">
	import { moment } from "../state/site/times.ts";
	import Ask from "./Ask.svelte";

	interface Props {
		title: string;
		/** What is written here. */
		mine: string;
		/** What was saved from another place meanwhile; nothing where nothing was. */
		theirs: { readonly source: string; readonly savedAt: string; readonly device?: string } | undefined;
		/** When what is here was written last. */
		mineAt?: string | undefined;
		/** Where the version that isn't taken can be found. */
		kept: string;
		onsettle: (mine: boolean) => void;
	}
	const { title, mine, theirs, mineAt, kept, onsettle }: Props = $props();
</script>

{#snippet version(head: string, at: string, source: string)}
	<div class="min-w-0">
		<h3 class="font-semibold">{head}</h3>
		<p class="quiet">{at}</p>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex: it scrolls -->
		<pre
			class="max-h-[40vh] overflow-auto border border-rule-strong bg-sheet p-2 font-mono text-small"
			tabindex="0"
			role="region"
			aria-label={head}>{source}</pre>
	</div>
{/snippet}
<Ask open={theirs !== undefined} {title} leave={false} wide>
	{#if theirs}
		<p class="mb-3">Choose the version to continue with. {kept}</p>
		<div class="grid gap-3 md:grid-cols-2">
			<div>
				{@render version("In this browser", mineAt ? `written ${moment(mineAt)}` : "not saved online yet", mine)}<button
					type="button"
					class="button primary mt-2"
					onclick={() => onsettle(true)}>Use this version</button
				>
			</div>
			<div>
				{@render version(
					`On ${theirs.device || "another device"}`,
					`kept ${moment(theirs.savedAt)}`,
					theirs.source,
				)}<button type="button" class="button mt-2" onclick={() => onsettle(false)}>Use that version</button>
			</div>
		</div>
	{/if}
</Ask>
