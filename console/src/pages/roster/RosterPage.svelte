<script lang="ts">
	import { counted } from "@markpen/core";
	import { everyPage } from "@markpen/client";
	import type { Card, ImportRow } from "@markpen/contract";
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import Cards from "./Cards.svelte";
	import { api } from "../../state/site/api.ts";
	import { csvOf } from "../../state/class/pasted.ts";
	import { classPages } from "../../state/class/class-pages.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { moment } from "../../state/site/times.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const [of, roster, classes, teachers] = await Promise.all([
			api.showClass({ params: { id } }),
			api.showRoster({ params: { id } }),
			api.listClasses({}),
			everyPage(
				(at) => api.listTeachers({ query: at }),
				(page) => page.teachers,
			),
		]);
		return {
			of,
			students: roster.students,
			classes: classes.classes.filter((c) => c.id !== id && c.until === null),
			teachers,
		};
	}
	const load = () => loading.load(fetch, `roster ${id}`);
	$effect(() => void load());

	type Student = NonNullable<typeof loading.value>["students"][number];
	let cards = $state.raw<readonly Card[]>([]);
	let csv = $state("");
	let preview = $state.raw<{ columns: Record<string, string>; rows: ImportRow[] } | null>(null);
	let adding = $state("");
	let changing = $state.raw<Student | null>(null);
	let name = $state("");
	let signInName = $state("");
	let moveTo = $state("");
	let cover = $state({ teacher: "", until: "" });
	let asking = $state(false);

	let pasted = $state("");
	async function take(text: string) {
		csv = text;
		preview = (await notes.trying(() => api.previewRoster({ params: { id }, body: { csv } }))) ?? null;
	}
	async function carryOut() {
		const done = await notes.trying(() => api.importRoster({ params: { id }, body: { csv } }));
		if (!done) return;
		preview = null;
		pasted = "";
		cards = done.cards;
		notes.say(`${counted(done.cards.length, "student")} added; the others updated.`);
		await load();
	}
	async function add(event: SubmitEvent) {
		event.preventDefault();
		const made = await notes.trying(() => api.addStudent({ params: { id }, body: { name: adding } }));
		if (!made) return;
		adding = "";
		if (made.card) cards = [...cards, made.card];
		await load();
	}
	async function newCards(students?: string[]) {
		asking = false;
		const made = await notes.trying(() => api.printCards({ params: { id }, body: students ? { students } : {} }));
		if (made) cards = made.cards;
	}
	async function save(event: SubmitEvent) {
		event.preventDefault();
		const of = changing;
		if (!of) return;
		const done = await notes.trying(() =>
			api.changeStudent({ params: { id, student: of.id }, body: { name, signInName } }),
		);
		if (done) changing = null;
		await load();
	}
	async function move() {
		const of = changing;
		if (!of || !moveTo) return;
		const done = await notes.trying(() => api.moveStudent({ params: { id, student: of.id }, body: { to: moveTo } }));
		if (!done) return;
		changing = null;
		const to = moveTo;
		notes.say(`${of.name} moved to another class. All work is kept.`, {
			undo: async () => {
				await api.moveStudent({ params: { id: to, student: of.id }, body: { to: id } });
				await load();
			},
		});
		await load();
	}
	async function remove(of: Student) {
		changing = null;
		await notes.trying(() => api.removeStudent({ params: { id, student: of.id } }));
		notes.say(`${of.name} removed from the class. All work is kept.`, {
			undo: async () => {
				await api.addStudent({ params: { id }, body: { studentId: of.id } });
				await load();
			},
		});
		await load();
	}
	async function give(event: SubmitEvent) {
		event.preventDefault();
		const until = cover.until ? new Date(`${cover.until}T23:59`).toISOString() : null;
		await notes.trying(() => api.giveClass({ params: { id, teacher: cover.teacher }, body: { until } }));
		cover = { teacher: "", until: "" };
		await load();
	}
	function countOf(rows: readonly ImportRow[]): string {
		const good = rows.filter((r) => r.does !== "wrong").length;
		return counted(good, "student");
	}
	function open(s: Student) {
		changing = s;
		name = s.name;
		signInName = s.signInName;
		moveTo = "";
	}
</script>

<Fetched {loading} what="the class list">
	{#snippet children({ of, students, classes, teachers })}
		{@const here = students.filter((s) => s.leftAt === null)}
		{#snippet actions()}<button type="button" class="button" onclick={() => print()}>Print the list</button><button
				type="button"
				class="button"
				disabled={here.length === 0}
				onclick={() => (asking = true)}>New cards for all …</button
			>{/snippet}
		<Head
			title="Class list"
			about="{of.name}, class code {of.code}"
			crumbs={[
				{ href: "/classes", text: "Classes" },
				{ href: `/classes/${id}`, text: of.name },
			]}
			beside={classPages(id, "/list")}
			{actions}
		/>
		{#if cards.length > 0}<Cards {cards} onclose={() => (cards = [])} />{/if}
		<div
			class="grid gap-8 px-4 py-4 sm:px-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] print:block"
			class:hidden={cards.length > 0}
		>
			<section aria-label="Students">
				<h2 class="hidden text-lead print:block">{of.name}, {of.schoolYear}</h2>
				<table class="w-full text-left">
					<thead
						><tr
							><th scope="col" class="border-b border-rule-strong py-1 pr-3">Name</th><th
								scope="col"
								class="border-b border-rule-strong py-1 pr-3">Sign-in name</th
							><th scope="col" class="border-b border-rule-strong py-1 pr-3">Joined</th><td
								class="border-b border-rule-strong print:hidden"
							></td></tr
						></thead
					>
					<tbody
						>{#each here as s (s.id)}<tr class="border-b border-rule"
								><th scope="row" class="py-1 pr-3 font-normal"
									><a class="text-ink no-underline hover:underline" href="/students/{s.id}">{s.name}</a></th
								><td class="py-1 pr-3 font-mono text-small">{s.signInName}</td><td class="quiet py-1 pr-3"
									>{moment(s.joinedAt)}</td
								><td class="py-1 text-right print:hidden"
									><button type="button" class="tool" onclick={() => newCards([s.id])}
										>New card<span class="sr-only"> for {s.name}</span></button
									>
									<button type="button" class="tool" onclick={() => open(s)}
										>Change<span class="sr-only"> {s.name}</span></button
									></td
								></tr
							>{:else}<tr
								><td colspan="4" class="py-3">This class has no students yet. Paste their names on the right.</td></tr
							>{/each}</tbody
					>
				</table>
				{#if students.length > here.length}<p class="quiet mt-3 print:hidden">
						Have left: {students
							.filter((s) => s.leftAt !== null)
							.map((s) => s.name)
							.join(", ")}. Their work is kept.
					</p>{/if}
			</section>
			<div class="grid content-start gap-6 print:hidden">
				<form onsubmit={add} class="flex items-end gap-2">
					<label class="grid grow gap-1"
						><span class="font-semibold">Add one student</span><input
							class="field"
							bind:value={adding}
							placeholder="First and last name"
							required
							maxlength="120"
						/></label
					><button class="button">Add</button>
				</form>
				<section aria-labelledby="import">
					<h2 id="import">Add many students</h2>
					<label class="mt-1 grid gap-1"
						><span class="quiet">Paste names, one per line, or a table with the columns Name, Sign-in name and Id</span
						><textarea class="field" rows="4" bind:value={pasted} placeholder={"Idris Vale\nZoe Lark"}
						></textarea></label
					>
					<div class="mt-2 flex flex-wrap items-center gap-3">
						<button type="button" class="button" disabled={pasted.trim() === ""} onclick={() => take(csvOf(pasted))}
							>Check the list</button
						>
						<label class="button cursor-pointer"
							>Choose a CSV file …<input
								type="file"
								accept=".csv,text/csv"
								aria-label="CSV file"
								class="sr-only"
								onchange={async (event) => {
									const [file] = event.currentTarget.files ?? [];
									if (file) await take(await file.text());
								}}
							/></label
						>
					</div>
					<p class="quiet mt-1">
						You see the changes first, before anything is saved. Importing again updates students.
					</p>
					{#if preview}
						<p class="quiet mt-2">
							{Object.entries(preview.columns)
								.map(([field, heading]) => `${field}: “${heading}”`)
								.join(", ")}
						</p>
						<div class="mt-1 max-h-72 overflow-auto">
							<table class="w-full text-left text-small">
								<thead
									><tr
										><th scope="col" class="py-1 pr-2">Line</th><th scope="col" class="py-1 pr-2">Name</th><th
											scope="col"
											class="py-1">Change</th
										></tr
									></thead
								><tbody
									>{#each preview.rows as r (r.row)}<tr class="border-t border-rule"
											><td class="py-1 pr-2 font-mono">{r.row}</td><th scope="row" class="py-1 pr-2 font-normal"
												>{r.name}</th
											><td class="py-1" class:font-semibold={r.does === "wrong"}>{r.says}</td></tr
										>{/each}</tbody
								>
							</table>
						</div>
						<div class="mt-2 flex gap-2">
							<button type="button" class="button primary" onclick={carryOut}>Import {countOf(preview.rows)}</button
							><button type="button" class="button" onclick={() => (preview = null)}>Cancel</button>
						</div>
					{/if}
				</section>
				<section aria-labelledby="teachers">
					<h2 id="teachers">Teachers</h2>
					<ul>
						{#each of.teachers as t (t.id)}<li class="flex items-baseline gap-2 border-b border-rule py-1">
								<span>{t.name}</span><span class="quiet grow">{t.until ? `covers until ${moment(t.until)}` : ""}</span
								>{#if of.teachers.length > 1}<button
										type="button"
										class="quiet underline"
										aria-label="End cover by {t.name}"
										onclick={async () => {
											await notes.trying(() => api.takeClass({ params: { id, teacher: t.id } }));
											await load();
										}}>End cover</button
									>{/if}
							</li>{/each}
					</ul>
					<form onsubmit={give} class="mt-2 flex flex-wrap items-end gap-2">
						<label class="grid gap-0.5"
							><span class="quiet">Share with</span><select class="field" bind:value={cover.teacher} required
								><option value="" disabled>Choose a teacher</option
								>{#each teachers.filter((t) => !of.teachers.some((o) => o.id === t.id)) as t (t.id)}<option value={t.id}
										>{t.name}</option
									>{/each}</select
							></label
						><label class="grid gap-0.5"
							><span class="quiet">As cover until (leave empty for permanent)</span><input
								class="field"
								type="date"
								bind:value={cover.until}
							/></label
						><button class="button">Share</button>
					</form>
				</section>
			</div>
		</div>
		<Ask bind:open={asking} title="New cards for the whole class?"
			><p class="mb-4">
				All {here.length} old passphrases stop working at once. Print the new cards now: passphrases are shown only once.
			</p>
			<div class="flex gap-3">
				<button type="button" class="button primary" onclick={() => newCards()}>Make new cards</button><button
					type="button"
					class="button"
					onclick={() => (asking = false)}>Cancel</button
				>
			</div></Ask
		>
		<Ask open={changing !== null} title={changing?.name ?? ""}>
			{#if changing}
				{@const one = changing}
				<form onsubmit={save} class="grid gap-3">
					<label class="grid gap-1"
						><span>Name</span><input class="field" bind:value={name} required maxlength="120" /></label
					><label class="grid gap-1"
						><span>Sign-in name</span><input class="field" bind:value={signInName} required maxlength="80" /></label
					>
					<div><button class="button primary">Save</button></div>
				</form>
				{#if classes.length > 0}<div class="mt-5 flex items-end gap-2 border-t border-rule pt-4">
						<label class="grid grow gap-1"
							><span>Move to</span><select class="field" bind:value={moveTo}
								><option value="">Choose a class</option>{#each classes as c (c.id)}<option value={c.id}
										>{c.name}</option
									>{/each}</select
							></label
						><button type="button" class="button" disabled={!moveTo} onclick={move}>Move</button>
					</div>{/if}
				<div class="mt-4 flex justify-between border-t border-rule pt-4">
					<button type="button" class="button" onclick={() => remove(one)}>Remove from class</button><button
						type="button"
						class="button"
						onclick={() => (changing = null)}>Close</button
					>
				</div>
			{/if}
		</Ask>
	{/snippet}
</Fetched>
