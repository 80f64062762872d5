<script lang="ts">
	import Fetched from "../../parts/Fetched.svelte";
	import { api } from "../../state/site/api.ts";
	import { Desk } from "../../state/desk/desk.svelte.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import DeskView from "./DeskView.svelte";

	const { id, exercise }: { id: string; exercise: string } = $props();
	const loading = new Loading<Desk>();
	$effect(() => {
		void loading.load(async () => new Desk(await api.showWork({ params: { id, exercise } })));
		return () => loading.value?.leave();
	});
</script>

<svelte:head><title>{loading.value?.work.exercise.title ?? "Desk"} · Mark Pen</title></svelte:head>
<Fetched {loading} what="the desk">{#snippet children(desk)}<DeskView {desk} />{/snippet}</Fetched>
