<script lang="ts">
	import type { Help } from "@markpen/core";
	import { Popover } from "bits-ui";
	import Words from "../../parts/Words.svelte";

	interface Props {
		/** Of the word that the cursor is in. */
		help: Help | undefined;
		colours: readonly { readonly name: string; readonly code: string }[];
		onexample: (source: string) => void;
		/** A colour was picked: its name or its code. */
		oncolour: (text: string) => void;
	}
	const { help, colours, onexample, oncolour }: Props = $props();
	let open = $state(false);
	let code = $state("#1f4fa3");
</script>

<div
	class="mt-2 min-h-10 text-small leading-snug lg:h-40 lg:overflow-auto lg:contain-content"
	aria-live="polite"
	data-testid="help"
>
	<div class="mb-1 flex flex-wrap items-center gap-2">
		<Popover.Root bind:open>
			<Popover.Trigger class="tool">Colours</Popover.Trigger>
			<Popover.Portal>
				<Popover.Content align="start" sideOffset={4} class="z-20 w-80 border border-rule-strong bg-paper p-3 text-ink">
					<div class="grid max-h-64 grid-cols-12 gap-1 overflow-auto p-0.5">
						{#each colours as c (c.name)}<button
								type="button"
								class="size-5 border border-rule-strong"
								style="background: {c.code}"
								aria-label="{c.name} {c.code}"
								title="{c.name} {c.code}"
								onclick={() => {
									open = false;
									oncolour(c.name);
								}}
							></button>{/each}
					</div>
					<form
						class="mt-3 flex items-center gap-2"
						onsubmit={(event) => {
							event.preventDefault();
							open = false;
							oncolour(code);
						}}
					>
						<input type="color" aria-label="Another colour" bind:value={code} /><span class="font-mono">{code}</span
						><button class="tool">Insert colour code</button>
					</form>
				</Popover.Content>
			</Popover.Portal>
		</Popover.Root>
		<span class="quiet">{help ? "" : "Put the cursor on a word to see its help."}</span>
	</div>
	{#if help}
		<p><b class="font-mono">{help.word}</b> <Words text={help.help} /></p>
		<ul class="mt-1 font-mono text-ink-soft">
			{#each help.forms as form (form)}<li>{form}</li>{/each}
		</ul>
		<details class="mt-1">
			<summary class="cursor-pointer">Example</summary>
			<pre class="mt-1 overflow-auto border border-rule bg-sheet p-2 font-mono">{help.example}</pre>
			<button type="button" class="tool mt-1" onclick={() => onexample(help.example)}>Draw this example</button>
		</details>
	{/if}
</div>
