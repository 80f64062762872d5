<script lang="ts">
	import { Tooltip } from "bits-ui";
	import { VERDICT_WORDS, type VerdictName } from "../state/hand-in/verdicts.ts";

	/** The sign of a verdict, with its word within reach. */
	const { verdict, size = 16, quiet = false }: { verdict: VerdictName; size?: number; quiet?: boolean } = $props();
</script>

{#snippet sign()}
	<svg viewBox="0 0 16 16" width={size} height={size} class="inline-block shrink-0 align-[-3px]" aria-hidden="true">
		{#if verdict === "met"}
			<circle cx="8" cy="8" r="7" fill="var(--c-met)" />
			<path d="M4.6 8.3l2.4 2.4 4.5-5" fill="none" stroke="var(--c-sheet)" stroke-width="1.8" />
		{:else if verdict === "partly"}
			<circle cx="8" cy="8" r="6.2" fill="none" stroke="var(--c-partly)" stroke-width="1.6" />
			<path d="M8 1.8a6.2 6.2 0 0 0 0 12.4z" fill="var(--c-partly)" />
		{:else if verdict === "missed"}
			<circle cx="8" cy="8" r="6.2" fill="none" stroke="var(--c-missed)" stroke-width="1.6" />
			<path d="M4.8 8h6.4" stroke="var(--c-missed)" stroke-width="1.8" />
		{:else}
			<circle cx="8" cy="8" r="6.2" fill="none" stroke="var(--c-open)" stroke-width="1.6" stroke-dasharray="2.6 2.2" />
		{/if}
	</svg>
	<span class="sr-only">{VERDICT_WORDS[verdict]}</span>
{/snippet}

{#if quiet}
	{@render sign()}
{:else}
	<Tooltip.Root>
		<Tooltip.Trigger>
			{#snippet child({ props })}
				{@const { tabindex: _tab, type: _type, ...rest } = props}
				<span {...rest}>{@render sign()}</span>
			{/snippet}
		</Tooltip.Trigger>
		<Tooltip.Portal>
			<Tooltip.Content sideOffset={4} class="z-20 border border-rule-strong bg-sheet px-2 py-0.5 text-small text-ink"
				>{VERDICT_WORDS[verdict]}</Tooltip.Content
			>
		</Tooltip.Portal>
	</Tooltip.Root>
{/if}
