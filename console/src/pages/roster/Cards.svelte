<script lang="ts">
	import type { Card } from "@markpen/contract";

	import { setMark } from "../../state/class/marks.ts";

	/** Sign-in cards, ten on an A4 sheet. */
	const { cards, onclose }: { cards: readonly Card[]; onclose: () => void } = $props();
</script>

<section aria-label="Sign-in cards" class="px-4 py-4 sm:px-6 print:p-0">
	<div class="mb-3 flex flex-wrap items-center gap-3 print:hidden">
		<p>These passphrases are shown <b>this once</b>. Print the cards before you leave.</p>
		<span class="grow"></span><button
			type="button"
			class="button primary"
			onclick={() => {
				setMark("printed cards");
				print();
			}}>Print</button
		><button type="button" class="button" onclick={onclose}>Done</button>
	</div>
	<ul class="grid grid-cols-1 gap-3 sm:grid-cols-2 print:grid-cols-2 print:gap-[4mm]">
		{#each cards as c (c.studentId)}
			<li
				class="break-inside-avoid border border-dashed border-rule-strong bg-[#fff] p-4 text-[#15233b]"
				data-card={c.studentId}
			>
				<p class="text-large font-bold">{c.name}</p>
				<p class="text-small">{c.className}</p>
				<dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-3">
					<dt>Class code</dt>
					<dd class="font-mono">{c.classCode}</dd>
					<dt>Sign-in name</dt>
					<dd class="font-mono">{c.signInName}</dd>
					<dt>Passphrase</dt>
					<dd class="font-mono font-semibold">{c.passphrase}</dd>
				</dl>
			</li>
		{/each}
	</ul>
</section>
