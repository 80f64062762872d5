<script lang="ts">
	import SetMenu from "../../parts/SetMenu.svelte";
	import { aboutExercise, type Exercise } from "../../state/exercise/shelf.ts";

	const { exercise: e }: { exercise: Exercise } = $props();
	const owner = $derived(e.mine ? (e.shared ? "yours, shared" : "yours") : (e.owner ?? "Library"));
	const state = $derived(e.version === null ? "draft" : `version ${e.version}${e.draft ? ", changed since" : ""}`);
	const about = $derived(aboutExercise(e));
</script>

<li class="flex flex-col">
	<a href="/exercises/{e.id}" class="block text-ink no-underline">
		<span class="block border border-rule-strong bg-sheet"
			>{#if e.version !== null}<img
					src="/api/v1/exercises/{e.id}/picture.svg"
					alt=""
					loading="lazy"
					class="block aspect-[4/3] w-full object-contain"
				/>{:else}<span class="quiet flex aspect-[4/3] items-center justify-center">not published yet</span>{/if}</span
		>
		<span class="mt-1 block font-semibold">{e.title}</span>
	</a>
	{#if about}<span class="quiet block">{about}</span>{/if}
	{#if !e.library}<span class="quiet block">{state}; {owner}</span>{/if}
	{#if e.version !== null}<span class="mt-1 flex items-center gap-3"
			><SetMenu work="exercise {e.key}" title={e.title} />{#if !e.library}<a
					class="quiet"
					href="/exercises/{e.id}/across">Results in all classes</a
				>{/if}</span
		>{/if}
</li>
