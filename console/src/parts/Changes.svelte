<script lang="ts">
	import { changesInWords, changesOf } from "../state/desk/changes.ts";

	/** What was changed from one program to another. */
	const { before, after }: { before: string; after: string } = $props();
	const changes = $derived(changesOf(before, after));
	const SIGNS = {
		same: { sign: " ", word: "" },
		gone: { sign: "−", word: "before:" },
		new: { sign: "+", word: "now:" },
	} as const;
</script>

<p class="quiet mb-2" data-testid="changes">{changesInWords(changes)}</p>
<!-- svelte-ignore a11y_no_noninteractive_tabindex: it scrolls -->
<ol
	class="max-h-[50vh] overflow-auto border border-rule-strong bg-sheet py-2 font-mono text-source leading-[1.62]"
	tabindex="0"
	aria-label="Both programs, line by line"
>
	{#each changes as line, i (i)}
		<li class="grid grid-cols-[2.4rem_1.2rem_1fr] pr-2" data-as={line.as}>
			<span class="pr-2 text-right text-ink-faint select-none" aria-hidden="true">{line.number}</span>
			<span aria-hidden="true" class="font-bold {line.as === 'new' ? 'text-met' : 'text-missed'}"
				>{SIGNS[line.as].sign}</span
			>
			<span
				class="break-words whitespace-pre-wrap {line.as === 'gone'
					? 'text-ink-soft line-through'
					: line.as === 'new'
						? 'font-semibold'
						: ''}"><span class="sr-only">{SIGNS[line.as].word}</span>{line.text === "" ? " " : line.text}</span
			>
		</li>
	{/each}
</ol>
