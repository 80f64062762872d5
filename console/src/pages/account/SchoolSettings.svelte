<script lang="ts">
	import SchoolForm from "../../parts/SchoolForm.svelte";
	import type { SchoolFields } from "../../state/school/setting-up.svelte.ts";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.showSchoolSettings>>>();
	const load = () => loading.load(() => api.showSchoolSettings({}), "school settings");
	$effect(() => void load());
	let school = $state<SchoolFields | null>(null);
	$effect(() => {
		const now = loading.value;
		if (now)
			school = {
				name: now.name ?? "",
				zone: now.zone,
				schoolYear: now.schoolYear,
				gradeScale: now.gradeScale.map((s) => ({ ...s })),
			};
	});

	async function save(event: SubmitEvent) {
		event.preventDefault();
		if (!school || !loading.value) return;
		const body = $state.snapshot(school);
		const { revision } = loading.value;
		const done = await notes.trying(() => api.changeSchoolSettings({ body, revision }));
		if (done) notes.say("Saved. Existing classes keep their own settings.");
		await load();
	}
</script>

<section aria-labelledby="school">
	<h2 id="school" class="mb-1 text-lead">School</h2>
	<p class="quiet mb-3">New classes start with these settings.</p>
	{#if school}<form onsubmit={save} class="grid max-w-md gap-4">
			<SchoolForm bind:school />
			<div><button class="button primary">Save</button></div>
		</form>{/if}
</section>
