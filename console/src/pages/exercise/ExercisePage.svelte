<script lang="ts">
	import { api } from "../../state/site/api.ts";
	import { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";
	import Fetched from "../../parts/Fetched.svelte";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import ExerciseView from "./ExerciseView.svelte";

	const { id }: { id: string } = $props();
	const loading = new Loading<ExerciseDesk>();
	$effect(() => {
		void loading.load(async () => new ExerciseDesk(await api.showExercise({ params: { id } })));
		return () => loading.value?.leave();
	});
</script>

<Fetched {loading} what="the exercise">{#snippet children(desk)}<ExerciseView {desk} />{/snippet}</Fetched>
