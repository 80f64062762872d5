<script lang="ts">
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { assignmentPages } from "../../state/class/class-pages.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { zipOf } from "../../state/site/zip.ts";

	const { id, exercise }: { id: string; exercise: string } = $props();
	type Preview = Awaited<ReturnType<typeof api.previewUpload>>;
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const page = await api.showAssignment({ params: { id }, query: { exercise } });
		return { page, of: await api.showClass({ params: { id: page.classId } }) };
	}
	$effect(() => void loading.load(fetch, `upload ${id}`));

	let preview = $state.raw<Preview | null>(null);
	/** By file: whose it is; empty to leave it out. */
	let decided = $state<Record<string, string>>({});
	let busy = $state(false);
	let done = $state.raw<Awaited<ReturnType<typeof api.carryOutUpload>> | null>(null);
	let over = $state(false);

	async function take(files: FileList | null | undefined) {
		if (!files || files.length === 0) return;
		busy = true;
		done = null;
		decided = {};
		preview =
			(await notes.trying(async () => api.previewUpload({ params: { id }, body: await zipOf([...files]) }))) ?? null;
		busy = false;
	}
	async function carryOut() {
		const of = preview;
		if (!of) return;
		busy = true;
		const body = {
			decided: Object.fromEntries(
				Object.entries(decided).map(([file, studentId]) => [file, studentId === "" ? null : { studentId, exercise }]),
			),
		};
		done = (await notes.trying(() => api.carryOutUpload({ params: { id: of.id }, body }))) ?? null;
		if (done) preview = null;
		busy = false;
	}
	const nameOf = (studentId: string | null) => loading.value?.of.students.find((s) => s.id === studentId)?.name ?? "";
	const willBe = $derived(
		(preview?.rows ?? []).filter((r) =>
			decided[r.file] === undefined ? r.does === "hands in" : decided[r.file] !== "",
		).length,
	);
</script>

<Fetched {loading} what="the assignment">
	{#snippet children({ page, of })}
		<Head
			title="Upload"
			about="hand in for students: {page.title}"
			crumbs={[
				{ href: `/classes/${page.classId}`, text: page.className },
				{ href: `/assignments/${id}/${exercise}`, text: page.title },
			]}
			beside={assignmentPages(id, exercise, "/upload")}
		/>
		<div class="max-w-5xl px-4 py-4 sm:px-6">
			{#if done}
				<div role="status" class="mb-4 border-l-[3px] border-met py-1 pl-3">
					<p>
						<b>{done.handIns.length} handed in</b>{done.leftOut.length > 0
							? `, ${done.leftOut.length} skipped: ${done.leftOut.slice(0, 6).join(", ")}${done.leftOut.length > 6 ? " …" : ""}`
							: ""}. They are being checked.
					</p>
					<a href="/assignments/{id}/{exercise}">See the drawings</a>
				</div>
			{/if}
			{#if !preview}
				<!-- svelte-ignore a11y_no_static_element_interactions: the buttons inside do the same -->
				<div
					class="grid justify-items-start gap-3 border-2 border-dashed p-6 {over ? 'border-ink' : 'border-rule-strong'}"
					ondragover={(event) => {
						event.preventDefault();
						over = true;
					}}
					ondragleave={() => (over = false)}
					ondrop={(event) => {
						event.preventDefault();
						over = false;
						void take(event.dataTransfer?.files);
					}}
				>
					<p>
						Drop a zip file or the students' files here, or choose them. File and folder names show whose each file is.
						You check the list before anything is handed in.
					</p>
					<div class="flex flex-wrap gap-3">
						<label class="button cursor-pointer"
							>Zip file or files<input
								class="sr-only"
								type="file"
								multiple
								aria-label="Zip file or files"
								onchange={(event) => take(event.currentTarget.files)}
							/></label
						>
						<label class="button cursor-pointer"
							>Folder<input
								class="sr-only"
								type="file"
								webkitdirectory
								aria-label="Folder"
								onchange={(event) => take(event.currentTarget.files)}
							/></label
						>
					</div>
					{#if busy}<p class="quiet" role="status">Reading the files …</p>{/if}
				</div>
			{:else}
				{@const unmatched = preview.rows.filter((r) => r.does !== "hands in")}
				<div class="mb-3 flex flex-wrap items-center gap-3">
					<p>
						<b>{willBe} of {preview.rows.length}</b> will be handed in{unmatched.length > 0
							? `; ${unmatched.length} need your decision and come first`
							: ""}.
					</p>
					<span class="grow"></span><button
						type="button"
						class="button primary"
						disabled={busy || willBe === 0}
						onclick={carryOut}>Hand in {willBe}</button
					><button type="button" class="button" onclick={() => (preview = null)}>Cancel</button>
				</div>
				<table class="w-full text-left text-label">
					<thead
						><tr
							>{#each ["File", "Student", "Change"] as h (h)}<th
									scope="col"
									class="border-b border-rule-strong py-1 pr-3">{h}</th
								>{/each}</tr
						></thead
					>
					<tbody
						>{#each [...unmatched, ...preview.rows.filter((r) => r.does === "hands in")] as r (r.file)}
							<tr class="border-b border-rule align-top"
								><th scope="row" class="py-1.5 pr-3 font-mono text-small font-normal break-all">{r.file}</th><td
									class="py-1.5 pr-3"
									><select
										class="tool"
										aria-label="Student of {r.file}"
										value={decided[r.file] ?? r.studentId ?? ""}
										onchange={(event) => (decided = { ...decided, [r.file]: event.currentTarget.value })}
										><option value="">Skip this file</option>{#if r.candidates.length > 0}<optgroup label="Suggestions"
												>{#each r.candidates as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</optgroup
											>{/if}<optgroup label="The class"
											>{#each of.students as s (s.id)}<option value={s.id}>{s.name}</option>{/each}</optgroup
										></select
									></td
								><td class="quiet py-1.5"
									>{decided[r.file] === undefined
										? r.says
										: decided[r.file] === ""
											? "Skipped, as you chose."
											: `Handed in for ${nameOf(decided[r.file] ?? null)}, as you chose.`}</td
								></tr
							>
						{/each}</tbody
					>
				</table>
			{/if}
		</div>
	{/snippet}
</Fetched>
